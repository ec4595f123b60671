import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { client, type DropTest, type SavedDropTest, type Setup, take } from "../../api/client";
import { useUnits } from "../../app/preferences";

const list = ["drop-tests"];

export function useDropTests() {
  return useQuery({ queryKey: list, queryFn: ({ signal }) => take(client.GET("/drop-tests", { signal })) });
}

/** What a test that is under way says. */
export function useLook(test: DropTest, id: number | undefined) {
  const { units } = useUnits();
  return useQuery({
    queryKey: [...list, "look", test, id, units],
    queryFn: ({ signal }) => take(client.POST("/drop-tests/look", { body: { test, id, units }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

export function useTruth() {
  return useQuery({
    queryKey: [...list, "truth"],
    queryFn: ({ signal }) => take(client.GET("/drop-tests/truth", { signal })),
  });
}

export function useCard(setup: Setup) {
  const { units } = useUnits();
  return useQuery({
    queryKey: ["card", setup, units],
    queryFn: ({ signal }) => take(client.POST("/cards", { body: { setup, units }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** Keeping tests; one change follows another, however fast they come. */
export function useDropTestActions() {
  const queries = useQueryClient();
  const { units } = useUnits();
  const before = useRef<Promise<SavedDropTest | undefined>>(Promise.resolve(undefined));
  // What was answered before this may be answered otherwise now.
  const refresh = () => queries.invalidateQueries();
  const path = (id: number) => ({ path: { id } });
  const keep = async ({ test, of }: { test: DropTest; of: SavedDropTest | undefined }) => {
    const earlier = await before.current.catch(() => undefined);
    const last = earlier && of && earlier.id === of.id && earlier.version > of.version ? earlier : of;
    return last
      ? take(
          client.PATCH("/drop-tests/{id}", {
            params: path(last.id),
            body: { version: last.version, test, units },
          }),
        )
      : take(client.POST("/drop-tests", { body: { test, units } }));
  };
  return {
    keep: useMutation({
      mutationFn: (change: { test: DropTest; of: SavedDropTest | undefined }) => {
        before.current = keep(change);
        return before.current as Promise<SavedDropTest>;
      },
      onSuccess: refresh,
    }),
    remove: useMutation({
      mutationFn: (id: number) => take(client.DELETE("/drop-tests/{id}", { params: path(id) })),
      onSuccess: refresh,
    }),
    restore: useMutation({
      mutationFn: (id: number) => take(client.POST("/drop-tests/{id}/restore", { params: path(id) })),
      onSuccess: refresh,
    }),
  };
}
