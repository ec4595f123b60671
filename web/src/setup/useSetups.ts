import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, type SavedSetup, type Setup, take } from "../api/client";

const list = ["setups"];

export function useSetups() {
  return useQuery({ queryKey: list, queryFn: ({ signal }) => take(client.GET("/setups", { signal })) });
}

export function useSavedSetup(id: number | undefined) {
  return useQuery({
    queryKey: [...list, id],
    queryFn: ({ signal }) => take(client.GET("/setups/{id}", { params: { path: { id: id ?? 0 } }, signal })),
    enabled: id !== undefined,
  });
}

/** What can be done with kept setups; each brings the lists up to date. */
export function useSetupActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: list });
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  const path = (id: number) => ({ path: { id } });
  return {
    create: useMutation(
      action((body: { name: string; setup: Setup }) => take(client.POST("/setups", { body }))),
    ),
    change: useMutation(
      action(({ of, ...change }: { of: SavedSetup; name?: string; setup?: Setup }) =>
        take(client.PATCH("/setups/{id}", { params: path(of.id), body: { version: of.version, ...change } })),
      ),
    ),
    remove: useMutation(action((id: number) => take(client.DELETE("/setups/{id}", { params: path(id) })))),
    restore: useMutation(
      action((id: number) => take(client.POST("/setups/{id}/restore", { params: path(id) }))),
    ),
    duplicate: useMutation(
      action((id: number) => take(client.POST("/setups/{id}/duplicate", { params: path(id) }))),
    ),
  };
}
