import { useEffect } from "react";
import { useSay } from "./Undo";

/** Says what of the address a view cannot use, each time it is something else. */
export function useLeftOut(wrong: string[]) {
  const say = useSay();
  const words = wrong.join(", ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for what is wrong
  useEffect(() => {
    if (words) say(`Left out of this address: ${words}.`);
  }, [words]);
}
