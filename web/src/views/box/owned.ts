import type { SavedItem, Setup } from "../../api/client";

/** How many heads of each weight there are in the box that are like those of a setup, from light to heavy. */
export function ownedLike(items: SavedItem[] | undefined, like: Setup["head"]): Map<number, number> {
  const out = new Map<number, number>();
  const heads = (items ?? []).map((i) => i.item).filter((i) => i.kind === "head" && i.count > 0);
  for (const i of heads.sort((a, b) => a.mass - b.mass)) {
    if (i.shape === like.shape && i.material === like.material)
      out.set(i.mass, (out.get(i.mass) ?? 0) + i.count);
  }
  return out;
}

/** How many there are of a weight, as it is marked. */
export function countOf(owned: Map<number, number>, mass: number): number {
  let count = 0;
  for (const [kg, n] of owned) if (Math.abs(kg - mass) <= 0.02 * mass) count += n;
  return count;
}
