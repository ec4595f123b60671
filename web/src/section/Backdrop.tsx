import { ticks } from "d3-array";
import type { Answer, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { useUnits } from "../parts/preferences";
import type { Frame } from "./frame";

/** Round values of a measure between two base values, in the person's unit. */
export function useTicks() {
  const { units } = useDefinitions();
  const { shown } = useUnits();
  return (from: number, to: number, count: number) => {
    const unit = units.find((u) => u.symbol === shown("depth", 1).unit);
    const scale = unit?.scale ?? 1;
    return ticks(from / scale, to / scale, count).map((n) => ({ base: n * scale, label: String(n) }));
  };
}

/** Air, water, bed and their scales. */
export function Backdrop({ setup, answer, frame }: { setup: Setup; answer: Answer; frame: Frame }) {
  const round = useTicks();
  const { shown } = useUnits();
  const { x, z, left, right, width, height } = frame;
  const bed = (m: number) => Math.max(setup.water.depth + answer.bedSlope * m, 0);
  // The shore line, where a slope comes out of the water, is a corner of the bed.
  const shore = answer.bedSlope ? -setup.water.depth / answer.bedSlope : Number.NaN;
  const corners = [left, ...(shore > left && shore < right ? [shore] : []), right];
  const line = corners.map((m) => `${x(m).toFixed(1)} ${z(-bed(m)).toFixed(1)}`).join("L");
  const deepest = Math.max(bed(left), bed(right));
  const depths = round(0, deepest, Math.max(2, Math.min(8, deepest * frame.down * 0.02))).filter(
    (t) => t.base > 0 && t.base <= deepest && z(-t.base) < height - 30,
  );
  const reaches = round(left, right, width / 110).filter((t) => x(t.base) > 40 && x(t.base) < width - 30);
  const unit = shown("depth", 1).unit;
  return (
    <g aria-hidden="true">
      <defs>
        <linearGradient id="water" x1="0" x2="0" y1="0" y2="1">
          <stop offset="0" className="water-top" />
          <stop offset="1" className="water-deep" />
        </linearGradient>
        <pattern id="ground" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V7" className="ground-line" />
        </pattern>
      </defs>
      <rect x={0} y={z(0)} width={width} height={height - z(0)} fill="url(#water)" />
      <path d={`M${line}L${width} ${height}L0 ${height}Z`} className="ground" />
      <path d={`M${line}L${width} ${height}L0 ${height}Z`} fill="url(#ground)" />
      <path d={`M${line}`} className="bed-line" />
      <path d={`M0 ${z(0)}H${width}`} className="surface-line" />
      {depths.map((t) => (
        <g key={t.label} className="tick">
          <path d={`M0 ${z(-t.base)}h6`} />
          <text x={9} y={z(-t.base) + 4}>
            {t.label}
          </text>
        </g>
      ))}
      <text x={9} y={height - 8} className="tick-unit">
        {unit}
      </text>
      {reaches.map((t) => (
        <g key={t.label} className="tick">
          <path d={`M${x(t.base)} ${height}v-5`} />
          <text x={x(t.base)} y={height - 8} textAnchor="middle">
            {t.label}
          </text>
        </g>
      ))}
    </g>
  );
}
