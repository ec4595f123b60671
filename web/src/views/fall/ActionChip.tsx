import { Box, Button, ButtonBase, Popover } from "@mui/material";
import { useState } from "react";
import type { Action } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { useUnits } from "../../parts/preferences";
import { NumberField } from "../../setup/NumberField";
import * as own from "./looks";

type Value = "time" | "amount" | "speed";

const partOf = (path: string) => path.split(".").at(-1) as Value;

interface Props {
  action: Action;
  wrong: boolean;
  onChange: (action: Action) => void;
  onMove: (by: 1 | -1) => void;
  onRemove: () => void;
}

/** One action of a programme; it opens to be set, moved or taken out. */
export function ActionChip({ action, wrong, onChange, onMove, onRemove }: Props) {
  const { actions, fields } = useDefinitions();
  const { show } = useUnits();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const kind = actions.find((a) => a.kind === action.kind);
  const values = (kind?.fields ?? []).map((path) => {
    const measure = fields.find((f) => f.path === path)?.measure ?? "";
    return show(measure, action[partOf(path)]);
  });
  const close = () => setAnchor(null);
  return (
    <>
      <ButtonBase
        className="chip"
        sx={own.chip}
        data-wrong={wrong || undefined}
        aria-haspopup="dialog"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        {kind?.label ?? action.kind}
        {values.length > 0 && <small>{values.join(", ")}</small>}
      </ButtonBase>
      <Popover
        open={!!anchor}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Box
          component="section"
          className="chip-form"
          sx={{ padding: "8px 16px", width: "300px", "& p": { margin: "4px 0" } }}
          aria-label={kind?.label ?? action.kind}
        >
          <p>{kind?.words}</p>
          {kind?.fields.map((path) => (
            <NumberField
              key={path}
              path={path}
              value={action[partOf(path)]}
              onChange={(value) => onChange({ ...action, [partOf(path)]: value })}
            />
          ))}
          <Box sx={{ display: "flex", justifyContent: "space-between", paddingTop: "8px" }}>
            <Button size="small" onClick={() => onMove(-1)}>
              Earlier
            </Button>
            <Button size="small" onClick={() => onMove(1)}>
              Later
            </Button>
            <Button
              size="small"
              onClick={() => {
                close();
                onRemove();
              }}
            >
              Delete
            </Button>
          </Box>
        </Box>
      </Popover>
    </>
  );
}
