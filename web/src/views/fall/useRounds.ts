import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, type Setup, take } from "../../api/client";
import { useUnits } from "../../parts/preferences";

export type Game = "touch" | "fish" | "lead";

/** A call: when it was made, and where it was thrown to where fish are led. */
export interface Made {
  at: number;
  distance?: number;
  bearing?: number;
}

/** A round of practice, the calls that were made before, and making one. */
export function useRound(setup: Setup, mass: number | undefined, game: Game, seed: number) {
  const { units } = useUnits();
  const queries = useQueryClient();
  const question = { setup, mass: mass ?? 0, game, seed, units };
  const round = useQuery({
    queryKey: ["round", question],
    queryFn: ({ signal }) => take(client.POST("/rounds", { body: question, signal })),
    enabled: mass !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  const history = useQuery({
    queryKey: ["rounds"],
    queryFn: ({ signal }) => take(client.GET("/rounds", { signal })),
  });
  const call = useMutation({
    mutationFn: (made: Made) => take(client.POST("/rounds/calls", { body: { question, ...made } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["rounds"] }),
  });
  return { round, history, call };
}
