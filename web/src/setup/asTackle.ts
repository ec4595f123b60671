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
