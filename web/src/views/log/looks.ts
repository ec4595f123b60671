import * as looks from "../../parts/looks";

// What the looks of this view have in common.

export const correct = {
  maxWidth: "480px",
  padding: "8px 12px",
  borderLeft: looks.marked,
  "& .row": { gridTemplateColumns: "110px minmax(0, 1fr)" },
} as const;
