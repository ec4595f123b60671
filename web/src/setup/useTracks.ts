import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, take } from "../api/client";
import { useUnits } from "../parts/preferences";

const list = ["tracks"];

/** The tracks that are kept, the latest first, with the drifts on them. */
export function useTracks() {
  const { units } = useUnits();
  const query = { speed: units.speed };
  return useQuery({
    queryKey: [...list, units.speed],
    queryFn: ({ signal }) => take(client.GET("/tracks", { params: { query }, signal })),
  });
}

/** What can be done with tracks; each brings the lists and charts up to date. */
export function useTrackActions() {
  const queries = useQueryClient();
  const refresh = async () => {
    await queries.invalidateQueries({ queryKey: list });
    await queries.invalidateQueries({ queryKey: ["trips"] });
  };
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  const path = (id: number) => ({ path: { id } });
  return {
    keep: useMutation(action(() => take(client.POST("/tracks")))),
    remove: useMutation(action((id: number) => take(client.DELETE("/tracks/{id}", { params: path(id) })))),
    restore: useMutation(
      action((id: number) => take(client.POST("/tracks/{id}/restore", { params: path(id) }))),
    ),
  };
}
