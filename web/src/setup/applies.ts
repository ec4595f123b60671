import type { Field, Setup } from "../api/client";
import { at } from "../parts/path";

/** Tells which fields matter for a setup, as they say themselves. */
export function applies(fields: Field[], setup: Setup): (field: Field) => boolean {
  const there = new Set(fields.map((f) => f.path));
  return (field) =>
    field.when.every((either) =>
      either.some((c) => {
        if (!there.has(c.field)) return false;
        const value = at(setup, c.field);
        if (c.is) return c.is.includes(value as string);
        if (c.more !== undefined) return (value as number) > 0 === c.more;
        return value === c.on;
      }),
    );
}
