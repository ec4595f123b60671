import type { Drop, DropFrame } from "../api/client";
import { between } from "./motion";

/** How a drop is at a time, between the frames around it. */
export function frameAt(drop: Drop, time: number): DropFrame | undefined {
  const { frames } = drop;
  const after = frames.findIndex((f) => f.time >= time);
  const b = frames[after];
  const a = frames[after - 1];
  if (!b) return frames.at(-1);
  if (!a) return b;
  const share = (time - a.time) / (b.time - a.time);
  const mix = (from: number, to: number) => from + share * (to - from);
  return {
    time,
    end: between(a.end, b.end, share),
    height: mix(a.height, b.height),
    lineOut: mix(a.lineOut, b.lineOut),
    runOut: mix(a.runOut, b.runOut),
    tension: mix(a.tension, b.tension),
    onBed: share < 0.5 ? a.onBed : b.onBed,
    line: a.line.map((p, i) => between(p, b.line[i] ?? p, share)),
  };
}

/** The moments at which something begins or happens: the splash, the touch, every action. */
export function moments(drop: Drop): number[] {
  const times = [0, ...(drop.touch > 0 ? [drop.touch] : []), ...drop.actions.map((a) => a.to), drop.time];
  const sorted = times.sort((a, b) => a - b);
  return sorted.filter((t, i) => i === 0 || t - (sorted[i - 1] ?? 0) > 0.05);
}
