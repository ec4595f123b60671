import type { DayPlan, DaySpot, SavedSetup, Setup } from "../../api/client";

const still = { spring: 0, neap: 0, direction: 0 };

/** A spot with a setup for a morning. */
export function spotOf(name: string, setup: Setup): DaySpot {
  return {
    name,
    from: "07:00",
    to: "13:00",
    setup,
    charted: 0,
    flow: {
      kind: "as set",
      flood: still,
      ebb: { ...still, direction: 180 },
      spring: 0,
      neap: 0,
      afterHigh: 0,
      afterLow: 0,
      spans: [],
    },
  };
}

/** The day after the one that it is, as a date of the place where the browser is. */
function tomorrow(): string {
  const at = new Date();
  at.setDate(at.getDate() + 1);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
}

/** What a plan begins with: tomorrow, with what is kept or else what is set in Work out. */
export function begun(saved: SavedSetup[], setup: Setup): DayPlan {
  const first = saved[0];
  return {
    date: tomorrow(),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
    where: null,
    tide: { kind: "none", table: [] },
    wind: [],
    spots: [first ? spotOf(first.name, first.setup) : spotOf("As in Work out", setup)],
    rods: 2,
  };
}

/** A day in words, as the browser's country writes it. */
export const dayOf = (date: string) => {
  const at = new Date(`${date}T12:00:00Z`);
  return Number.isNaN(at.getTime())
    ? date
    : at.toLocaleDateString(undefined, { weekday: "long", day: "numeric", month: "long", timeZone: "UTC" });
};
