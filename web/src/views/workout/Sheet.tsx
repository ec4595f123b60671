import { Box, Button, Drawer } from "@mui/material";
import type { ReactNode } from "react";
import * as looks from "../../parts/looks";
import type { SheetName } from "./PhoneWorkOut";

/** What comes up over the water on a phone, one of a few at a time. */
export default function Sheet({
  names,
  shown,
  onShow,
  children,
}: {
  names: readonly SheetName[];
  shown: SheetName;
  onShow: (name: SheetName | undefined) => void;
  children: ReactNode;
}) {
  return (
    <Drawer
      anchor="bottom"
      open
      onClose={() => onShow(undefined)}
      slotProps={{ paper: { className: "sheet", sx: sheet, role: "dialog", "aria-label": shown } }}
    >
      <Box
        component="header"
        sx={{
          display: "flex",
          borderBottom: looks.rule,
          '& [aria-pressed="true"]': {
            boxShadow: "inset 0 -2px var(--palette-primary-main)",
            borderRadius: 0,
          },
        }}
      >
        {names.map((name) => (
          <Button key={name} size="small" aria-pressed={name === shown} onClick={() => onShow(name)}>
            {name}
          </Button>
        ))}
        <Button size="small" sx={{ marginLeft: "auto" }} onClick={() => onShow(undefined)}>
          Close
        </Button>
      </Box>
      <Box sx={{ flex: 1, overflowY: "auto", overscrollBehavior: "contain" }}>{children}</Box>
    </Drawer>
  );
}

/** What stands beside the water on a wide page has no frame here, and its lines are for the thumb. */
const sheet = {
  height: "78dvh",
  "& .conditions": { overflow: "visible", border: 0 },
  "& .ladder-box": { height: 380 },
  "& .facts summary": {
    minHeight: 48,
    display: "flex",
    alignItems: "center",
    gap: "4px",
    fontSize: "0.9375rem",
  },
} as const;
