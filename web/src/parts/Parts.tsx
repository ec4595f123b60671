import { Box, Tab, Tabs } from "@mui/material";
import type { ReactNode } from "react";
import * as looks from "./looks";

/** The parts of a view, one of which is shown. */
export function Parts<K extends string>({
  label,
  parts,
  shown,
  onShow,
  before,
  after,
}: {
  label: string;
  parts: readonly { key: K; label: string }[];
  shown: K;
  onShow: (key: K) => void;
  before?: ReactNode;
  after?: ReactNode;
}) {
  return (
    <Box
      className="parts"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: "8px",
        margin: "0 0 12px",
        borderBottom: looks.rule,
        "& > .MuiTabs-root": { minWidth: 0 },
        "& > button": { flex: "none", whiteSpace: "nowrap" },
        [looks.printed]: { display: "none" },
      }}
    >
      {before}
      <Tabs
        value={shown}
        onChange={(_, key: K) => onShow(key)}
        variant="scrollable"
        scrollButtons={false}
        aria-label={label}
      >
        {parts.map((p) => (
          <Tab key={p.key} value={p.key} label={p.label} />
        ))}
      </Tabs>
      {after}
    </Box>
  );
}
