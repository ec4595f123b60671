import { useEffect, useState } from "react";
import type { Change, Setup } from "../api/client";
import { useUnits } from "../parts/preferences";
import { useAsked } from "../parts/useAsked";

/** How long a setup must stand still before it is asked about, ms. */
const stillness = 700;

/** What would change the answer to a setup, once it has stood still; undefined until that is known, with how far that is. */
export function useChanges(setup: Setup | undefined) {
  const { units } = useUnits();
  const [still, setStill] = useState<Setup>();
  useEffect(() => {
    const timer = setTimeout(() => setStill(setup), stillness);
    return () => clearTimeout(timer);
  }, [setup]);
  return useAsked<Change[]>("/changes", { setup, units }, setup !== undefined && still === setup, {
    gcTime: 60_000,
  });
}
