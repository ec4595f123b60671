// Events wait on this device until the server has them: one entry of its own for each, so that two windows do not
// overwrite each other. The server takes each once by its key, however often it is sent.
import { client, Failure, type LogEvent, take } from "../api/client";

export interface Waiting {
  trip: number;
  event: LogEvent;
  /** Why the server does not take it; it stays until it is let go. */
  refused?: string;
}

const prefix = "dunvel.log.event.";

export function waiting(): Waiting[] {
  const out: Waiting[] = [];
  for (let i = 0; i < localStorage.length; i++) {
    const name = localStorage.key(i);
    if (!name?.startsWith(prefix)) continue;
    try {
      out.push(JSON.parse(localStorage.getItem(name) ?? "") as Waiting);
    } catch {
      // What is not an event is left alone.
    }
  }
  return out.sort((a, b) => Date.parse(a.event.time) - Date.parse(b.event.time));
}

export const put = (w: Waiting) => localStorage.setItem(prefix + w.event.key, JSON.stringify(w));
export const letGo = (key: string) => localStorage.removeItem(prefix + key);

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
  for (let taken = 0; ; taken++) {
    const next = waiting().find((w) => !w.refused);
    if (!next) return taken;
    try {
      const body = { events: [next.event] };
      await take(client.POST("/trips/{id}/events", { params: { path: { id: next.trip } }, body }));
      letGo(next.event.key);
    } catch (failure) {
      const status = failure instanceof Failure ? failure.problem.status : 0;
      if (status < 400 || status >= 500) return taken; // out of reach: later
      put({ ...next, refused: (failure as Failure).message });
    }
  }
}

/** A name for an event that no other has. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
