import type { Head, Point } from "../api/client";

/** Where a head is t seconds after the splash, on the straight between the moments it is known for. */
export function placeAt(head: Head, t: number): Point | undefined {
  const path = head.fall.path;
  const after = path.findIndex((m) => m.time >= t);
  if (after < 0) return path.at(-1);
  const b = path[after];
  const a = path[after - 1];
  if (!a || !b) return b;
  const share = (t - a.time) / (b.time - a.time);
  return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y), z: a.z + share * (b.z - a.z) };
}

/** Seconds between two marks on a fall that is so many pixels long, so that they stay readable. */
export function markEvery(time: number, pixels: number): number {
  const most = Math.min(14, pixels / 22);
  return [1, 2, 5, 10, 30, 60, 120, 300].find((s) => time / s <= most) ?? 600;
}
