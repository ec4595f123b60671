import { focused, thumb } from "../parts/looks";

/** What every page has, whatever is on it. */
export const page = {
  body: { fontVariantNumeric: "tabular-nums" },
  a: { color: "var(--palette-primary-main)" },
  ":focus-visible": focused,
  summary: { cursor: "pointer" },
  [thumb]: { summary: { minHeight: 48, alignContent: "center" } },
  "@media (prefers-reduced-motion: reduce)": {
    "*": { animationDuration: "0s !important", transitionDuration: "0s !important" },
  },
} as const;
