import type { SavedItem, Setup } from "../../api/client";

/** The weights of the heads in the box that are like those of a setup, from light to heavy. */
export function ownedLike(items: SavedItem[] | undefined, like: Setup["head"]): number[] {
  const heads = (items ?? []).map((i) => i.item).filter((i) => i.kind === "head" && i.count > 0);
  const alike = heads.filter((i) => i.shape === like.shape && i.material === like.material);
  return [...new Set(alike.map((i) => i.mass))].sort((a, b) => a - b);
}
