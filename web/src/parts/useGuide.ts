import { useQuery } from "@tanstack/react-query";
import { client, take } from "../api/client";

/** The words of the job and the pages on techniques and rigs, once they are asked for. */
export function useGuide() {
  return useQuery({
    queryKey: ["guide"],
    queryFn: ({ signal }) => take(client.GET("/guide", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
}
