import { useEffect } from "react";
import { useSay } from "./Undo";

/** What is said of what an address has that is of no use; nothing where there is nothing. */
export const leftOut = (wrong: string[]) =>
  wrong.length > 0
    ? `Left out of this address: ${wrong.slice(0, 5).join(", ")}${wrong.length > 5 ? " and more" : ""}.`
    : "";

/** Says what of the address a view cannot use, each time it is something else. */
export function useLeftOut(wrong: string[]) {
  const say = useSay();
  const words = leftOut(wrong);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for what is wrong
  useEffect(() => {
    if (words) say(words);
  }, [words]);
}
