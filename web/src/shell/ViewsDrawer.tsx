import { Box, Drawer } from "@mui/material";
import type { ReactNode } from "react";
import { Views } from "./Views";

/** The views on a phone, with what else stands in the bar elsewhere. */
export default function ViewsDrawer({ onClose, children }: { onClose: () => void; children: ReactNode }) {
  return (
    <Drawer
      anchor="right"
      open
      onClose={onClose}
      slotProps={{ paper: { role: "dialog", "aria-label": "Views and units" } }}
    >
      <Box
        sx={{
          display: "grid",
          gap: "8px",
          alignContent: "start",
          minWidth: "240px",
          padding: "16px",
          "& nav": { display: "grid" },
          "& nav a": {
            display: "flex",
            alignItems: "center",
            minHeight: "48px",
            color: "text.primary",
            fontSize: "1.0625rem",
            textDecoration: "none",
          },
          "& nav a[aria-current]": { color: "primary.main", fontWeight: 650 },
          "& .MuiButton-root": { justifyContent: "start", paddingLeft: 0 },
        }}
      >
        <Views onGo={onClose} />
        {children}
      </Box>
    </Drawer>
  );
}
