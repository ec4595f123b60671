import { scaleLinear } from "d3-scale";
import { curveLinear, line } from "d3-shape";
import type { PointerEvent } from "react";
import type { Drop, DropFrame } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { frameAt } from "../../section/frames";

interface Props {
  drops: Drop[];
  time: number;
  end: number;
  width: number;
  onTime: (time: number) => void;
}

interface Row {
  label: string;
  measure: string;
  of: (f: DropFrame) => number;
  /** The least that the scale goes to, so that nothing does not look like something. */
  least: number;
  down?: boolean;
}

const rows: Row[] = [
  { label: "Depth", measure: "depth", of: (f) => Math.max(-f.end.z, 0), least: 0.5, down: true },
  { label: "Over the bed", measure: "depth", of: (f) => f.height, least: 0.2 },
  { label: "Runs off", measure: "speed", of: (f) => f.runOut, least: 0.05 },
  { label: "Pull at the tip", measure: "force", of: (f) => f.tension, least: 0.01 },
];

const rowHeight = 34;
const top = 18;
const left = 104;

/** Frames at even times, whereas the engine's crowd where much happens. */
function evenly(drop: Drop): DropFrame[] {
  const count = 200;
  return Array.from({ length: count }, (_, i) => frameAt(drop, (drop.time * i) / (count - 1))).filter(
    (f) => f !== undefined,
  );
}

/** What happens over time, on one axis: actions, depth, height, run-out and pull. */
export function Traces({ drops, time, end, width, onTime }: Props) {
  const { show } = useUnits();
  const x = scaleLinear()
    .domain([0, Math.max(end, 1)])
    .range([left, width - 12]);
  const height = top + rows.length * rowHeight + 18;
  const scrub = (e: PointerEvent<SVGSVGElement>) => {
    if (e.buttons !== 1) return;
    onTime(x.invert(e.clientX - e.currentTarget.getBoundingClientRect().left));
  };
  const actions = (drops[0]?.actions ?? []).filter((a) => a.to > a.from);
  return (
    <svg
      className="traces"
      width={width}
      height={height}
      role="img"
      aria-label="Depth, height over the bed, run-out and pull over time"
      onPointerDown={scrub}
      onPointerMove={scrub}
    >
      {actions.map((a, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: actions recur and keep their order
        <g key={i}>
          <rect
            x={x(a.from)}
            y={0}
            width={Math.max(x(a.to) - x(a.from) - 1, 1)}
            height={top - 4}
            className="trace-action"
          />
          {x(a.to) - x(a.from) > 7 * a.label.length && (
            <text x={x(a.from) + 3} y={10}>
              {a.label}
            </text>
          )}
        </g>
      ))}
      {rows.map((row, i) => {
        const y0 = top + i * rowHeight;
        // A jerk that lasts no time does not flatten all the rest: it is cut off.
        const values = drops.flatMap((d) => evenly(d).map(row.of)).sort((a, b) => a - b);
        const most = Math.max(values[Math.floor(0.985 * (values.length - 1))] ?? 0, row.least);
        const least = Math.min(values[0] ?? 0, 0);
        const y = scaleLinear()
          .domain(row.down ? [0, most] : [most, least])
          .range([y0 + 4, y0 + rowHeight - 4])
          .clamp(true);
        return (
          <g key={row.label}>
            <path d={`M${left} ${y(0)}H${width - 12}`} className="trace-zero" />
            <text x={0} y={y0 + 14}>
              {row.label}
            </text>
            <text x={0} y={y0 + 28} className="trace-most">
              to {show(row.measure, most)}
            </text>
            {drops.map((d, k) => (
              <path
                key={d.mass}
                className={k === 0 ? "trace" : "trace trace-other"}
                d={
                  line<DropFrame>(
                    (f) => x(f.time),
                    (f) => y(row.of(f)),
                  ).curve(curveLinear)(d.frames) ?? ""
                }
              />
            ))}
          </g>
        );
      })}
      {x.ticks(8).map((t) => (
        <text key={t} x={x(t)} y={height - 4} textAnchor="middle">
          {t} s
        </text>
      ))}
      <path d={`M${x(time)} 0V${height - 16}`} className="trace-now" />
    </svg>
  );
}
