import type { SavedItem } from "../api/client";

type Item = SavedItem["item"];

/** A bait from the box as it is set in a setup. */
export function asBait({
  form,
  length,
  body,
  mass,
  trimmed,
  noTail,
  width,
  height,
}: Item): Record<string, unknown> {
  return {
    "bait.form": form,
    "bait.length": length,
    "bait.body": body,
    "bait.weighed": mass,
    "bait.trimmed": trimmed,
    "bait.noTail": noTail,
    "bait.width": width,
    "bait.height": height,
  };
}

/** What a head from the box says of the heads of a setup. */
export function asHead({ shape, material, hook, wire, weighed, guard }: Item): Record<string, unknown> {
  return {
    "head.shape": shape,
    "head.material": material,
    "head.hook": hook,
    "head.wire": wire,
    "head.weighed": weighed,
    "head.guard": guard,
  };
}

/** A line or a leader from the box; of a wire trace it does not say how long it is. */
function asLine({
  use,
  material,
  diameter,
  measured,
  strength,
  left,
  estimated,
}: Item): Record<string, unknown> {
  const of = use === "leader" ? "leader" : "line";
  return {
    [`${of}.material`]: material,
    [`${of}.diameter`]: diameter,
    [`${of}.estimated`]: estimated,
    [`${of}.measured`]: measured,
    [`${of}.strength`]: strength,
    ...(of === "line" && left > 0 ? { "rod.lineOnSpool": left } : {}),
  };
}

/** A rod from the box. */
const asRod = ({ length, least, most }: Item): Record<string, unknown> => ({
  "rod.length": length,
  "rod.least": least,
  "rod.most": most,
});

/** What of the box can be taken in each group of conditions, and what it sets then. */
export const fromBox: Record<
  string,
  { takes: (item: Item) => boolean; as: (item: Item) => Record<string, unknown> }
> = {
  "Line and leader": { takes: (i) => i.kind === "line" && i.use !== "wire trace", as: asLine },
  Bait: { takes: (i) => i.kind === "bait", as: asBait },
  Heads: { takes: (i) => i.kind === "head", as: asHead },
  Rig: { takes: (i) => i.kind === "float", as: (i) => ({ "rig.carries": i.mass }) },
  "Rod and reel": { takes: (i) => i.kind === "rod", as: asRod },
};
