import { LinearProgress } from "@mui/material";

/** How far something is that takes long. */
export function Working({ share, label }: { share: number | undefined; label: string }) {
  return (
    <LinearProgress
      variant={share === undefined ? "indeterminate" : "determinate"}
      value={share === undefined ? undefined : 100 * share}
      aria-label={label}
      sx={{ display: "inline-block", width: "8rem", verticalAlign: "middle" }}
    />
  );
}
