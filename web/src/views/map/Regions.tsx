import { scaleLinear } from "d3-scale";
import type { KeyboardEvent, PointerEvent } from "react";
import { useUnits } from "../../parts/preferences";
import { labels } from "./names";
import type { Cell, Chart, useHere } from "./useChart";

interface Props {
  chart: Chart;
  cells: (Cell | undefined)[][];
  heads: number[];
  here: ReturnType<typeof useHere>;
  width: number;
  height: number;
  onGo: (x: number, y: number) => void;
}

const letter = 9; // px of a name of a head
const nameHeight = 18; // px
const margin = { left: 64, right: 16, top: 12, bottom: 48 };

/** The map: a region for every head, lighter where it only just does it, and where you are with how sure that is. */
export function Regions({ chart, cells, heads, here, width, height, onGo }: Props) {
  const { shown, show } = useUnits();
  const { steps } = chart;
  const across = (width - margin.left - margin.right) / (steps + 1);
  const up = (height - margin.top - margin.bottom) / (steps + 1);
  const x = (step: number) => margin.left + (step + 0.5) * across;
  const y = (step: number) => height - margin.bottom - (step + 0.5) * up;
  const value = (axis: Chart["x"], step: number) => axis.from + ((axis.to - axis.from) * step) / steps;
  /** Round numbers along an axis in the person's unit, with where they stand. */
  const ticks = (axis: Chart["x"]) => {
    const [from, to] = [
      Number(shown(axis.measure, axis.from).number),
      Number(shown(axis.measure, axis.to).number),
    ];
    return scaleLinear([from, to], [0, steps])
      .ticks(8)
      .map((t) => ({ step: (steps * (t - from)) / (to - from), words: String(t) }));
  };
  const inside = (step: number) => Math.min(Math.max(step, 0), steps);
  const named = (mass: number) => (mass === 0 ? "none" : shown("mass", mass).number);

  const press = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const column = inside((e.clientX - box.left - margin.left) / across - 0.5);
    const row = inside((height - margin.bottom - (e.clientY - box.top)) / up - 0.5);
    onGo(value(chart.x, column), value(chart.y, row));
  };
  const key = (e: KeyboardEvent) => {
    const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key];
    if (!by || !here) return;
    e.preventDefault();
    onGo(
      value(chart.x, inside(Math.round(here.x.at) + (by[0] ?? 0))),
      value(chart.y, inside(Math.round(here.y.at) + (by[1] ?? 0))),
    );
  };

  return (
    <svg
      className="map"
      width={width}
      height={height}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the map is moved over with the arrow keys
      tabIndex={0}
      role="application"
      aria-label={`Which head over ${chart.x.label.toLowerCase()} and ${chart.y.label.toLowerCase()}; arrow keys move`}
      onPointerDown={press}
      onKeyDown={key}
    >
      <defs>
        <pattern id="none" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" className="map-none" />
          <path d="M0 0V8" className="map-hatch" />
        </pattern>
      </defs>
      {runs(cells).map(({ key, row, from, to, cell }) => (
        <rect
          key={key}
          x={margin.left + from * across}
          y={y(row) - up / 2}
          width={(to - from) * across}
          height={up}
          shapeRendering="crispEdges"
          {...fill(cell, heads)}
        />
      ))}
      <path d={edges(cells, margin.left, height - margin.bottom, across, up)} className="map-edge" />
      {workedOut(cells).map((cell) => (
        <circle key={`${cell.x}-${cell.y}`} cx={x(cell.x)} cy={y(cell.y)} r={1.2} className="map-worked" />
      ))}
      {labels(cells, (mass) => (named(mass).length * letter + 4) / across, nameHeight / up, steps).map(
        (l) => (
          <text key={`${l.mass}-${l.row}-${l.column}`} x={x(l.column)} y={y(l.row) + 5} className="map-mass">
            {named(l.mass)}
          </text>
        ),
      )}
      {ticks(chart.x).map(({ step, words }) => (
        <text
          key={words}
          x={x(step)}
          y={height - margin.bottom + 18}
          className="map-tick"
          textAnchor="middle"
        >
          {words}
        </text>
      ))}
      {ticks(chart.y).map(({ step, words }) => (
        <text key={words} x={margin.left - 8} y={y(step) + 4} className="map-tick" textAnchor="end">
          {words}
        </text>
      ))}
      <text x={width - margin.right} y={height - 8} className="map-axis" textAnchor="end">
        {chart.x.label}, {shown(chart.x.measure, 0).unit} →
      </text>
      <text transform={`translate(16 ${margin.top}) rotate(-90)`} className="map-axis" textAnchor="end">
        {chart.y.label}, {shown(chart.y.measure, 0).unit} →
      </text>
      {here && here.x.at >= 0 && here.x.at <= steps && here.y.at >= 0 && here.y.at <= steps && (
        <g className="map-here">
          <path
            d={`M${x(inside(here.x.low))} ${y(here.y.at)}H${x(inside(here.x.high))}M${x(here.x.at)} ${y(inside(here.y.low))}V${y(inside(here.y.high))}`}
          />
          <circle cx={x(here.x.at)} cy={y(here.y.at)} r={7} />
          <title>{`You are here: ${show(chart.x.measure, here.x.value)}, ${show(chart.y.measure, here.y.value)}`}</title>
        </g>
      )}
    </svg>
  );
}

/** Cells that were worked out, and not told from those around them. */
function workedOut(cells: (Cell | undefined)[][]): Cell[] {
  return cells.flatMap((row, y) =>
    row
      .filter((cell, x) => cell && !cell.between && cell.x === x && cell.y === y)
      .map((cell) => cell as Cell),
  );
}

/** How a cell is drawn: the heavier the darker, the surer the fuller; hatched where no head does it. */
function fill(cell: Cell | undefined, heads: number[]) {
  if (!cell) return { className: "map-unknown" };
  if (cell.mass === 0) return { fill: "url(#none)" };
  const share = (heads.indexOf(cell.mass) + 0.5) / heads.length;
  const sure = Math.min(Math.max((cell.sure - 0.75) / 0.25, 0), 1);
  return {
    className: "map-cell",
    style: { "--weight": `${Math.round(100 * share)}%`, fillOpacity: 0.55 + 0.45 * sure },
  };
}

/** Cells beside each other that are drawn alike, as one. */
function runs(cells: (Cell | undefined)[][]) {
  const out: { key: string; row: number; from: number; to: number; cell: Cell | undefined }[] = [];
  cells.forEach((line, row) => {
    line.forEach((cell, i) => {
      const last = out.at(-1);
      const alike =
        last?.row === row &&
        last.cell?.mass === cell?.mass &&
        Math.abs((last.cell?.sure ?? 0) - (cell?.sure ?? 0)) < 0.03;
      if (alike) last.to = i + 1;
      else out.push({ key: `${row}-${i}`, row, from: i, to: i + 1, cell });
    });
  });
  return out;
}

/** Lines between cells of different heads. */
function edges(
  cells: (Cell | undefined)[][],
  left: number,
  bottom: number,
  across: number,
  up: number,
): string {
  let d = "";
  cells.forEach((row, r) => {
    row.forEach((cell, c) => {
      const right = row[c + 1];
      const above = cells[r + 1]?.[c];
      if (right && cell && right.mass !== cell.mass)
        d += `M${left + (c + 1) * across} ${bottom - r * up}v${-up}`;
      if (above && cell && above.mass !== cell.mass)
        d += `M${left + c * across} ${bottom - (r + 1) * up}h${across}`;
    });
  });
  return d;
}
