import { defaultRangeExtractor, useWindowVirtualizer } from "@tanstack/react-virtual";
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";

const few = 60; // rows that are all drawn
const usual = 41; // px that one is high
const beyond = 12; // rows drawn above and below what is seen, so that keys find the next one

/** Which of many rows of a table are drawn: those that are seen, and the one that is written in. */
export function useRows(count: number, key: (i: number) => number) {
  const body = useRef<HTMLTableSectionElement>(null);
  const [held, hold] = useState<number>();
  const [top, setTop] = useState(0);
  const [, again] = useState(0);
  const many = count > few;
  // At every drawing: what is above may be another height then
  useLayoutEffect(() => {
    const at = Math.round((body.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
    if (many && Math.abs(at - top) > 1) setTop(at);
  });
  useEffect(() => {
    const moved = () => again((n) => n + 1);
    document.addEventListener("toggle", moved, true); // another group opens above
    return () => document.removeEventListener("toggle", moved, true);
  }, []);
  const rows = useWindowVirtualizer({
    count,
    enabled: many,
    estimateSize: () => usual,
    overscan: beyond,
    scrollMargin: top,
    getItemKey: key,
    rangeExtractor: useCallback(
      (range: Parameters<typeof defaultRangeExtractor>[0]) => {
        const seen = defaultRangeExtractor(range);
        return held === undefined || held >= count || seen.includes(held)
          ? seen
          : [...seen, held].sort((a, b) => a - b);
      },
      [held, count],
    ),
  });
  const drawn = many
    ? rows.getVirtualItems().map(({ index, start, end }) => ({ index, start: start - top, end: end - top }))
    : undefined;
  return { body, hold, drawn, height: rows.getTotalSize(), measure: many ? rows.measureElement : undefined };
}
