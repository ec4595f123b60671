import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, type Programme, type Setup, take } from "../api/client";
import { useUnits } from "../parts/preferences";

/** One head or two, played over the same water. A newer question supersedes the one under way. */
export function useDrops(setup: Setup, heads: number[], programme: Programme) {
  const { units } = useUnits();
  return useQuery({
    queryKey: ["drops", setup, heads, programme, units],
    queryFn: async ({ signal }) => ({
      of: setup,
      drops: await take(client.POST("/drops", { body: { setup, heads, programme, units }, signal })),
    }),
    enabled: heads.length > 0,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
  });
}
