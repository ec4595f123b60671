import { Box, Button } from "@mui/material";
import { useHotkeys } from "react-hotkeys-hook";
import type { Field, Setup } from "../api/client";
import { at } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { noticeWaits } from "../parts/Undo";

/** One change back, one on: by buttons and by keys. */
export function BackForth({ back, forth }: { back?: () => void; forth?: () => void }) {
  useHotkeys("mod+z", () => noticeWaits() || back?.(), { preventDefault: true });
  useHotkeys("mod+shift+z, mod+y", () => forth?.(), { preventDefault: true });
  return (
    <Box component="span" className="backforth" sx={{ display: "flex", gap: "12px" }}>
      <Button variant="link" disabled={!back} onClick={back} title="Ctrl+Z">
        Back
      </Button>
      <Button variant="link" disabled={!forth} onClick={forth} title="Ctrl+Shift+Z">
        Forward
      </Button>
    </Box>
  );
}

/** What a setup was begun with, and whether a field is otherwise by now. */
export const isChanged = (setup: Setup, base: Setup, path: string) =>
  path === "heads"
    ? setup.heads.join() !== base.heads.join()
    : path !== "rig.parts" && at(setup, path) !== at(base, path);

/** Brings a field back to what it was begun with. */
export function BackTo({ field, base, onBack }: { field: Field; base: Setup; onBack: () => void }) {
  const says = useSays();
  return (
    <Button
      variant="link"
      sx={{ display: "block", padding: "2px 0 4px", fontSize: "0.8125rem" }}
      aria-label={`${field.label} back to ${says(field, base)}`}
      onClick={onBack}
    >
      back to {says(field, base)}
    </Button>
  );
}

/** Says what a field is in a setup. */
function useSays() {
  const { show } = useUnits();
  return (field: Field, setup: Setup): string => {
    const value = at(setup, field.path);
    if (typeof value === "boolean") return value ? "yes" : "no";
    if (typeof value === "string") return field.options.find((o) => o.value === value)?.says ?? value;
    if (value === 0 && field.zero) return field.zero;
    return show(field.measure, value as number);
  };
}
