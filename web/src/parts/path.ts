import type { Setup } from "../api/client";

export type Leaf = string | number | boolean;

/** The value at a dotted path, such as "water.depth". */
export function at(setup: Setup, path: string): Leaf {
  return path
    .split(".")
    .reduce<unknown>((value, key) => (value as Record<string, unknown>)[key], setup) as Leaf;
}

/** A copy of the setup with other values at the given paths. */
export function having(setup: Setup, changes: Record<string, unknown>): Setup {
  const next = structuredClone(setup);
  for (const [path, value] of Object.entries(changes)) {
    const keys = path.split(".");
    const last = keys.pop() ?? "";
    const parent = keys.reduce<unknown>((v, key) => (v as Record<string, unknown>)[key], next);
    (parent as Record<string, unknown>)[last] = value;
  }
  return next;
}
