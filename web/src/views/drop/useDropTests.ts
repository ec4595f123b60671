import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { client, type DropTest, type SavedDropTest, take } from "../../api/client";
import { useUnits } from "../../parts/preferences";

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

type Change = (drops: DropTest["drops"]) => DropTest["drops"];

/** What a test is of, whatever its drops. */
const tied = (test: DropTest) => JSON.stringify({ ...test, drops: [] });

/** Keeping tests; one change follows another, however fast they come, and acts on what that one left. */
export function useDropTestActions() {
  const queries = useQueryClient();
  const { units } = useUnits();
  const before = useRef<Promise<SavedDropTest | undefined>>(Promise.resolve(undefined));
  // What was answered before this may be answered otherwise now.
  const refresh = () => queries.invalidateQueries();
  const path = (id: number) => ({ path: { id } });
  const keep = async ({
    test,
    of,
    change,
  }: {
    test: DropTest;
    of: SavedDropTest | undefined;
    change: Change;
  }) => {
    const left = await before.current.catch(() => undefined);
    const newer =
      left && tied(left.test) === tied(test) && (!of || (left.id === of.id && left.version > of.version));
    const last = newer ? left : of;
    const next = { ...test, drops: change(last?.test.drops ?? test.drops) };
    if (!last) return take(client.POST("/drop-tests", { body: { test: next, units } }));
    const body = { version: last.version, test: next, units };
    return take(client.PATCH("/drop-tests/{id}", { params: path(last.id), body }));
  };
  return {
    keep: useMutation({
      mutationFn: (asked: { test: DropTest; of: SavedDropTest | undefined; change: Change }) => {
        const now = keep(asked);
        before.current = now;
        return now;
      },
      onSuccess: refresh,
    }),
    /** A new test begins, whatever was kept before. */
    forget: () => {
      before.current = Promise.resolve(undefined);
    },
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
