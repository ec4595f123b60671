import { Box, Button, ButtonBase } from "@mui/material";
import type { LivePart, LiveState, Weight } from "../../api/client";
import { useAge } from "../../parts/live";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Unseen } from "../../parts/Said";
import { NumberField } from "../../setup/NumberField";
import type { Held } from "./useWeight";

type Figure = Weight["figures"][number];

const parts: Record<string, "depth" | "drift" | "current" | "wind" | "temperature"> = {
  "water.depth": "depth",
  "boat.speed": "drift",
  "flow.speed": "current",
  "wind.speed": "wind",
  "water.temperature": "temperature",
};
const measures: Record<string, string> = {
  "water.depth": "depth",
  "boat.speed": "speed",
  "flow.speed": "speed",
  "wind.speed": "wind",
  "water.temperature": "temperature",
};

/** What the weight is worked out from: each as it is measured, or held by hand. */
export function Figures({
  figures,
  live,
  held,
  onHeld,
}: {
  figures: Figure[];
  live: { state: LiveState; came: number } | undefined;
  held: Held;
  onHeld: (held: Held) => void;
}) {
  const older = useAge(live);
  return (
    <Box
      component="ul"
      className="boat-figures"
      sx={{
        display: "grid",
        gridTemplateColumns: "repeat(auto-fill, minmax(150px, 1fr))",
        gap: "0 16px",
        margin: "8px 0",
        padding: 0,
        listStyle: "none",
        "& li": { borderBottom: looks.rule },
        "& li > button:not(.boat-letgo)": {
          display: "grid",
          justifyContent: "stretch",
          width: "100%",
          minHeight: "60px",
          padding: "4px 0",
          textAlign: "left",
        },
        "& b": { fontSize: "1.5rem", lineHeight: 1.15, whiteSpace: "nowrap" },
        '& [data-from="as set"] b': { fontWeight: 400 },
        '& [data-from="last heard"] b': { fontWeight: 400 },
        "& .row": { gridTemplateColumns: "minmax(0, 1fr)", border: 0 },
        "& small": { color: "text.secondary", display: "block", paddingBottom: "4px", fontSize: "0.875rem" },
      }}
      aria-label="What it is worked out from"
    >
      {figures.map((f) => {
        const key = parts[f.path];
        const part = key ? (live?.state[key] ?? null) : null;
        return <One key={f.path} figure={f} part={part} older={older} held={held} onHeld={onHeld} />;
      })}
    </Box>
  );
}

function One({
  figure,
  part,
  older,
  held,
  onHeld,
}: {
  figure: Figure;
  part: LivePart | null;
  older: number;
  held: Held;
  onHeld: (held: Held) => void;
}) {
  const { show } = useUnits();
  const { path, label, from, words } = figure;
  const byHand = held[path];
  const live = from === "measured" || from === "last heard";
  const value = live && part ? part.value : figure.value;
  const age = part ? part.age + older : figure.age;
  const letGo = () => {
    const { [path]: _gone, ...rest } = held;
    onHeld(rest);
  };
  const quality = part?.quality === "settling" || part?.quality === "unsteady" ? `, ${part.quality}` : "";
  const heard = live ? ago(age) + quality : from === "as set" ? "as set" : "";
  const shown = show(measures[path] ?? "", value);
  if (byHand === undefined)
    return (
      <li data-from={from}>
        <ButtonBase onClick={() => onHeld({ ...held, [path]: value })}>
          <Box component="span" sx={{ color: "text.secondary" }}>
            {label} {heard}
          </Box>
          <b>
            {shown}
            {live && part?.directed && <Arrow course={part.course} />}
          </b>
          <Unseen>Hold by hand</Unseen>
        </ButtonBase>
        {words && <small>{words}</small>}
      </li>
    );
  return (
    <li data-from={from}>
      <NumberField
        path={path}
        label={label}
        id={`held-${path.replace(".", "-")}`}
        value={byHand}
        autoFocus
        onChange={(v) => onHeld({ ...held, [path]: v })}
      />
      {words && <small>{words}</small>}
      <Button variant="outlined" className="boat-letgo" aria-label={`${label}: let go`} onClick={letGo}>
        Let go
      </Button>
    </li>
  );
}

/** Where something goes, as it would be on a chart with north up. */
function Arrow({ course }: { course: number }) {
  return (
    <Box
      component="span"
      className="boat-course"
      sx={{
        display: "inline-flex",
        alignItems: "center",
        gap: "2px",
        marginLeft: "8px",
        fontSize: "1rem",
        fontWeight: 400,
      }}
    >
      <svg width="16" height="16" viewBox="-8 -8 16 16" role="img" aria-label="towards">
        <path d="M0 7V-7M-4 -3L0 -7L4 -3" transform={`rotate(${course})`} className="boat-arrow" />
      </svg>
      {String(Math.round(course) % 360).padStart(3, "0")}°
    </Box>
  );
}

/** How long ago something was heard. */
export function ago(seconds: number): string {
  if (seconds < 2) return "now";
  if (seconds < 120) return `${Math.floor(seconds)} s ago`;
  return `${Math.floor(seconds / 60)} min ago`;
}
