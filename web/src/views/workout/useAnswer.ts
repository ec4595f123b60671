import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, type Setup, take } from "../../api/client";
import { useUnits } from "../../app/preferences";

/**
 * The server's answer to a setup, with the setup it answers: while the next one is under way the picture stays
 * whole. A newer question supersedes the one under way, which is cancelled.
 */
export function useAnswer(setup: Setup) {
  const { units } = useUnits();
  return useQuery({
    queryKey: ["answer", setup, units],
    queryFn: async ({ signal }) => ({
      of: setup,
      answer: await take(client.POST("/answers", { body: { setup, units }, signal })),
    }),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });
}
