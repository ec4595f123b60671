import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { client, type DayPlan, type SavedPlan, type Trip, take } from "../api/client";
import { useUnits } from "../parts/preferences";

const list = ["plans"];

export function usePlans() {
  return useQuery({ queryKey: list, queryFn: ({ signal }) => take(client.GET("/plans", { signal })) });
}

/** What can be done with kept plans; each brings the list up to date. */
export function usePlanActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: list });
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  const path = (id: number) => ({ path: { id } });
  return {
    create: useMutation(
      action((body: { name: string; plan: DayPlan }) => take(client.POST("/plans", { body }))),
    ),
    rename: useMutation(
      action(({ of, name }: { of: SavedPlan; name: string }) =>
        take(client.PATCH("/plans/{id}", { params: path(of.id), body: { version: of.version, name } })),
      ),
    ),
    remove: useMutation(action((id: number) => take(client.DELETE("/plans/{id}", { params: path(id) })))),
    restore: useMutation(
      action((id: number) => take(client.POST("/plans/{id}/restore", { params: path(id) }))),
    ),
  };
}

/** Begins a trip; whatever shows trips is brought up to date. */
export function useBegin() {
  const queries = useQueryClient();
  const { units } = useUnits();
  return useMutation({
    mutationFn: (trip: Trip) => take(client.POST("/trips", { body: { trip, units } })),
    onSuccess: () => queries.invalidateQueries(),
  });
}

const pause = 700; // ms after the last change before a plan is kept

/** A kept plan as it is edited: it keeps itself, once it is one that can be. */
export function useDraft(of: SavedPlan) {
  const queries = useQueryClient();
  const [plan, setPlan] = useState(of.plan);
  const [unkept, setUnkept] = useState<Error>();
  const version = useRef(of.version);
  const keeping = useRef<Promise<void>>(Promise.resolve());
  const first = useRef(true);
  const keep = useCallback(
    (next: DayPlan) => {
      keeping.current = keeping.current.then(async () => {
        try {
          const body = { version: version.current, plan: next };
          const now = await take(client.PATCH("/plans/{id}", { params: { path: { id: of.id } }, body }));
          version.current = now.version;
          setUnkept(undefined);
          await queries.invalidateQueries({ queryKey: list });
        } catch (failure) {
          setUnkept(failure as Error);
        }
      });
    },
    [of.id, queries],
  );
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const timer = window.setTimeout(() => keep(plan), pause);
    return () => window.clearTimeout(timer);
  }, [plan, keep]);
  return { plan, setPlan, unkept };
}
