import type { Answer, Head, Setup } from "../api/client";

/** How metres of the section map to pixels: x along the cast, z up from the surface. */
export interface Frame {
  width: number;
  height: number;
  /** Metres at the left and right edge. */
  left: number;
  right: number;
  /** Pixels per metre along and down. */
  along: number;
  down: number;
  x: (metres: number) => number;
  z: (metres: number) => number;
  metresX: (pixels: number) => number;
  metresZ: (pixels: number) => number;
}

const foot = 44; // pixels
const leastUse = 0.72; // share of the height that equal scales must fill to be kept

/** How far along the cast all that belongs to a head goes. */
export function reachOf(head: Head): number[] {
  return [head.contact.boat, ...head.contact.curve, ...head.fall.lines.flatMap((l) => l.points)].map(
    (p) => p.x,
  );
}

/** Fits rod, splash and what lies at xs into the picture, at equal scales where that leaves enough to see. */
export function fit(
  setup: Setup,
  answer: Pick<Answer, "bedSlope">,
  reached: number[],
  width: number,
  height: number,
): Frame {
  const xs = [0, setup.cast.distance, ...reached];
  const reach = Math.max(...xs) - Math.min(...xs);
  const margin = 0.08 * reach + 1.2;
  let left = Math.min(...xs) - margin - Math.max(0.04 * reach, 1);
  let right = Math.max(...xs) + margin;
  const bed = (x: number) => setup.water.depth + answer.bedSlope * x;
  const deepest = Math.max(bed(left), bed(right), 0.3);
  const top = Math.max(setup.rod.tipHeight * 1.25, deepest * 0.09) + 0.25;
  // Room under the bed for the scale along the bottom edge.
  const bottom = Math.max(deepest * 1.06, (deepest + top) * (height / (height - foot)) - top);

  let down = height / (top + bottom);
  let along = width / (right - left);
  if (along > down) {
    // Room to spare beside: the same scale both ways, the cast in the middle.
    const spare = width / down - (right - left);
    left -= spare * 0.35;
    right += spare * 0.65;
    along = down;
  } else if (along >= down * leastUse) {
    down = along;
  }
  const zTop = height / down - bottom > top ? Math.min(height / down - bottom, top * 1.6) : top;
  return {
    width,
    height,
    left,
    right,
    along,
    down,
    x: (m) => (m - left) * along,
    z: (m) => (zTop - m) * down,
    metresX: (p) => p / along + left,
    metresZ: (p) => zTop - p / down,
  };
}
