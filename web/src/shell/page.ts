/** What every page has, whatever is on it. */
export const page = {
  "*": { boxSizing: "border-box" },
  body: {
    font: "0.875rem / 1.4 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
    fontVariantNumeric: "tabular-nums",
  },
  a: { color: "var(--palette-primary-main)" },
  ":focus-visible": { outline: "2px solid var(--palette-primary-main)", outlineOffset: 1 },
  summary: { cursor: "pointer" },
  "@media (max-width: 900px)": { summary: { minHeight: 48, alignContent: "center" } },
  "@media (prefers-reduced-motion: reduce)": {
    "*": { animationDuration: "0s !important", transitionDuration: "0s !important" },
  },
} as const;
