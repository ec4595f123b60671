import { Box } from "@mui/material";
import type { ReactNode } from "react";
import type { EventKind } from "../api/client";

/** How what happened is marked; what is not here is not drawn. */
export const marks: Partial<Record<EventKind, { draw: string; fill?: boolean; of: string }>> = {
  bite: { draw: "M-4 0a4 4 0 1 0 8 0a4 4 0 1 0 -8 0", of: "bite" },
  "short bite": { draw: "M-3 0a3 3 0 1 0 6 0", of: "short bite" },
  fish: { draw: "M-6 0a6 6 0 1 0 12 0a6 6 0 1 0 -12 0", fill: true, of: "fish" },
  "head lost": { draw: "M-5 -5L5 5M-5 5L5 -5", of: "head lost" },
  "snag freed": { draw: "M-5 4L0 -4L5 4", of: "snag freed" },
};

/** What the marks of these kinds mean, under a picture of them. */
export function MarksKey({ of, children }: { of: EventKind[]; children?: ReactNode }) {
  return (
    <Box
      component="p"
      className="note"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        gap: "4px 16px",
        margin: "4px 0 12px",
        "& span": { display: "inline-flex", gap: "4px", alignItems: "center" },
      }}
      aria-hidden="true"
    >
      {Object.entries(marks)
        .filter(([kind]) => of.includes(kind as EventKind))
        .map(([kind, m]) => (
          <span key={kind}>
            <svg width="16" height="16" viewBox="-8 -8 16 16" aria-hidden="true">
              <path d={m.draw} className={m.fill ? "strip-mark strip-full" : "strip-mark"} />
            </svg>
            {m.of}
          </span>
        ))}
      {children}
    </Box>
  );
}
