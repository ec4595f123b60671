import { useEffect, useMemo, useState } from "react";
import type { ChartLine, Setup } from "../../api/client";
import { lines } from "../../api/stream";
import { at, having } from "../../parts/path";
import { useUnits } from "../../parts/preferences";

export type Chart = NonNullable<ChartLine["chart"]>;
export type Cell = NonNullable<ChartLine["cells"]>[number];

interface Charted {
  chart?: Chart;
  /** What is known of every cell so far, by row from below. */
  cells: (Cell | undefined)[][];
  done: boolean;
  failure?: Error;
}

const stillness = 300; // ms without a change before a chart is asked for

/**
 * Which head over two fields, as the server works it out. Moving along the two fields themselves asks for nothing,
 * until it goes beyond what the map shows: what is asked is the setup without them.
 */
export function useChart(setup: Setup, x: string, y: string): Charted {
  const { units } = useUnits();
  const [charted, setCharted] = useState<Charted>({ cells: [], done: false });
  const [asked, setAsked] = useState({ setup, round: 0 });
  const rest = (s: Setup) => JSON.stringify(having(s, { [x]: 0, [y]: 0 }));
  const key = rest(setup);
  const { chart } = charted;
  const outside =
    chart !== undefined && [chart.x, chart.y].some((a) => (at(setup, a.field) as number) > a.to);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked is the rest of the setup
  useEffect(() => {
    const next = (old: { round: number }) => ({ setup, round: old.round + (outside ? 1 : 0) });
    const timer = window.setTimeout(() => setAsked(next), stillness);
    return () => window.clearTimeout(timer);
  }, [key, outside]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: of what is asked only the rest counts
  useEffect(() => {
    const stop = new AbortController();
    setCharted({ cells: [], done: false });
    read({ setup: asked.setup, x, y, units }, stop.signal, (line) =>
      setCharted((old) => ({
        ...old,
        chart: line.chart ?? old.chart,
        cells: line.cells ? laid(old.cells, line.cells, (line.chart ?? old.chart)?.steps ?? 0) : old.cells,
        done: line.done ?? old.done,
      })),
    ).catch((failure: Error) => {
      if (!stop.signal.aborted) setCharted((old) => ({ ...old, failure, done: true }));
    });
    return () => stop.abort();
  }, [rest(asked.setup), asked.round, x, y, units]);
  return charted;
}

/** The cells with more of them laid over, each as large as it stands for. */
function laid(old: (Cell | undefined)[][], more: Cell[], steps: number): (Cell | undefined)[][] {
  const cells = Array.from({ length: steps + 1 }, (_, row) =>
    Array.from({ length: steps + 1 }, (_, column) => old[row]?.[column]),
  );
  for (const cell of more) {
    const half = Math.floor(cell.size / 2);
    for (let row = Math.max(cell.y - half, 0); row <= Math.min(cell.y + half, steps); row++) {
      for (let column = Math.max(cell.x - half, 0); column <= Math.min(cell.x + half, steps); column++) {
        const line = cells[row];
        const there = line?.[column];
        if (line && (!there || there.size >= cell.size)) line[column] = cell;
      }
    }
  }
  return cells;
}

/** Reads a chart line by line while it is worked out. */
async function read(body: object, signal: AbortSignal, take: (line: ChartLine) => void) {
  let whole = false;
  await lines<ChartLine>("/charts", body, signal, (line) => {
    whole ||= line.done === true;
    take(line);
  });
  if (!whole) throw new Error("The map was cut off and is not whole; look at it again.");
}

/** Where the setup is on the chart, in steps. */
export function useHere(setup: Setup, chart: Chart | undefined) {
  return useMemo(() => {
    if (!chart) return undefined;
    const along = (axis: Chart["x"]) => {
      const value = at(setup, axis.field) as number;
      const step = (v: number) => ((v - axis.from) / (axis.to - axis.from)) * chart.steps;
      const { low, high } = axis.likely;
      return { value, at: step(value), low: step(value * low), high: step(value * high) };
    };
    const x = along(chart.x);
    const y = along(chart.y);
    const on = [x, y].every((along) => Math.round(along.at) >= 0 && Math.round(along.at) <= chart.steps);
    return { x, y, on };
  }, [setup, chart]);
}
