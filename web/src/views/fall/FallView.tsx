import { Box, Button } from "@mui/material";
import { useEffect, useId } from "react";
import { Failure } from "../../api/client";
import { Choose } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Unseen } from "../../parts/Said";
import { View } from "../../parts/View";
import { fit } from "../../section/frame";
import { Playback } from "../../section/Playback";
import { Transport } from "../../section/Transport";
import { useClock, useStill } from "../../section/useClock";
import { useDrops } from "../../section/useDrops";
import { useSize } from "../../section/useSize";
import { SaveBar } from "../../setup/SaveBar";
import { useAnswer } from "../../setup/useAnswer";
import { useAddressNumber, useAddressText, useSetup } from "../../setup/useSetup";
import { CloseUp } from "./CloseUp";
import { Practice } from "./Practice";
import { ProgrammeBar } from "./ProgrammeBar";
import { Traces } from "./Traces";
import { useProgramme } from "./useProgramme";

const inGrams = (kg: number) => Number((kg * 1000).toPrecision(8));

/** Plays a drop and the work that follows it, one head or two on one clock. */
export default function FallView() {
  const { setup, replace } = useSetup();
  const { show } = useUnits();
  const { data: answered, error: noAnswer } = useAnswer(setup);
  const [grams, setGrams] = useAddressNumber("head");
  const [otherGrams, setOtherGrams] = useAddressNumber("against");
  const [start, keepTime] = useAddressNumber("at");
  const { programme } = useProgramme();
  const [game, setGame] = useAddressText("practice");
  const answer = answered?.answer;
  const suggested = answer?.heads[answer.closest]?.mass;
  const mass = grams !== undefined ? grams / 1000 : suggested;
  const heads = [mass, otherGrams !== undefined ? otherGrams / 1000 : undefined].filter(
    (m, i, all): m is number => m !== undefined && all.indexOf(m) === i,
  );
  const { data: played, error, isPlaceholderData } = useDrops(setup, heads, programme);
  const drops = played?.drops ?? [];
  const first = drops[0];
  const end = Math.max(...drops.map((d) => d.time), 0.1);
  const clock = useClock(end, start ?? 0);
  const still = useStill();
  const [sectionRef, size] = useSize<HTMLDivElement>();
  const [tracesRef, tracesSize] = useSize<HTMLDivElement>();

  // The second that is shown stays in the address once the clock rests.
  const { running, time } = clock;
  useEffect(() => {
    const shown = time > 0 ? Number(time.toFixed(2)) : undefined;
    if (running || shown === start) return;
    const timer = window.setTimeout(() => keepTime(shown), 400);
    return () => window.clearTimeout(timer);
  }, [running, time, start, keepTime]);

  const failure = error ?? noAnswer;
  const fields = failure instanceof Failure ? failure.fields : {};
  const ours = Object.fromEntries(Object.entries(fields).filter(([f]) => f.startsWith("programme")));
  const reached = drops.flatMap((d) => d.frames.flatMap((f) => [f.end.x, f.line.at(-1)?.x ?? 0]));
  const frame =
    answered && size.width > 0
      ? fit(played?.of ?? setup, answered.answer, reached, size.width, size.height)
      : null;

  /** How rod and line are held with a head. */
  const heldAs = (mass: number) => {
    const held = answer?.heads.find((h) => Math.abs(h.mass - mass) < 1e-9)?.held;
    return held ? `${held}.` : "";
  };

  if (game !== undefined) {
    return (
      <View
        title="Practice"
        bar={<SaveBar setup={setup} onOpen={replace} />}
        className="page"
        sx={looks.page}
      >
        <Unseen component="h1">Practice</Unseen>
        <Practice setup={setup} mass={mass} />
      </View>
    );
  }
  return (
    <View
      title="Fall"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      className="workout fallview"
      sx={[
        looks.workout,
        {
          gridTemplateColumns: "minmax(0, 1fr) 264px",
          gridTemplateRows: "auto auto minmax(160px, 1fr) auto",
          gridTemplateAreas: '"answer answer" "programme programme" "water side" "time time"',
          "& .answer": { minHeight: 0 },
          [looks.thumb]: { "& .water": { order: 0 }, "& .programme": { order: 3, padding: "6px 12px" } },
        },
      ]}
    >
      <Box
        component="section"
        className="answer"
        sx={looks.answer}
        aria-label="What comes of it"
        data-stale={isPlaceholderData || undefined}
      >
        <Unseen component="h1">Fall</Unseen>
        <Box
          sx={{
            display: "flex",
            gap: "4px 16px",
            float: "right",
            paddingLeft: "16px",
            [looks.thumb]: { float: "none", flexWrap: "wrap", padding: "0 0 4px" },
          }}
        >
          <HeadChoice
            label="Head"
            value={mass}
            masses={setup.heads}
            onChange={(kg) => setGrams(kg === undefined ? undefined : inGrams(kg))}
          />
          <HeadChoice
            label="against"
            value={otherGrams === undefined ? undefined : otherGrams / 1000}
            masses={setup.heads}
            none="no other"
            onChange={(kg) => setOtherGrams(kg === undefined ? undefined : inGrams(kg))}
          />
          <Button variant="link" onClick={() => setGame("touch")}>
            Practise the touch
          </Button>
        </Box>
        {failure && Object.keys(ours).length === 0 && (
          <p role="alert">{Object.values(fields).join(" ") || failure.message}</p>
        )}
        {drops.map((d, i) => (
          <Box
            component="p"
            key={d.mass}
            className="fall-words"
            sx={{ fontSize: "1rem", "& b": i > 0 ? { borderBottom: "2px dashed" } : {} }}
          >
            <b>{show("mass", d.mass)}</b> {heldAs(d.mass)} {d.words.join(" ")}
          </Box>
        ))}
      </Box>
      <ProgrammeBar errors={ours} />
      <Box className="water" sx={looks.water}>
        <Box className="section-box" sx={looks.sectionBox} ref={sectionRef}>
          {answered && frame && first && (
            <Playback
              setup={played?.of ?? setup}
              answer={answered.answer}
              drops={drops}
              time={clock.time}
              frame={frame}
              still={still}
            />
          )}
        </Box>
      </Box>
      {first && (
        <Box
          sx={{
            gridArea: "side",
            borderLeft: looks.rule,
            padding: "8px 12px",
            [looks.thumb]: { order: 2, borderLeft: 0, borderTop: looks.rule },
          }}
        >
          <CloseUp drops={drops} time={clock.time} />
        </Box>
      )}
      {first && first.frames.length > 0 && (
        <Box
          sx={{
            gridArea: "time",
            borderTop: looks.rule,
            padding: "6px 16px 8px",
            [looks.thumb]: { order: 1, padding: "6px 12px" },
          }}
        >
          <Transport clock={clock} drop={first} end={end} still={still} />
          <div ref={tracesRef}>
            {tracesSize.width > 0 && (
              <Traces
                drops={drops}
                time={clock.time}
                end={end}
                width={tracesSize.width}
                onTime={(t) => {
                  clock.stop();
                  clock.set(t);
                }}
              />
            )}
          </div>
        </Box>
      )}
    </View>
  );
}

interface HeadChoiceProps {
  label: string;
  value: number | undefined;
  masses: number[];
  none?: string;
  onChange: (kg: number | undefined) => void;
}

function HeadChoice({ label, value, masses, none, onChange }: HeadChoiceProps) {
  const { show } = useUnits();
  const known = value === undefined || masses.some((m) => Math.abs(m - value) < 1e-9);
  const id = useId();
  const key = (m: number) => String(inGrams(m));
  return (
    <Box
      sx={{
        display: "flex",
        alignItems: "center",
        gap: "8px",
        "& .MuiNativeSelect-root": { width: "auto", borderBottom: looks.rule },
      }}
    >
      <label htmlFor={id}>{label}</label>
      <Choose
        id={id}
        value={value === undefined ? "" : key(value)}
        onChange={(e) => onChange(e.target.value === "" ? undefined : Number(e.target.value) / 1000)}
      >
        {none && <option value="">{none}</option>}
        {masses.map((m) => (
          <option key={m} value={key(m)}>
            {show("mass", m)}
          </option>
        ))}
        {!known && <option value={key(value)}>{show("mass", value)}</option>}
      </Choose>
    </Box>
  );
}
