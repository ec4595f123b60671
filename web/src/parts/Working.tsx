import { LinearProgress } from "@mui/material";

/** How far something is that takes long. */
export function Working({ share = 0, label }: { share: number | undefined; label: string }) {
  return (
    <LinearProgress
      variant="determinate"
      value={100 * share}
      aria-label={label}
      sx={{ display: "inline-block", width: "8rem", verticalAlign: "middle" }}
    />
  );
}
