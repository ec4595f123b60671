import { type ReactNode, useDeferredValue } from "react";

/**
 * A part of a page, which follows when there is time for it while something else is dragged: what is under the
 * finger goes before.
 */
export function useCalm(part: ReactNode, dragged: boolean): ReactNode {
  const later = useDeferredValue(dragged ? part : null);
  return dragged && later !== null ? later : part;
}
