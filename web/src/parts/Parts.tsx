import { Tab, Tabs } from "@mui/material";
import type { ReactNode } from "react";

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
    <div className="parts">
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
    </div>
  );
}
