import { Box } from "@mui/material";
import type { ReactNode } from "react";

const cover = "var(--palette-background-paper) 40%, transparent";
const shade = "color-mix(in srgb, var(--palette-text-primary) 35%, transparent), transparent";

// A shade at an edge tells that there is more beyond it; what is scrolled covers it where it ends.
const edges = [
  `linear-gradient(to right, ${cover}) left / 2rem 100% no-repeat local`,
  `linear-gradient(to left, ${cover}) right / 2rem 100% no-repeat local`,
  `linear-gradient(to right, ${shade}) left / 0.75rem 100% no-repeat scroll`,
  `linear-gradient(to left, ${shade}) right / 0.75rem 100% no-repeat scroll`,
].join(", ");

/** A table that may be wider than the page: it is scrolled by itself, by keys too. */
export function Wide({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      className="table-scroll"
      sx={{ position: "relative", overflowX: "auto", background: edges }}
      aria-label={label}
      tabIndex={0}
    >
      {children}
    </Box>
  );
}
