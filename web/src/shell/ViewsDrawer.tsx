import { Drawer } from "@mui/material";
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
      <div className="drawer">
        <Views onGo={onClose} />
        {children}
      </div>
    </Drawer>
  );
}
