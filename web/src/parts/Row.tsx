import { Box } from "@mui/material";
import type { ReactNode } from "react";
import * as looks from "./looks";
import { Wrong } from "./Said";

/** One line of a form: label, control, and what is wrong with it below. */
export function Row({
  id,
  label,
  error,
  children,
}: {
  id: string;
  label: string;
  error?: string;
  children: ReactNode;
}) {
  return (
    <Box className="row" sx={row} data-wrong={error ? "" : undefined}>
      <label htmlFor={id}>{label}</label>
      {children}
      {error && <Wrong id={`${id}-error`}>{error}</Wrong>}
    </Box>
  );
}

const row = {
  display: "grid",
  gridTemplateColumns: "minmax(0, 1fr) 142px",
  alignItems: "center",
  minHeight: 32,
  borderBottom: looks.rule,
  "& > label": { padding: "4px 8px 4px 0", lineHeight: 1.2 },
  "& .MuiCheckbox-root": { justifySelf: "start", padding: "4px" },
  "&[data-wrong]": { boxShadow: "inset 3px 0 var(--palette-error-main)", paddingLeft: "8px" },
  "&:has(+ .slide)": { borderBottom: 0 },
  [looks.thumb]: { minHeight: 48, gridTemplateColumns: "minmax(0, 1fr) 150px" },
} as const;

export const fieldId = (path: string) => `field-${path.replaceAll(/[^a-z0-9]+/gi, "-")}`;
