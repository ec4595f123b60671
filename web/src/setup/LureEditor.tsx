import { Box } from "@mui/material";
import { useState } from "react";
import type { Setup } from "../api/client";
import { useField } from "../parts/definitions";
import * as looks from "../parts/looks";
import { useUnits } from "../parts/preferences";
import { Handle } from "../section/Handle";

const width = 274;
const height = 92;
const nose = 64;
const y = 40;

/** Head and bait to scale, with the wire before them; the tail is dragged. */
export default function LureEditor({
  setup,
  onLength,
}: {
  setup: Setup;
  onLength: (metres: number) => void;
}) {
  const { show, snap } = useUnits();
  const field = useField("bait.length");
  const [held, setHeld] = useState<number | null>(null);
  const { length, trimmed, noTail } = setup.bait;
  const scale = held ?? 170 / Math.max(length * 1.1, 0.05); // pixels per metre
  const tail = nose + length * scale;
  const tall = Math.min(length * scale * 0.07, 14);
  const limit = (m: number) => Math.min(Math.max(m, field.min), field.max);
  const paddle = noTail ? "" : `q6 ${-tall} 10 ${-tall}v${2 * tall}q-4 0-10 ${-tall}`;
  return (
    <Box
      component="fieldset"
      className="rig-box"
      sx={looks.rigBox}
      aria-label={`Head and bait: ${show("size", length)} ${setup.bait.form}`}
    >
      <svg className="rig-editor" width={width} height={height}>
        <title>Head and bait, to scale</title>
        <path d={`M0 ${y}H${nose}`} className={setup.rig.wire > 0 ? "rig-wire" : "thread"} />
        <path
          d={`M${nose} ${y}q${(tail - nose) * 0.4} ${-2 * tall} ${tail - nose} 0${paddle}q${-(tail - nose) * 0.6} ${2 * tall} ${nose - tail} 0Z`}
          className="rig-bait"
        />
        <circle cx={nose} cy={y} r={8} className="rig-body" />
        {setup.rig.blade && <path d={`M${nose} ${y + 10}q-10 8 0 18q10-10 0-18Z`} className="rig-bait" />}
        {setup.rig.stinger && (
          <path d={`M${nose} ${y}L${tail - 18} ${y + 6}v10a6 6 0 0 0 12 0`} className="rig-measure" />
        )}
        {setup.rig.wire > 0 && (
          <text x={4} y={y - 8} className="note">
            {show("depth", setup.rig.wire)} wire
          </text>
        )}
        <path d={`M${nose} ${height - 22}H${tail}m0-4v8M${nose} ${height - 26}v8`} className="rig-measure" />
        <text x={(nose + tail) / 2} y={height - 6} className="note" textAnchor="middle">
          {show("size", length)}
          {trimmed > 0 && `, ${show("size", trimmed)} cut off`}
        </text>
        <Handle
          x={tail}
          y={y}
          label="Bait length, in the picture"
          grows="right"
          value={length}
          text={show("size", length)}
          min={field.min}
          max={field.max}
          step={0.005}
          onDrag={(at) => onLength(limit(snap("size", (at - nose) / scale)))}
          onStep={(m) => onLength(limit(snap("size", m)))}
          onHold={(on) => setHeld(on ? scale : null)}
        />
      </svg>
    </Box>
  );
}
