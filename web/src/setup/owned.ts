import type { Part, SavedItem, Setup } from "../api/client";

/** The weights in the box that are like those of a setup, heads or what else takes them, from light to heavy. */
export function ownedLike(
  items: SavedItem[] | undefined,
  like: Setup["head"],
  takes: Part["what"],
): number[] {
  const kind = takes === "head" ? "head" : "sinker";
  const alike = (items ?? [])
    .map((i) => i.item)
    .filter((i) => i.kind === kind && i.count > 0 && i.material === like.material)
    .filter((i) => kind === "sinker" || i.shape === like.shape);
  return [...new Set(alike.map((i) => i.mass))].sort((a, b) => a - b);
}
