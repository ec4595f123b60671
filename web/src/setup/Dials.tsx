import { Box, ButtonBase } from "@mui/material";
import { useState } from "react";
import type { Answer, Field, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import * as looks from "../parts/looks";
import { at } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { Wrong } from "../parts/Said";
import { applies } from "./applies";
import { DirectionField } from "./DirectionField";
import { NumberField } from "./NumberField";
import { Wheel } from "./Wheel";
import { Words } from "./Words";

const most = 4; // dials beside each other

interface Props {
  setup: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  onChange: (changes: Record<string, unknown>) => void;
}

/** What changes on the water, for one thumb: a tap opens a wheel, a second one types. */
export function Dials({ setup, answer, errors, onChange }: Props) {
  const { fields } = useDefinitions();
  const [open, setOpen] = useState<string>();
  const [typing, setTyping] = useState(false);
  const matter = applies(fields, setup);
  // A drift that is estimated becomes one that is set by its dial.
  const drifts = fields.some((f) => f.path === "boat.measured" && matter(f));
  const dials = fields
    .filter((f) => f.dial && (matter(f) || (f.path === "boat.speed" && drifts)))
    .slice(0, most);
  const chosen = dials.find((d) => d.path === open);
  const set = (field: Field, value: number, also: Record<string, number> = {}) =>
    onChange({
      [field.path]: value,
      ...also,
      ...(field.path === "boat.speed" ? { "boat.measured": true } : {}),
    });
  const tap = (path: string) => {
    setTyping(path === open && !typing);
    setOpen(path === open && typing ? undefined : path);
  };
  return (
    <Box
      component="section"
      className="dials"
      sx={{ position: "relative", borderTop: looks.rule }}
      aria-label="Dials"
    >
      {chosen && (
        <Turning
          field={chosen}
          setup={setup}
          value={dialled(chosen, setup, answer)}
          typing={typing}
          error={errors[chosen.path]}
          onValue={(v, also) => set(chosen, v, also)}
          onChange={onChange}
        />
      )}
      <Box sx={{ display: "grid", gridAutoColumns: "1fr", gridAutoFlow: "column" }}>
        {dials.map((d) => (
          <Dial
            key={d.path}
            field={d}
            value={dialled(d, setup, answer)}
            open={d === chosen}
            wrong={!!errors[d.path]}
            onTap={() => tap(d.path)}
          />
        ))}
      </Box>
    </Box>
  );
}

/** What a dial shows: a drift that is not set is the one that is estimated. */
function dialled(field: Field, setup: Setup, answer: Answer | undefined): number {
  if (field.path === "boat.speed" && !setup.boat.measured)
    return answer ? Number(Math.hypot(answer.drift.x, answer.drift.y).toFixed(2)) : 0;
  return at(setup, field.path) as number;
}

const short: Record<string, string> = {
  "water.depth": "depth",
  "flow.speed": "current",
  "wind.speed": "wind",
  "boat.speed": "drift",
  "cast.distance": "cast",
};

function Dial({
  field,
  value,
  open,
  wrong,
  onTap,
}: {
  field: Field;
  value: number;
  open: boolean;
  wrong: boolean;
  onTap: () => void;
}) {
  const { show } = useUnits();
  return (
    <ButtonBase
      className="dial"
      sx={{
        display: "block",
        minHeight: "60px",
        padding: "4px",
        borderLeft: looks.rule,
        "&:first-child": { borderLeft: 0 },
        "& span": { display: "block", color: "text.secondary" },
        "& b": { display: "block", fontSize: "1.0625rem" },
        '&[aria-expanded="true"]': { boxShadow: "inset 0 3px var(--palette-primary-main)" },
        "&[data-wrong] b": { color: "error.main" },
      }}
      aria-expanded={open}
      data-wrong={wrong || undefined}
      onClick={onTap}
    >
      <span>{short[field.path] ?? field.label}</span> <b>{show(field.measure, value)}</b>
    </ButtonBase>
  );
}

/** A dial that is open: its words, its wheel, where it goes, and its field once it is tapped again. */
function Turning({
  field,
  setup,
  value,
  typing,
  error,
  onValue,
  onChange,
}: {
  field: Field;
  setup: Setup;
  value: number;
  typing: boolean;
  error?: string;
  onValue: (value: number, also?: Record<string, number>) => void;
  onChange: Props["onChange"];
}) {
  const way = field.path.replace("speed", "direction");
  return (
    <Box
      sx={{
        position: "absolute",
        bottom: "100%",
        left: 0,
        right: 0,
        padding: "8px 12px",
        bgcolor: "background.paper",
        borderTop: looks.rule,
      }}
    >
      {typing ? (
        <NumberField
          path={field.path}
          value={value}
          error={error}
          onChange={(v, _, also) => onValue(v, also)}
          autoFocus
        />
      ) : (
        <>
          <Words path={field.path} value={value} onChange={onChange} />
          {field.path.endsWith(".speed") &&
            value > 0 &&
            (field.path !== "boat.speed" || setup.boat.measured) && (
              <DirectionField
                path={way}
                value={at(setup, way) as number}
                onChange={(v) => onChange({ [way]: v })}
              />
            )}
          <Wheel path={field.path} value={value} onChange={onValue} />
          {error && <Wrong>{error}</Wrong>}
        </>
      )}
    </Box>
  );
}
