import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, type Setup, take } from "../api/client";
import { useUnits } from "../parts/preferences";

/** What to count to for every depth and head of a setup. */
export function useCard(setup: Setup, wanted = true) {
  const { units } = useUnits();
  return useQuery({
    queryKey: ["card", setup, units],
    enabled: wanted,
    queryFn: ({ signal }) => take(client.POST("/cards", { body: { setup, units }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  });
}
