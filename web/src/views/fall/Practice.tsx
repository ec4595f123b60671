import { Box, Button, ButtonBase } from "@mui/material";
import { curveCatmullRom, line } from "d3-shape";
import { useEffect, useState } from "react";
import { Failure, type Played, type Round, type Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { Parts } from "../../parts/Parts";
import { useUnits } from "../../parts/preferences";
import { Wrong } from "../../parts/Said";
import { useTap } from "../../parts/useTap";
import { useAddressNumber, useAddressText } from "../../setup/useSetup";
import { Led, type Throw } from "./Led";
import { type Game, useRound } from "./useRounds";

const games: { key: Game; label: string }[] = [
  { key: "touch", label: "Call the touch" },
  { key: "fish", label: "Stop at the fish" },
  { key: "lead", label: "Lead the fish" },
];

const anotherSeed = () => Math.floor(Math.random() * 100000);

/** Rounds with one's own tackle: the touch is called from the line alone, the bait stopped at fish by counting, or fish that swim by are led. */
export function Practice({ setup, mass }: { setup: Setup; mass: number | undefined }) {
  const [text = "touch", setGame] = useAddressText("practice");
  const game = games.find((g) => g.key === text)?.key ?? "touch";
  const [seed = 1, setSeed] = useAddressNumber("seed");
  const { round, history, call } = useRound(setup, mass, game, seed);
  const { show } = useUnits();
  const [since, setSince] = useState<number | null>(null);
  const [time, setTime] = useState(0);
  const [thrown, setThrown] = useState<Throw>();
  const score = call.data;
  const swim = game === "lead" ? (round.data?.swim ?? undefined) : undefined;

  const cast = () => {
    call.reset();
    setThrown(undefined);
    setTime(0);
    setSince(performance.now());
  };
  const over = () => {
    setSince(null);
    setTime(0);
    setThrown(undefined);
    call.reset();
  };
  const tap = useTap(() => {
    if (call.isPending || !round.data) return;
    if (since === null) return cast();
    if (game === "lead") return over(); // it is thrown in the picture
    setSince(null);
    call.mutate({ at: (performance.now() - since) / 1000 });
  });
  const throwTo = (to: Throw) => {
    if (since === null || call.isPending) return;
    setThrown(to);
    setSince(null);
    call.mutate({ at: (performance.now() - since) / 1000, ...to });
  };

  useEffect(() => {
    if (since === null) return;
    let frame = requestAnimationFrame(function tick() {
      setTime((performance.now() - since) / 1000);
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [since]);
  const playing = since !== null;
  const failure = round.error ?? call.error;
  const fish = round.data?.fish ?? 0;
  return (
    <Box
      component="section"
      className="practice"
      sx={{
        gridColumn: "1 / -1",
        display: "grid",
        gridTemplateColumns: "minmax(0, 1fr)",
        gap: "8px",
        alignContent: "start",
        maxWidth: "760px",
        margin: "0 auto",
        padding: "12px 16px",
        [looks.thumb]: { padding: 0 },
      }}
      aria-label="Practice"
    >
      <Parts
        label="Games"
        parts={games}
        shown={game}
        onShow={(key) => {
          over();
          setGame(key);
        }}
        after={
          <Button variant="outlined" onClick={() => setGame(undefined)}>
            Back to the fall
          </Button>
        }
      />
      <Box component="p" className="practice-task" sx={{ margin: 0, fontSize: "1.1875rem", fontWeight: 650 }}>
        {game === "lead"
          ? `They swim ${show("depth", fish)} deep. Throw ${mass === undefined ? "the head" : show("mass", mass)} so that it is there before them.`
          : game === "touch"
            ? `You cannot see the bed. Watch the line and call when ${mass === undefined ? "the head" : show("mass", mass)} touches it.`
            : `The fish are at ${show("depth", fish)}. Count ${mass === undefined ? "" : show("mass", mass)} down, and stop it there.`}
      </Box>
      {failure && (
        <Wrong>
          {failure instanceof Failure && Object.keys(failure.fields).length > 0
            ? Object.values(failure.fields).join(" ")
            : failure.message}
        </Wrong>
      )}
      {swim && <Led swim={swim} time={time} running={playing} thrown={thrown} onThrow={throwTo} />}
      {round.data && !swim && <LineAtWater round={round.data} time={time} />}
      <ButtonBase
        className="practice-call"
        sx={{
          minHeight: "88px",
          border: "2px solid var(--palette-text-primary)",
          borderRadius: "8px",
          bgcolor: "background.paper",
          color: "text.primary",
          fontSize: "1.5rem",
          fontWeight: 750,
          touchAction: "manipulation",
          userSelect: "none",
          "&[data-running]": {
            borderColor: "primary.main",
            boxShadow: "inset 0 0 0 3px var(--palette-primary-main)",
          },
          [looks.thumb]: { minHeight: "120px" },
        }}
        data-running={playing || undefined}
        disabled={!round.data}
        {...tap}
      >
        {playing
          ? game === "lead"
            ? "Let them go"
            : game === "touch"
              ? "It touches!"
              : "Stop it here!"
          : score
            ? "The same once more"
            : game === "lead"
              ? "They come"
              : "Cast"}
      </ButtonBase>
      {score && !playing && (
        <Box
          className="practice-score"
          sx={{ fontSize: "1.0625rem", "& b": { fontSize: "1.875rem" } }}
          role="status"
        >
          <b>{score.points}</b> of 100. {score.words}{" "}
          <Button
            variant="outlined"
            onClick={() => {
              over();
              setSeed(anotherSeed());
            }}
          >
            Next round
          </Button>
        </Box>
      )}
      <Past played={(history.data ?? []).filter((p) => p.game === game)} />
    </Box>
  );
}

const width = 560;
const height = 240;
const scale = 80; // pixels per metre
const surface = 110;
const dips = 0.05; // m under the surface at which a line is seen to go down

/** The line where it enters the water, with a mark on every half metre that runs off with it. */
function LineAtWater({ round, time }: { round: Round; time: number }) {
  const { frames } = round;
  const found = frames.findLastIndex((f) => f.time <= time);
  const now = frames[Math.max(found, 0)];
  if (!now) return null;
  let paid = 0;
  for (let i = 1; i <= found; i++) {
    const a = frames[i - 1];
    const b = frames[i];
    if (a && b) paid += ((a.runOut + b.runOut) / 2) * (b.time - a.time);
  }
  paid += now.runOut * Math.max(time - now.time, 0) * (found < frames.length - 1 ? 1 : 0);
  const wet = now.line.findLast((p) => p.z <= -dips) ?? now.line[0];
  const middle = wet?.x ?? 0;
  const path =
    line<{ x: number; z: number }>(
      (p) => width / 2 + (p.x - middle) * scale,
      (p) => surface - p.z * scale,
    ).curve(curveCatmullRom)(now.line) ?? "";
  return (
    <svg
      className="practice-water"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label="The line where it enters the water"
    >
      <defs>
        <linearGradient
          id="fading"
          x1={0}
          y1={surface}
          x2={0}
          y2={surface + scale}
          gradientUnits="userSpaceOnUse"
        >
          <stop offset="0" className="fading-not" />
          <stop offset="1" className="fading-away" />
        </linearGradient>
      </defs>
      <rect x={0} y={surface} width={width} height={height - surface} className="closeup-water" />
      <path d={path} className="line" />
      <path d={path} className="practice-marks" style={{ strokeDashoffset: -paid * scale }} />
      <rect x={0} y={surface} width={width} height={height - surface} fill="url(#fading)" />
      <path d={`M0 ${surface}H${width}`} className="surface-line" />
    </svg>
  );
}

/** The calls so far: points over time, and what was missed. */
function Past({ played }: { played: Played[] }) {
  if (played.length === 0) return null;
  const shown = played.slice(0, 20).reverse();
  const kinds = [...new Set(shown.map((p) => p.missed || "right"))];
  const missed = kinds.map((what) => `${shown.filter((p) => (p.missed || "right") === what).length} ${what}`);
  const mean = Math.round(shown.reduce((sum, p) => sum + p.points, 0) / shown.length);
  return (
    <Box
      component="figure"
      className="practice-past"
      sx={{
        margin: "8px 0 0",
        color: "text.secondary",
        "& svg": { width: "100%", maxWidth: "420px" },
        "& .rule": { stroke: "var(--palette-divider)" },
      }}
    >
      <figcaption>
        The last {shown.length}: {mean} on average; {missed.join(", ")}.
      </figcaption>
      <svg viewBox="0 0 420 74" role="img" aria-label={shown.map((p) => p.points).join(", ")}>
        <path d="M0 64H420M0 4H420" className="rule" />
        {shown.map((p, i) => (
          <circle
            key={p.time}
            cx={12 + i * 20.8}
            cy={64 - p.points * 0.6}
            r={5}
            className={p.missed ? "past-missed" : "past-right"}
          >
            <title>{`${p.points} of 100${p.missed ? `, ${p.missed}` : ""}, round ${p.seed}`}</title>
          </circle>
        ))}
      </svg>
    </Box>
  );
}
