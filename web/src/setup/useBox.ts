import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, type ItemKind, type SavedItem, take } from "../api/client";
import { useUnits } from "../parts/preferences";

const list = ["items"];

/** Everything in the box, called as it is in the units of the person. */
export function useBox() {
  const { units } = useUnits();
  return useQuery({
    queryKey: [...list, units],
    queryFn: ({ signal }) => take(client.GET("/items", { params: { query: { units } }, signal })),
  });
}

/** What can be done with the box; each brings the list up to date. */
export function useBoxActions() {
  const queries = useQueryClient();
  const { units } = useUnits();
  const refresh = () => queries.invalidateQueries({ queryKey: list });
  const action = <A, R>(run: (argument: A) => Promise<R>) => ({ mutationFn: run, onSuccess: refresh });
  const path = (id: number) => ({ path: { id } });
  return {
    refresh,
    add: useMutation(
      action((rows: { kind: ItemKind; rows: string[][] }) =>
        take(client.POST("/items", { body: { ...rows, units } })),
      ),
    ),
    list: useMutation(action((text: string) => take(client.POST("/items/bulk", { body: { text, units } })))),
    change: useMutation(
      action(({ of, cells }: { of: SavedItem; cells: Record<string, string> }) =>
        take(
          client.PATCH("/items/{id}", {
            params: path(of.id),
            body: { version: of.version, cells, units },
          }),
        ),
      ),
    ),
    spend: useMutation(action((id: number) => take(client.POST("/items/{id}/spend", { params: path(id) })))),
    remove: useMutation(action((id: number) => take(client.DELETE("/items/{id}", { params: path(id) })))),
    restore: useMutation(
      action((id: number) => take(client.POST("/items/{id}/restore", { params: path(id) }))),
    ),
  };
}
