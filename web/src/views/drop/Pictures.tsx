import { Box } from "@mui/material";
import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import type { Look } from "../../api/client";
import { useUnits } from "../../parts/preferences";

const width = 340;
const height = 180;
const foot = 40;

/** How well the drag is known, before the drops and after. */
export function Known({ look }: { look: Look }) {
  const { curve, fit } = look;
  const first = curve[0]?.factor ?? 0;
  const last = curve.at(-1)?.factor ?? 1;
  const most = Math.max(...curve.flatMap((d) => [d.before, d.after]));
  const x = scaleLinear([first, last], [10, width - 10]);
  const y = scaleLinear([0, most * 1.12], [height - foot, 4]);
  const under = (of: "before" | "after") =>
    area<(typeof curve)[number]>(
      (d) => x(d.factor),
      y(0),
      (d) => y(d[of]),
    )(curve) ?? "";
  const measured = fit.drops > 0;
  return (
    <Box component="figure" className="drop-picture" sx={dropPictureLook}>
      <figcaption>Drag, over what is usual for its form</figcaption>
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={look.words}>
        <path d={under("before")} className="known-before" />
        {measured && <path d={under("after")} className="known-after" />}
        {measured && (
          <path d={`M${x(look.low)} ${y(0)}H${x(look.high)}`} className="known-range" data-low={look.low} />
        )}
        <path d={`M${x(1)} ${y(0)}V4`} className="known-usual" strokeDasharray="3 3" />
        <path d={`M10 ${y(0)}H${width - 10}`} className="axis" />
        {x.ticks(6).map((t) => (
          <text key={t} x={x(t)} y={height - 24} textAnchor="middle" className="note">
            {t}
          </text>
        ))}
        <text x={width / 2} y={height - 6} textAnchor="middle" className="note">
          {measured ? "wide: before, narrow: now, bar: 8 in 10" : "before any drop"}
        </text>
      </svg>
    </Box>
  );
}

/** Times expected against times measured: before the drops and now. */
export function Against({ look }: { look: Look }) {
  const { show } = useUnits();
  const { points } = look;
  if (points.length === 0) return null;
  const most = Math.max(...points.flatMap((p) => [p.measured, p.before, p.after])) * 1.15;
  const left = 34;
  const x = scaleLinear([0, most], [left, width - 10]);
  const y = scaleLinear([0, most], [height - foot, 8]);
  const even = line()([
    [x(0), y(0)],
    [x(most), y(most)],
  ]);
  return (
    <Box component="figure" className="drop-picture" sx={dropPictureLook}>
      <figcaption>Seconds measured over seconds expected</figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={points
          .map((p) => `${show("mass", p.mass)}: ${p.measured.toFixed(1)} s, expected ${p.after.toFixed(1)} s`)
          .join("; ")}
      >
        <path d={even ?? ""} className="known-usual" strokeDasharray="3 3" />
        <path d={`M${left} 8V${y(0)}H${width - 10}`} className="axis" />
        {x.ticks(5).map((t) => (
          <text key={t} x={x(t)} y={height - 24} textAnchor="middle" className="note">
            {t}
          </text>
        ))}
        {y.ticks(4).map((t) => (
          <text key={t} x={left - 6} y={y(t) + 4} textAnchor="end" className="note">
            {t}
          </text>
        ))}
        {points.map((p, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: tests have no other name here
          <g key={i}>
            <path d={`M${x(p.before)} ${y(p.measured)}H${x(p.after)}`} className="axis" />
            <circle cx={x(p.before)} cy={y(p.measured)} r={4} className="point-before" />
            <circle
              cx={x(p.after)}
              cy={y(p.measured)}
              r={4}
              className={p.this ? "point-this" : "point-after"}
            />
            <title>{`${show("mass", p.mass)}, ${show("depth", p.depth)}`}</title>
          </g>
        ))}
        <text x={width / 2} y={height - 6} textAnchor="middle" className="note">
          ring: as expected before, disc: now
        </text>
      </svg>
    </Box>
  );
}

const dropPictureLook = {
  margin: "0 0 12px",
  "& svg": { display: "block", width: "100%", maxWidth: "420px" },
  "& figcaption": { color: "text.secondary" },
} as const;
