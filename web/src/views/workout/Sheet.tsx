import { Button, Drawer } from "@mui/material";
import type { ReactNode } from "react";
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
      slotProps={{ paper: { className: "sheet", role: "dialog", "aria-label": shown } }}
    >
      <header className="sheet-head">
        {names.map((name) => (
          <Button key={name} size="small" aria-pressed={name === shown} onClick={() => onShow(name)}>
            {name}
          </Button>
        ))}
        <Button size="small" className="sheet-close" onClick={() => onShow(undefined)}>
          Close
        </Button>
      </header>
      <div className="sheet-body">{children}</div>
    </Drawer>
  );
}
