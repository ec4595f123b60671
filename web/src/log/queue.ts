// Events wait on this device until the server has them: one entry of its own for each, so that two windows do not
// overwrite each other. The server takes each once by its key, however often it is sent.
import { client, Failure, type LogEvent, type Trip, take } from "../api/client";
import { keepAs, keptAs, keptUnder, letGoOf } from "./kept";

export interface Waiting {
  trip: number;
  event: LogEvent;
  /** Why the server does not take it; it stays until it is let go. */
  refused?: string;
}

const prefix = "dunvel.log.event.";

export const waiting = (): Waiting[] =>
  keptUnder<Waiting>(prefix).sort((a, b) => Date.parse(a.event.time) - Date.parse(b.event.time));

/** Keeps an event until it is sent; of a trip that has been sent since under the number that it has now. */
export const put = (w: Waiting) => keep({ ...w, trip: numberOf(w.trip) ?? w.trip });

const keep = (w: Waiting) => keepAs(prefix + w.event.key, w);
export const letGo = (key: string) => letGoOf(prefix + key);

const tripPrefix = "dunvel.log.trip.";
const sentAs = "dunvel.log.sent-as";

/** A trip that was begun without a server; its number is one of this device, below 0, until it has one of the server. */
export interface WaitingTrip {
  id: number;
  trip: Trip;
}

export const waitingTrips = () => keptUnder<WaitingTrip>(tripPrefix);

/** Keeps a trip on this device until the server has it. */
export function beginHere(trip: Trip): WaitingTrip {
  const begun = { id: -Date.now(), trip: { ...trip, key: newKey() } };
  keepAs(tripPrefix + begun.trip.key, begun);
  return begun;
}

/** The number that the server gave a trip of this device; undefined where it has none yet. */
export const numberOf = (id: number): number | undefined =>
  keptAs<Record<string, number>>(sentAs)?.[String(id)];

/** Sends the trips that wait, and has what happened on them go with their new numbers. */
async function sendTrips() {
  for (const { id, trip } of waitingTrips()) {
    const made = await take(client.POST("/trips", { body: { trip } }));
    keepAs(sentAs, { ...keptAs<Record<string, number>>(sentAs), [id]: made.id });
    for (const w of waiting().filter((e) => e.trip === id)) put(w);
    letGoOf(tripPrefix + trip.key);
  }
}

let sending: Promise<number> | undefined;

/**
 * Sends what waits, one after another, until nothing is left or the server is out of reach; returns how many it took.
 * Whoever asks meanwhile waits for the same: what was put in since is sent along.
 */
export function send(): Promise<number> {
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

async function sendAll(): Promise<number> {
  let begun = waitingTrips().length;
  try {
    await sendTrips();
  } catch {
    begun = 0; // out of reach: later
  }
  for (let taken = begun; ; taken++) {
    const next = waiting().find((w) => !w.refused && w.trip > 0);
    if (!next) return taken;
    try {
      const body = { events: [next.event] };
      await take(client.POST("/trips/{id}/events", { params: { path: { id: next.trip } }, body }));
      letGo(next.event.key);
    } catch (failure) {
      const status = failure instanceof Failure ? failure.problem.status : 0;
      // Out of reach, let in no more, or for now only to read: later.
      if (status < 400 || status >= 500 || [401, 403, 429].includes(status)) return taken;
      put({ ...next, refused: (failure as Failure).message });
    }
  }
}

/** A name for an event that no other has. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
