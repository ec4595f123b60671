import type { Head, Point } from "../api/client";

/** Where a head is t seconds after the splash, on the straight between the moments it is known for. */
export function placeAt(head: Pick<Head, "fall">, t: number): Point | undefined {
  const path = head.fall.path;
  const after = path.findIndex((m) => m.time >= t);
  if (after < 0) return path.at(-1);
  const b = path[after];
  const a = path[after - 1];
  if (!a || !b) return b;
  const share = (t - a.time) / (b.time - a.time);
  return between(a, b, share);
}

/** Between which depths a head is t seconds after the splash, four times in five. */
export function spreadAt(head: Head, t: number): [number, number] {
  const { time } = head.fall;
  const { low, high } = head.ranges.time;
  if (!(time > 0 && low > 0 && high > 0)) return [0, 0];
  // A fall that takes so much longer is so much less far at the same time.
  return [-(placeAt(head, (t * time) / high)?.z ?? 0), -(placeAt(head, (t * time) / low)?.z ?? 0)];
}

/** A place on the way from a to b. */
export function between(a: Point, b: Point, share: number): Point {
  return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), z: a.z + share * (b.z - a.z) };
}

/** The place so many metres along a line from its first point. */
export function pointAlong(points: Point[], metres: number): Point | undefined {
  let left = metres;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) return undefined;
    const piece = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
    if (piece >= left) return piece > 0 ? between(a, b, left / piece) : a;
    left -= piece;
  }
  return points.at(-1);
}

interface Shape {
  time: number;
  points: Point[];
}

/** The line t seconds after the splash, between the moments it is known for. */
export function lineAt(lines: Shape[], t: number): Point[] {
  const after = lines.findIndex((l) => l.time >= t);
  const b = lines[after];
  const a = lines[after - 1];
  if (!b) return lines.at(-1)?.points ?? [];
  if (!a) return b.points;
  const share = (t - a.time) / (b.time - a.time);
  return a.points.map((p, i) => between(p, b.points[i] ?? p, share));
}

/** The moments of marks so many seconds apart, until an end. */
export function marksUntil(end: number, step: number): number[] {
  return Array.from({ length: Math.floor(end / step) }, (_, i) => (i + 1) * step);
}

/** Seconds between two marks on a fall that is so many pixels long, so that they stay readable. */
export function markEvery(time: number, pixels: number): number {
  const most = Math.min(14, pixels / 22);
  return [1, 2, 5, 10, 30, 60, 120, 300].find((s) => time / s <= most) ?? 600;
}
