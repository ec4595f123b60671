import { Box, Button, ButtonBase } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import type { EventKind, LogEvent, Phase, SavedTrip, Setup } from "../api/client";
import { Care, useCautions } from "../parts/Care";
import { useDefinitions } from "../parts/definitions";
import { Entry } from "../parts/Entry";
import { useLive } from "../parts/live";
import * as looks from "../parts/looks";
import { Parts } from "../parts/Parts";
import { useUnits } from "../parts/preferences";
import { Wrong } from "../parts/Said";
import { useSay } from "../parts/Undo";
import { atTime, onTheWall } from "../parts/when";
import { NumberField } from "../setup/NumberField";
import { Aboard, aboard } from "./aboard";
import { Change } from "./Change";
import { FishDetails } from "./FishDetails";
import { newKey, send } from "./queue";
import { forgetSplash, noteSplash, sinceSplash } from "./splash";
import { latest, stateBefore, stateNow } from "./state";
import { useEvents, useLesson, useLogActions, useQueue } from "./useLog";
import { apart, at, kindOf, tied, told } from "./words";

const taps: { kind: EventKind; label: string; phase?: Phase }[] = [
  { kind: "bite", label: "Bite on the fall", phase: "fall" },
  { kind: "bite", label: "Bite on the bed", phase: "bottom" },
  { kind: "bite", label: "Bite while worked", phase: "working" },
  { kind: "bite", label: "Bite coming back", phase: "coming back" },
  { kind: "fish", label: "Fish" },
  { kind: "fish lost", label: "Fish lost" },
  { kind: "short bite", label: "Short bite" },
  { kind: "fish seen", label: "Fish seen" },
  { kind: "bottom lost", label: "Bed lost" },
  { kind: "snag freed", label: "Snag freed" },
  { kind: "head lost", label: "Head lost" },
  { kind: "bait torn", label: "Bait torn" },
  { kind: "tangle", label: "Tangle" },
  { kind: "retie", label: "Retied" },
  { kind: "line trimmed", label: "Line trimmed" },
];

