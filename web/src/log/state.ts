// What a rod fishes with, as the events of its trip have it; the server says the same of every event.
import type { EventKind, LogEvent, RodState, SavedTrip } from "../api/client";

/** What a rod fishes with after all that was logged; the server says the same of every event. */
export const stateNow = (trip: SavedTrip, rod: number, events: LogEvent[]): RodState =>
  states(trip, rod, events).at(-1) as RodState;

/** What it was tied with before, to go back to with one tap: two baits are compared so. */
export function stateBefore(trip: SavedTrip, rod: number, events: LogEvent[]): RodState | undefined {
  const all = states(trip, rod, events);
  const now = tackle(all.at(-1) as RodState);
  return all.findLast((s) => tackle(s) !== now);
}

const tackle = ({ setup, mass, technique, colour, scent }: RodState) =>
  JSON.stringify([setup.head, setup.bait, setup.rig, mass, technique, colour, scent]);

/** All that a rod fished with in turn. */
function states(trip: SavedTrip, rod: number, events: LogEvent[]): RodState[] {
  const out = [trip.trip.rods[rod]?.state ?? (trip.trip.rods[0]?.state as RodState)];
  const sorted = [...events].sort((a, b) => Date.parse(a.time) - Date.parse(b.time));
  for (const e of sorted) {
    const now = out.at(-1) as RodState;
    if (e.state && e.kind === "changed" && e.rod === rod) out.push(inWaterOf(e.state, now));
    if (e.state && e.kind === "conditions") out.push(inWaterOf(now, e.state));
  }
  return out;
}

/** A state in the water, wind and boat of another, and at its spot. */
function inWaterOf(state: RodState, { setup, spot, kind, clear, tint }: RodState): RodState {
  const { water, flow, other, wind, swell, boat } = setup;
  return {
    ...state,
    spot,
    kind,
    clear,
    tint,
    setup: { ...state.setup, water, flow, other, wind, swell, boat },
  };
}

/** What happened last to a rod, of a kind. */
export const latest = (all: LogEvent[], rod: number, kind: EventKind) =>
  all
    .filter((e) => e.kind === kind && e.rod === rod)
    .reduce<LogEvent | undefined>(
      (a, b) => (a && Date.parse(a.time) > Date.parse(b.time) ? a : b),
      undefined,
    );
