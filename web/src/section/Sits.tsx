import type { Answer } from "../api/client";
import "../setup/rig.css";

const width = 274;
const height = 96;
const bed = 66;
const long = 44;

/** How head and bait sit: on the bed, as they fall, and drawn along. */
export function Sits({ sits }: { sits: NonNullable<Answer["sits"]> }) {
  const { attitude, bed: over, fall, tow, bends, glide } = sits;
  const drawn =
    Math.abs(tow) < 3 ? "level" : tow > 0 ? `tail ${tow.toFixed(0)}° low` : `tail ${(-tow).toFixed(0)}° high`;
  return (
    <svg
      className="rig-editor"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={`On the bed it ${attitude}, drawn along it is ${drawn}`}
    >
      <title>How it sits on the bed, falling and drawn along</title>
      <rect x={4} y={bed} width={82} height={5} className="ground" />
      <g transform={`translate(28 ${bed - 6})`}>
        <Lure turned={-over} bends={bends} />
      </g>
      <text x={4} y={height - 10} className="note">
        {attitude} {over.toFixed(0)}°
      </text>
      <path
        d={`M128 ${bed - 56}v60m-4-6 4 6 4-6`}
        className="rig-measure"
        transform={`rotate(${glide} 128 ${bed + 4})`}
      />
      <g transform={`translate(128 ${bed - 2})`}>
        <Lure turned={fall - 90} bends={bends} />
      </g>
      <text x={104} y={height - 10} className="note">
        falls {fall.toFixed(0)}°
      </text>
      <path d={`M196 ${bed - 26}h-14m6-4-6 4 6 4`} className="rig-measure" />
      <g transform={`translate(202 ${bed - 26})`}>
        <Lure turned={tow} bends={bends} />
      </g>
      <text x={180} y={height - 10} className="note">
        {drawn}
      </text>
    </svg>
  );
}

/** A lure with its nose at the middle, its tail to the right and turned clockwise by so many degrees. */
function Lure({ turned, bends }: { turned: number; bends: boolean }) {
  const tail = bends
    ? `q${long * 0.5}-8 ${long} 4q-${long * 0.5} 0-${long}-4Z`
    : `q${long * 0.5}-9 ${long} 0q-${long * 0.5} 9-${long} 0Z`;
  return (
    <g transform={`rotate(${turned})`}>
      <path d={`M0 0${tail}`} className="rig-bait" />
      <circle r={5} className="rig-body" />
    </g>
  );
}
