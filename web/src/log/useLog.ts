import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import {
  client,
  Failure,
  type Lesson,
  type LogEvent,
  type SavedEvent,
  type SavedTrip,
  type Trip,
  take,
} from "../api/client";
import { useUnits } from "../parts/preferences";
import { useAsked } from "../parts/useAsked";
import { beginHere, letGo, put, send, waiting, waitingTrips } from "./queue";

/** The trips, those first that wait on this device. */
export function useTrips() {
  const query = useQuery({
    queryKey: ["trips"],
    queryFn: ({ signal }) => take(client.GET("/trips", { signal })),
  });
  const here = useSyncExternalStore(onMoved, waitingKeys);
  const data = useMemo(() => {
    const own: SavedTrip[] = waitingTrips()
      .filter((w) => here.includes(w.trip.key ?? ""))
      .map(({ id, trip }) => ({ id, version: 0, name: `${trip.place}, not sent yet`, trip, counts: {} }));
    return own.length > 0 ? [...own, ...(query.data ?? [])] : query.data;
  }, [query.data, here]);
  return { ...query, data };
}

const waitingKeys = () =>
  waitingTrips()
    .map((w) => w.trip.key)
    .join(" ");

function onMoved(follow: () => void) {
  window.addEventListener(moved, follow);
  window.addEventListener(logged, follow);
  return () => {
    window.removeEventListener(moved, follow);
    window.removeEventListener(logged, follow);
  };
}

export function usePlaces() {
  return useQuery({ queryKey: ["places"], queryFn: ({ signal }) => take(client.GET("/places", { signal })) });
}

export function useEvents(trip: number | undefined) {
  return useQuery({
    queryKey: ["trips", trip, "events"],
    queryFn: ({ signal }) =>
      take(client.GET("/trips/{id}/events", { params: { path: { id: trip ?? 0 } }, signal })),
    enabled: trip !== undefined && trip > 0, // one of this device alone has none yet
  });
}

/** What one trip, or all of them, teach. */
export function useLesson(trip: number | undefined) {
  const { units } = useUnits();
  return useAsked<Lesson>("/lessons", { trip, units }, true, { staleTime: 0 });
}

/** The lines on the reels, with how old they are. */
export function useLines(wanted: boolean) {
  const { units } = useUnits();
  return useQuery({
    queryKey: ["lines", units],
    queryFn: ({ signal }) => take(client.POST("/lines", { body: { units }, signal })),
    enabled: wanted,
  });
}

/** What can be done with trips and events that are kept. */
export function useLogActions() {
  const queries = useQueryClient();
  const { units } = useUnits();
  // What is lost or torn is gone from the box as well.
  const refresh = () => queries.invalidateQueries();
  const path = (id: number) => ({ path: { id } });
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  return {
    create: useMutation(action((trip: Trip) => begun(trip, units))),
    change: useMutation(
      action(({ of, trip }: { of: SavedTrip; trip: Trip }) =>
        take(
          client.PATCH("/trips/{id}", { params: path(of.id), body: { version: of.version, trip, units } }),
        ),
      ),
    ),
    remove: useMutation(action((id: number) => take(client.DELETE("/trips/{id}", { params: path(id) })))),
    restore: useMutation(
      action((id: number) => take(client.POST("/trips/{id}/restore", { params: path(id) }))),
    ),
    correct: useMutation(
      action(({ of, event }: { of: SavedEvent; event: LogEvent }) =>
        take(
          client.PATCH("/events/{id}", { params: path(of.id), body: { version: of.version, event, units } }),
        ),
      ),
    ),
    takeOff: useMutation(
      action(({ id, event: { key } }: SavedEvent) =>
        take(client.DELETE("/events/{id}", { params: { ...path(id), query: { key } } })),
      ),
    ),
    putBack: useMutation(
      action((id: number) => take(client.POST("/events/{id}/restore", { params: path(id) }))),
    ),
  };
}

/** Begins a trip: on the server, or where that is out of reach on this device. */
async function begun(trip: Trip, units: ReturnType<typeof useUnits>["units"]): Promise<SavedTrip> {
  try {
    return await take(client.POST("/trips", { body: { trip, units } }));
  } catch (failure) {
    if (!(failure instanceof Failure) || failure.problem.status !== 0) throw failure;
    const own = beginHere(trip);
    window.dispatchEvent(new Event(logged));
    return { id: own.id, version: 0, name: trip.place, trip: own.trip, counts: {} };
  }
}

const again = 4000; // ms after which what could not be sent is tried again

/** Sends what was logged as soon as the server is there, whatever view is open. */
export function useSending() {
  const queries = useQueryClient();
  const flush = useCallback(async () => {
    if (!waiting().some((w) => !w.refused) && waitingTrips().length === 0) return;
    const taken = await send();
    if (taken > 0) await queries.invalidateQueries(); // it is in the log before it is off the queue
    // What was tapped meanwhile waits for the next round; only where none was taken is the server out of reach.
    const stuck = taken === 0 && waiting().some((w) => !w.refused);
    window.dispatchEvent(new CustomEvent(moved, { detail: stuck }));
  }, [queries]);
  useEffect(() => {
    flush();
    const timer = window.setInterval(flush, again);
    window.addEventListener("online", flush);
    window.addEventListener(logged, flush);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", flush);
      window.removeEventListener(logged, flush);
    };
  }, [flush]);
}

// What the log and the sending tell each other.
const logged = "dunvel-logged";
const moved = "dunvel-sent";

/** Events of a trip on their way: logged at once on this device. */
export function useQueue(trip: number) {
  const [queue, setQueue] = useState(waiting);
  const [stuck, setStuck] = useState(false);
  useEffect(() => {
    const look = (e: Event) => {
      setQueue(waiting());
      setStuck((e as CustomEvent<boolean>).detail);
    };
    window.addEventListener(moved, look);
    return () => window.removeEventListener(moved, look);
  }, []);
  return {
    queue: queue.filter((w) => w.trip === trip),
    /** It was tried to send them, and the server was not there. */
    stuck,
    log: (event: LogEvent) => {
      put({ trip, event });
      setQueue(waiting());
      window.dispatchEvent(new Event(logged));
    },
    letGo: (key: string) => {
      letGo(key);
      setQueue(waiting());
    },
  };
}
