import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { LivePart, LiveState } from "../api/client";
import { probe, remember } from "../api/reach";

/** What the instruments of the boat said last, and when that came here. */
export interface Live {
  state: LiveState;
  /** ms since the page was opened. */
  came: number;
}

let now: Live | undefined;
const following = new Set<() => void>();

function tell(next: Live | undefined) {
  now = next;
  for (const follow of following) follow();
}

let heard = () => {};

/** Comes once the server has said how things stand, with the boat where it hears one; or is not heard. */
export const firstHeard = new Promise<void>((resolve) => {
  heard = resolve;
});

/** How long what the server says at first is waited for at most, ms. */
const patience = 3000;

/** The lists that are kept, by the first part of their keys: they are asked for anew when something has changed. */
const lists = [
  "plans",
  "trips",
  "tracks",
  "places",
  "copies",
  "rounds",
  "drop-tests",
  "programmes",
  "items",
  "setups",
  "unreadable",
];

/** How long after the stream of events was refused it is tried again, ms. */
const again = 5000;

/** Listens to the server, once for the page: the boat, and that something which is kept has changed. */
export function useEvents() {
  const queries = useQueryClient();
  useEffect(() => {
    let source: EventSource | undefined;
    let timer = 0;
    let seen: string | undefined;
    window.setTimeout(heard, patience);
    const listen = () => {
      source = new EventSource("/api/live/events");
      source.addEventListener("boat", (e) => {
        tell({ state: JSON.parse(e.data) as LiveState, came: performance.now() });
      });
      source.addEventListener("revision", (e) => {
        heard(); // it comes after the boat
        if (seen !== e.data) remember();
        if (seen !== undefined && seen !== e.data)
          queries.invalidateQueries({ predicate: (q) => lists.includes(String(q.queryKey[0])) });
        seen = e.data;
      });
      source.onerror = () => {
        heard();
        probe();
        if (source?.readyState !== EventSource.CLOSED) return; // the browser tries again by itself
        timer = window.setTimeout(listen, again);
      };
    };
    const leave = () => {
      window.clearTimeout(timer);
      source?.close();
    };
    // A page that one may come back to would hold its connection, of which a browser has few.
    const back = (e: PageTransitionEvent) => e.persisted && listen();
    listen();
    window.addEventListener("pagehide", leave);
    window.addEventListener("pageshow", back);
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("pageshow", back);
      leave();
      tell(undefined);
    };
  }, [queries]);
}

/** What the instruments of the boat say; undefined where Dunvel hears none. */
export function useLive(): Live | undefined {
  return useSyncExternalStore(
    (follow) => {
      following.add(follow);
      return () => following.delete(follow);
    },
    () => now,
  );
}

/** How old what came is by now, s; it grows by itself while nothing comes. */
export function useAge(live: Live | undefined): number {
  const [, grow] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => grow((n) => n + 1), 1000);
    return () => window.clearInterval(timer);
  }, []);
  return live ? (performance.now() - live.came) / 1000 : 0;
}

/** Whether a part was heard of lately. */
export const isFresh = (part: LivePart | null): part is LivePart => part !== null && part.quality !== "stale";
