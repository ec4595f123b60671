import { Box } from "@mui/material";
import { useState } from "react";
import type { Setup } from "../api/client";
import { useField } from "../parts/definitions";
import * as looks from "../parts/looks";
import { at } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { Handle } from "../section/Handle";
import { lengthOf, rigOf } from "../section/rigs";

const width = 274;
const height = 176;
const bed = height - 18;
const x = 110;

/** The rig as it hangs over the bed, to scale; the length between its two bodies is dragged. */
export default function RigEditor({
  setup,
  onChange,
}: {
  setup: Setup;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const { show, snap } = useUnits();
  const path = lengthOf(setup);
  const field = useField(path);
  const [held, setHeld] = useState<number | null>(null);
  const gap = at(setup, path) as number;
  const onGap = (metres: number) => onChange({ [path]: metres });
  const scale = held ?? 108 / Math.max(gap * 1.15, 0.2); // pixels per metre
  const upper = bed - 14 - gap * scale;
  const limit = (m: number) => Math.min(Math.max(m, field.min), field.max);
  const { low, high, floats, heavyLow, baits = { low: true, high: false } } = rigOf(setup);
  const long = Math.max(setup.bait.length * scale, 8);
  return (
    <Box
      component="fieldset"
      className="rig-box"
      sx={looks.rigBox}
      aria-label={`The rig: ${low}, and ${show("depth", gap)} up the line ${high}`}
    >
      <svg className="rig-editor" width={width} height={height}>
        <title>The rig, to scale</title>
        {!floats && <rect x={0} y={bed} width={width} height={height - bed} className="ground" />}
        {floats && <rect x={0} y={upper} width={width} height={bed - upper} className="rig-water" />}
        <path d={`M${x} 0V${bed - 14}`} className="thread" />
        {floats && <path d={`M${x} ${upper - 16}q7 16 0 32q-7-16 0-32Z`} className="rig-bait" />}
        {baits.low && <Bait y={bed - 14} long={long} />}
        {baits.high && <Bait y={upper} long={long} />}
        <circle cx={x} cy={bed - 14} r={heavyLow ? 8 : 3} className="rig-body" />
        <text x={x + 16} y={bed - 8} className="note">
          {low}
        </text>
        <text x={x + 16} y={Math.max(upper, 12) + 18} className="note">
          {high}
        </text>
        <path
          d={`M${x - 52} ${upper}v${gap * scale}m-4 0h8m-4 ${-gap * scale}m-4 0h8`}
          className="rig-measure"
        />
        <text x={x - 58} y={(upper + bed - 14) / 2 + 4} className="note" textAnchor="end">
          {show("depth", gap)}
        </text>
        <Handle
          x={x}
          y={upper}
          label="Between the two, in the picture"
          grows="up"
          value={gap}
          text={show("depth", gap)}
          min={field.min}
          max={field.max}
          step={Math.max(gap * 0.05, 0.01)}
          onDrag={(_, y) => onGap(limit(snap("depth", (bed - 14 - y) / scale)))}
          onStep={(m) => onGap(limit(snap("depth", m)))}
          onHold={(on) => setHeld(on ? scale : null)}
        />
      </svg>
    </Box>
  );
}

function Bait({ y, long }: { y: number; long: number }) {
  return (
    <path d={`M${x} ${y}q${-long * 0.5} ${-7} ${-long} 0q${long * 0.5} 7 ${long} 0Z`} className="rig-bait" />
  );
}
