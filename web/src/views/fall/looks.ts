import * as looks from "../../parts/looks";

// What the looks of this view have in common.

export const chip = {
  padding: "3px 10px",
  border: looks.rule,
  borderRadius: "14px",
  "& small": { paddingLeft: "6px", fontSize: "0.75rem", color: "text.secondary" },
  "&[data-wrong]": { borderColor: "error.main" },
  [looks.thumb]: { minHeight: "48px", minWidth: "48px" },
} as const;
