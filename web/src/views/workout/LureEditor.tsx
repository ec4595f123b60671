import { type PointerEvent, useRef, useState } from "react";
import type { Setup } from "../../api/client";
import { useField } from "../../app/definitions";
import { useUnits } from "../../app/preferences";
import "./rig.css";

const width = 274;
const height = 92;
const nose = 64;
const y = 40;

/** Head and bait to scale, with the wire before them; the tail is dragged. */
export function LureEditor({ setup, onLength }: { setup: Setup; onLength: (metres: number) => void }) {
  const { show, snap } = useUnits();
  const field = useField("bait.length");
  const [held, setHeld] = useState<number | null>(null);
  const box = useRef<SVGSVGElement>(null);
  const { length, trimmed, noTail } = setup.bait;
  const scale = held ?? 170 / Math.max(length * 1.1, 0.05); // pixels per metre
  const tail = nose + length * scale;
  const tall = Math.min(length * scale * 0.07, 14);
  const limit = (m: number) => Math.min(Math.max(m, field.min), field.max);
  const drag = (e: PointerEvent) => {
    const at = box.current?.getBoundingClientRect();
    if (held === null || !at) return;
    onLength(limit(snap("size", (e.clientX - at.left - nose) / scale)));
  };
  const paddle = noTail ? "" : `q6 ${-tall} 10 ${-tall}v${2 * tall}q-4 0-10 ${-tall}`;
  return (
    <fieldset className="rig-box" aria-label={`Head and bait: ${show("size", length)} ${setup.bait.form}`}>
      <svg
        ref={box}
        className="rig-editor"
        width={width}
        height={height}
        onPointerMove={drag}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
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
        <g
          className="handle"
          transform={`translate(${tail} ${y})`}
          role="slider"
          tabIndex={0}
          aria-label="Bait length, in the picture"
          aria-valuenow={length}
          aria-valuemin={field.min}
          aria-valuemax={field.max}
          aria-valuetext={show("size", length)}
          onPointerDown={(e) => {
            e.currentTarget.closest("svg")?.setPointerCapture(e.pointerId);
            setHeld(scale);
          }}
          onKeyDown={(e) => {
            const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
            if (!by) return;
            e.preventDefault();
            onLength(limit(snap("size", length + by * 0.005)));
          }}
        >
          <circle r={22} className="handle-touch" />
          <circle r={9} className="handle-grip" />
          <path d="M-2.5-3-5.5 0-2.5 3M2.5-3 5.5 0 2.5 3" className="handle-arrows" />
        </g>
      </svg>
    </fieldset>
  );
}