/** The log for wet hands: one tap for whatever happens, with a way back. */
export function Tap({ trip, setup }: { trip: SavedTrip; setup: Setup }) {
  const { show } = useUnits();
  const { techniques } = useDefinitions();
  const names = new Map(techniques.map((t) => [t.key, t.name]));
  const { data: events, refetch } = useEvents(trip.id);
  const { queue, stuck, log, letGo } = useQueue(trip.id);
  const { takeOff, putBack, correct } = useLogActions();
  const say = useSay();
  const keeping = useRef<Promise<unknown>>(Promise.resolve());
  const [rod, setRod] = useState(0);
  const [changing, setChanging] = useState(false);
  const [since, setSince] = useState(() => sinceSplash(trip.id, rod));
  const [gone, setGone] = useState<{ id: number; label: string }>();
  const live = useLive();

  useEffect(() => {
    const follow = () => setSince(sinceSplash(trip.id, rod));
    follow();
    const timer = window.setInterval(follow, 200);
    return () => window.clearInterval(timer);
  }, [trip.id, rod]);

  const unsent = queue.map((w) => w.event);
  const all: LogEvent[] = [...(events ?? []).map((e) => e.event), ...unsent];
  const state = stateNow(trip, rod, all);
  const before = stateBefore(trip, rod, all);
  const { data: lesson } = useLesson(trip.id > 0 ? trip.id : undefined);
  const casts = all.filter((e) => e.kind === "splash").length;
  const lastSplash = latest(all, rod, "splash");
  const lastBed = latest(all, rod, "bottom");
  const felt =
    lastSplash && lastBed && Date.parse(lastBed.time) > Date.parse(lastSplash.time)
      ? (lastBed.seconds ?? 0)
      : 0;
  const kept = (e: LogEvent | undefined) => events?.find((k) => k.event.key === e?.key);
  const late = kept(lastSplash)?.overdue ?? 0;
  const overdue =
    late > 0 &&
    since > late &&
    felt === 0 &&
    state.technique === lastSplash?.with?.technique &&
    since < 3 * late;
  const { data: care } = useCautions(state.setup, state.mass, trip.trip.place);
  const tap = (event: Partial<LogEvent> & { kind: EventKind }) => {
    setGone(undefined);
    const ago = sinceSplash(trip.id, rod);
    log({
      key: newKey(),
      time: onTheWall(new Date()),
      rod,
      phase: "",
      since: Math.round(ago * 10) / 10,
      aboard: aboard(live),
      ...event,
    });
  };
  const splash = () => {
    noteSplash(trip.id, rod);
    tap({ kind: "splash", since: 0 });
  };
  const last = queue.at(-1)?.event ?? events?.at(-1)?.event;
  const said = kept(last)?.said;
  const undo = async () => {
    if (!last) return;
    const { key, kind } = last;
    if (kind === "splash") forgetSplash(trip.id, rod);
    const of = (list: typeof events) => list?.find((e) => e.event.key === key);
    let kept = of(events);
    if (!kept && !stuck) {
      await send(); // it may be on its way
      kept = of((await refetch()).data);
    }
    if (!kept) {
      letGo(key);
      return;
    }
    const { id } = kept;
    takeOff.mutate(kept, { onSuccess: () => setGone({ id, label: kind }) });
  };
  // One after another: each goes by the version that the one before has left.
  const keepDetails = (event: LogEvent) => {
    keeping.current = keeping.current
      .then(async () => {
        if (!stuck) await send(); // it may be on its way
        const of = (await refetch()).data?.find((k) => k.event.key === event.key);
        if (of) await correct.mutateAsync({ of, event });
        else log(event); // it waits yet, under the same key
      })
      .catch((e: Error) => say(e.message));
  };
  const refused = queue.filter((w) => w.refused);
  const out = queue.length - refused.length;

  return (
    <Box
      className="tap"
      sx={{
        display: "grid",
        gap: "8px",
        maxWidth: "640px",
      }}
    >
      {trip.trip.rods.length > 1 && (
        <Parts
          label="Rods"
          parts={trip.trip.rods.map((r, i) => ({ key: String(i), label: r.name }))}
          shown={String(rod)}
          onShow={(key) => setRod(Number(key))}
        />
      )}
      <Box
        component="p"
        className="tap-tied"
        sx={{
          display: "flex",
          flexWrap: "wrap",
          gap: "8px",
          alignItems: "center",
          margin: 0,
          fontWeight: 650,
          "& > span": { flex: "1 1 240px" },
        }}
      >
        <span>
          {tied(state, show, names)}
          {at(state) && `; ${at(state)}`}
        </span>
        <Button variant="outlined" onClick={() => setChanging(!changing)} aria-expanded={changing}>
          Changed…
        </Button>{" "}
        {before && (
          <Button variant="outlined" onClick={() => tap({ kind: "changed", state: before, since: 0 })}>
            Back to {apart(before, state, show, names)}
          </Button>
        )}
      </Box>
      <Aboard live={live} />
      {care && <Care folded cautions={care.now} />}
      {changing && (
        <Change
          state={state}
          setup={setup}
          onLog={(kind, next) => {
            tap({ kind, state: next, since: 0 });
            setChanging(false);
          }}
        />
      )}
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: "8px" }}>
        <ButtonBase className="tap-splash" sx={tapSplashLook} onClick={splash}>
          Splash
          <small>
            {since > 0 ? `cast ${casts}, ${since.toFixed(0)} s ago` : `cast ${casts + 1}, when it lands`}
          </small>
        </ButtonBase>
        <ButtonBase
          className="tap-splash"
          sx={tapSplashLook}
          disabled={since === 0}
          onClick={() => {
            const ago = Math.round(sinceSplash(trip.id, rod) * 10) / 10;
            tap({ kind: "bottom", seconds: ago, since: ago, phase: "bottom" });
          }}
        >
          On the bed
          <small>{underway(since, felt)}</small>
        </ButtonBase>
      </Box>
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "1fr 1fr",
          gap: "8px",
          "& button": { minHeight: "60px", fontSize: "1.0625rem" },
          '& button[data-kind="fish"]': { borderWidth: "2px", borderColor: "text.primary", fontWeight: 750 },
          [looks.thumb]: { "& button": { minHeight: "54px" } },
        }}
      >
        {taps.map((t) => (
          <Button
            variant="outlined"
            key={t.label}
            data-kind={t.kind}
            onClick={() => tap({ kind: t.kind, phase: t.phase ?? "" })}
          >
            {t.label}
          </Button>
        ))}
      </Box>
      <NoteIt onNote={(note) => tap({ kind: "note", note })} />
      <Box
        className="tap-last"
        sx={{
          position: "sticky",
          bottom: 0,
          minHeight: "56px",
          padding: "4px 0",
          borderTop: looks.rule,
          bgcolor: "background.paper",
          "& p": { margin: "4px 0" },
        }}
        role="status"
      >
        {overdue && <p>Longer than expected: deeper here, or drifting off?</p>}
        {last && said && <p>{said}</p>}
        {lesson?.worn && <p>{lesson.worn}</p>}
        {lesson?.next && <p>{lesson.next}</p>}
        {last && (
          <p>
            <b>
              {atTime(last.time)} {kindOf(last)}
            </b>{" "}
            {told(last, show, names)}{" "}
            <Button variant="outlined" onClick={undo}>
              Undo
            </Button>
          </p>
        )}
        {last?.kind === "bottom" && (
          <details key={last.key}>
            <summary>Line out, where it was counted</summary>
            <NumberField
              path="event.lineOut"
              value={last.lineOut ?? 0}
              onChange={(lineOut) => keepDetails({ ...last, lineOut })}
            />
          </details>
        )}
        {last && (last.kind === "fish" || last.kind === "fish lost") && (
          <FishDetails
            key={last.key}
            of={last}
            kinds={[...new Set(all.map((e) => e.species ?? "").filter(Boolean))]}
            onKeep={keepDetails}
          />
        )}
        {gone && (
          <p>
            “{gone.label}” is off the log.{" "}
            <Button
              variant="outlined"
              onClick={() => putBack.mutate(gone.id, { onSuccess: () => setGone(undefined) })}
            >
              Redo
            </Button>
          </p>
        )}
        {stuck && out > 0 && (
          <Box component="p" className="tap-waiting" sx={{ paddingLeft: "10px", borderLeft: looks.marked }}>
            {out} kept on this device, not sent yet: the server is out of reach. It is tried again.
          </Box>
        )}
        {refused.map((w) => (
          <Wrong key={w.event.key}>
            {atTime(w.event.time)} {kindOf(w.event)} is not taken: {w.refused}{" "}
            <Button variant="outlined" onClick={() => letGo(w.event.key)}>
              Delete
            </Button>
          </Wrong>
        ))}
      </Box>
    </Box>
  );
}

