import { Box, useMediaQuery } from "@mui/material";
import { lazy, Suspense, useState } from "react";
import { Link, Navigate } from "react-router";
import { type Answer, Failure, type Head, type Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { useKept } from "../../parts/preferences";
import { useCalm } from "../../parts/useCalm";
import { View } from "../../parts/View";
import { CountStrip } from "../../section/CountStrip";
import { type Frame, fit, reachOf } from "../../section/frame";
import { useSize } from "../../section/useSize";
import { BackForth } from "../../setup/Changed";
import { Conditions } from "../../setup/Conditions";
import { SaveBar } from "../../setup/SaveBar";
import { useAnswer } from "../../setup/useAnswer";
import { useBase } from "../../setup/useBase";
import { useChanges } from "../../setup/useChanges";
import { useAddressNumber, useSetup } from "../../setup/useSetup";
import { AnswerText, Refused } from "./AnswerText";
import { Facts } from "./Facts";

// The pictures are drawn with the answer, and loaded while that is worked out.
const drawing = [import("../../section/Section"), import("../../section/Ladder")] as const;
const Section = lazy(async () => ({ default: (await drawing[0]).Section }));
const Hand = lazy(async () => ({ default: (await drawing[0]).Hand }));
const Ladder = lazy(async () => ({ default: (await drawing[1]).Ladder }));
const OnRods = lazy(() => import("./OnRods"));
const HeadTable = lazy(() => import("./HeadTable"));
const PhoneWorkOut = lazy(() => import("./PhoneWorkOut"));

/** Whoever has never seen Dunvel begins with a kind of fishing. */
export function WorkOutView() {
  const [begun, setBegun] = useKept("dunvel.begun", false);
  const bare = window.location.search === "";
  if (!begun && bare) return <Navigate to="/begin" replace />;
  return <WorkOut onBegun={() => begun || setBegun(true)} />;
}

/** Conditions at the left, the water in the middle, the ladder of heads at the right, the answer above. */
function WorkOut({ onBegun }: { onBegun: () => void }) {
  const { setup, change, replace, back, forth } = useSetup();
  const base = useBase();
  const [grams, setGrams] = useAddressNumber("head");
  const looked = setup.heads.find((mass) => Math.abs(mass * 1000 - (grams ?? -1)) < 1e-6);
  const { data: answered, error, isPlaceholderData, isDraft, isOld, askAgain } = useAnswer(setup, looked);
  const answer = answered?.answer;
  const { data: changes, soFar, share, isError, refetch } = useChanges(isDraft ? undefined : answered?.of);
  const [counted, setCounted] = useState<number>();
  const [held, setHeld] = useState<Frame | null>(null);
  const [wanted, setWanted] = useState<{ path: string; times: number }>();
  const [sheet, setSheet] = useState<"Why" | "Heads" | "Conditions">();
  const [sectionRef, size] = useSize<HTMLDivElement>();
  const [ladderRef, ladderSize] = useSize<HTMLDivElement>();
  const onPhone = useMediaQuery(looks.phone, { noSsr: true });

  const judged = (h: Head) => h.verdict !== "open" && !answered?.old.includes(h.mass);
  const head =
    answer &&
    (answer.heads.find((h) => judged(h) && Math.abs(h.mass * 1000 - (grams ?? -1)) < 1e-6) ??
      answer.heads[answer.closest]);
  const closest = answer?.heads[answer.closest];
  const count = counted ?? answer?.wait ?? 0;
  // While something is dragged the scales stay, so that it stays under the finger.
  const frame =
    held ??
    (answered && size.width > 0
      ? fit(answered.of, answered.answer, head ? reachOf(head) : [], size.width, size.height)
      : null);
  const ladderFrame = ladderFrameOf(frame, onPhone, ladderSize.height);

  const type = (path: string) => {
    setSheet("Conditions");
    setWanted((was) => ({ path, times: (was?.times ?? 0) + 1 }));
  };
  const errors = error instanceof Failure ? error.fields : {};

  const hand = closest && (
    <Suspense fallback={<span className="hand-drawn" />}>
      <Hand handling={closest.handling} />
    </Suspense>
  );
  const text = (
    <AnswerText
      of={answered?.of}
      answer={answer}
      head={head}
      hand={hand}
      changes={changes}
      soFar={soFar}
      share={share}
      failure={error}
      stale={isPlaceholderData}
      old={isOld}
      draft={isDraft}
      onChange={change}
      onAgain={askAgain}
      onLook={refetch}
      lookFailed={isError}
    />
  );
  const changed = (c: Record<string, unknown>) => {
    onBegun();
    change(c);
  };
  const conditions = useCalm(
    <Conditions
      setup={setup}
      base={base.setup}
      answer={answer}
      changes={changes}
      errors={errors}
      wanted={wanted}
      onChange={changed}
      rods={<OnRods onChange={changed} />}
      head={
        <Box
          component="header"
          className="conditions-head"
          sx={{
            display: "flex",
            alignItems: "baseline",
            justifyContent: "space-between",
            gap: "8px",
            "& p": { margin: 0 },
            [looks.printed]: { display: "none" },
          }}
        >
          <p>
            {base.example ? "An example. " : ""}
            <Link to="/begin">{base.example ? "Begin with your own water" : "Begin another"}</Link>
          </p>
          <BackForth back={back} forth={forth} />
        </Box>
      }
    />,
    held !== null,
  );
  const bar = useCalm(<SaveBar setup={setup} onOpen={replace} />, held !== null);
  const picture = (
    <Box className="section-box" sx={looks.sectionBox} ref={sectionRef}>
      <Suspense>
        {answered && frame && (
          <Section
            setup={setup}
            answered={answered.of}
            answer={answered.answer}
            head={head}
            count={count}
            frame={frame}
            stale={isOld}
            onChange={change}
            onHold={(on) => setHeld(on ? frame : null)}
            onType={type}
          />
        )}
      </Suspense>
    </Box>
  );
  const strip = answer && <CountStrip answer={answer} head={head} count={count} onCount={setCounted} />;
  const ladder = (
    <Box
      className="ladder-box"
      sx={{
        "&[data-old]": { color: "text.secondary", opacity: 0.85 },
        gridArea: "ladder",
        minHeight: 0,
        overflow: "hidden",
        borderLeft: looks.rule,
        [looks.thumb]: { order: 2, borderLeft: 0, borderTop: looks.rule },
        [looks.printed]: { display: "none" },
      }}
      data-old={isOld || undefined}
      ref={ladderRef}
    >
      <Suspense>
        {answer && ladderFrame && ladderSize.width > 0 && (
          <Ladder
            answer={answer}
            old={isPlaceholderData ? answer.heads.map((h) => h.mass) : (answered?.old ?? [])}
            selected={head}
            count={count}
            frame={ladderFrame}
            width={ladderSize.width}
            onSelect={(h) => setGrams(Number((h.mass * 1000).toPrecision(8)))}
          />
        )}
      </Suspense>
    </Box>
  );
  const table = answered && <AllHeads answer={answered.answer} setup={answered.of} />;
  const facts = answer && <Facts facts={answer.facts} />;

  if (onPhone) {
    return (
      <View
        title="Work out"
        bar={bar}
        className="phone"
        sx={{
          flex: 1,
          display: "flex",
          flexDirection: "column",
          minHeight: 0,
          "& .section-box": { flex: 1, height: "auto" },
          "@media (max-height: 540px)": { "& .section-box": { flex: "none", height: "300px" } },
        }}
      >
        <Suspense>
          <PhoneWorkOut
            setup={setup}
            answer={answer}
            errors={errors}
            hand={hand}
            old={isOld}
            refused={error && <Refused failure={error} onAgain={askAgain} />}
            picture={picture}
            sheet={sheet}
            onSheet={setSheet}
            inSheet={{
              Why: (
                <>
                  {text}
                  {facts}
                </>
              ),
              Heads: (
                <>
                  {strip}
                  {ladder}
                  {table}
                </>
              ),
              Conditions: conditions,
            }}
            onChange={(c) => {
              onBegun();
              change(c);
            }}
          />
        </Suspense>
      </View>
    );
  }
  return (
    <View title="Work out" bar={bar} className="workout" sx={looks.workout}>
      {text}
      {conditions}
      <Box className="water" sx={looks.water}>
        {picture}
        {strip}
        {facts}
      </Box>
      {ladder}
      {table}
    </View>
  );
}

/** The ladder stands beside the section on its scale; in a sheet of its own it has one of its own. */
function ladderFrameOf(frame: Frame | null, alone: boolean, height: number): Frame | null {
  if (!frame) return null;
  if (!alone || height === 0) return frame;
  const scale = Math.max(height - 70, 120) / frame.height;
  return {
    ...frame,
    height: frame.height * scale,
    down: frame.down * scale,
    z: (m) => frame.z(m) * scale,
    metresZ: (p) => frame.metresZ(p / scale),
  };
}

/** The table of all heads, which is loaded and filled while it is open. */
function AllHeads({ answer, setup }: { answer: Answer; setup: Setup }) {
  const [open, setOpen] = useState(false);
  return (
    <Box
      component="details"
      className="head-table"
      sx={{
        gridArea: "table",
        borderTop: looks.rule,
        padding: "6px 16px",
        maxHeight: "34vh",
        overflowY: "auto",
        [looks.thumb]: { order: 4, maxHeight: "none" },
      }}
      onToggle={(e) => setOpen(e.currentTarget.open)}
    >
      <summary>All heads in a table</summary>
      {open && (
        <Suspense>
          <HeadTable answer={answer} setup={setup} />
        </Suspense>
      )}
    </Box>
  );
}
