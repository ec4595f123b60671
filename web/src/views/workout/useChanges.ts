import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, type Setup, take } from "../../api/client";
import { useUnits } from "../../app/preferences";

/** How long a setup must stand still before it is asked about, ms. */
const stillness = 700;

/** What would change the answer to a setup, once it has stood still; undefined until that is known. */
export function useChanges(setup: Setup | undefined) {
  const { units } = useUnits();
  const [still, setStill] = useState<Setup>();
  useEffect(() => {
    const timer = setTimeout(() => setStill(setup), stillness);
    return () => clearTimeout(timer);
  }, [setup]);
  return useQuery({
    queryKey: ["changes", setup, units],
    queryFn: ({ signal }) =>
      take(client.POST("/changes", { body: { setup: setup as Setup, units }, signal })),
    enabled: setup !== undefined && still === setup,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    retry: false,
  }).data;
}