/** How it goes on since the splash: it falls, or lies on the bed since it was felt. */
function underway(since: number, felt: number): string {
  if (since === 0) return "after a splash";
  return felt > 0
    ? `lies ${minutes(since - felt)}, down in ${felt.toFixed(0)} s`
    : `after ${since.toFixed(0)} s`;
}

/** Seconds as a clock has them. */
const minutes = (s: number) =>
  `${Math.floor(Math.max(s, 0) / 60)}:${String(Math.floor(Math.max(s, 0) % 60)).padStart(2, "0")}`;

/** Whatever else there is to say. */
function NoteIt({ onNote }: { onNote: (note: string) => void }) {
  const [text, setText] = useState("");
  return (
    <Box
      component="form"
      className="tap-note"
      sx={{
        display: "grid",
        gridTemplateColumns: "1fr auto",
        gap: "8px",
      }}
      onSubmit={(e) => {
        e.preventDefault();
        if (text.trim()) onNote(text.trim().slice(0, 1000));
        setText("");
      }}
    >
      <Entry
        boxed
        aria-label="A note"
        placeholder="A note"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <Button variant="outlined" type="submit">
        Note it
      </Button>
    </Box>
  );
}

const tapSplashLook = {
  display: "grid",
  placeContent: "center",
  minHeight: "92px",
  border: "2px solid var(--palette-text-primary)",
  padding: "4px",
  fontSize: "1.25rem",
  fontWeight: 750,
  whiteSpace: "nowrap",
  "& small": { fontSize: "0.875rem", fontWeight: 400, color: "text.secondary" },
  [looks.thumb]: { minHeight: "84px" },
} as const;
