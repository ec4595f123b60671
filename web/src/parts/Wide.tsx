import { Box } from "@mui/material";
import type { ReactNode } from "react";

/** A table that may be wider than the page: it is scrolled by itself, by keys too. */
export function Wide({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      className="table-scroll"
      sx={{ position: "relative", overflowX: "auto" }}
      aria-label={label}
      tabIndex={0}
    >
      {children}
    </Box>
  );
}
