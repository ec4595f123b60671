import { Box, Button } from "@mui/material";
import { useRef } from "react";
import { useField } from "../parts/definitions";
import * as looks from "../parts/looks";
import { useUnits } from "../parts/preferences";

const notch = 12; // pixels of the wheel to a step

/** A value under the thumb: the wheel is pushed to the side, a step for each of its notches. */
export function Wheel({
  path,
  value,
  onChange,
}: {
  path: string;
  value: number;
  onChange: (value: number) => void;
}) {
  const field = useField(path);
  const { show, snap, step } = useUnits();
  const held = useRef<{ x: number; value: number }>(undefined);
  const limit = (v: number) => Math.min(Math.max(snap(field.measure, v), field.min), field.max);
  const by = (steps: number) => onChange(limit(value + steps * step(field.measure, value)));
  const turned = (value / step(field.measure, value || 1)) * notch;
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "64px 1fr 64px",
        gap: "8px",
        paddingTop: "8px",
        "& .MuiButton-root": { fontSize: "1.375rem" },
      }}
    >
      <Button variant="outlined" aria-label={`Less: ${field.label}`} onClick={() => by(-1)}>
        −
      </Button>
      <Box
        className="wheel-rim"
        sx={{
          minHeight: "56px",
          border: looks.rule,
          borderRadius: "4px",
          backgroundImage:
            "repeating-linear-gradient(90deg, var(--palette-text-primary) 0 1px, transparent 1px 12px)",
          touchAction: "none",
          cursor: "ew-resize",
        }}
        role="slider"
        tabIndex={0}
        aria-label={`${field.label}, wheel`}
        aria-valuemin={field.min}
        aria-valuemax={field.max}
        aria-valuenow={value}
        aria-valuetext={show(field.measure, value)}
        style={{ backgroundPositionX: `${turned}px` }}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          held.current = { x: e.clientX, value };
        }}
        onPointerMove={(e) => {
          const from = held.current;
          if (!from) return;
          const steps = Math.round((e.clientX - from.x) / notch);
          const next = limit(from.value + steps * step(field.measure, from.value));
          if (next !== value) onChange(next);
        }}
        onPointerUp={() => {
          held.current = undefined;
        }}
        onPointerCancel={() => {
          held.current = undefined;
        }}
        onKeyDown={(e) => {
          const steps = {
            ArrowUp: 1,
            ArrowRight: 1,
            ArrowDown: -1,
            ArrowLeft: -1,
            PageUp: 10,
            PageDown: -10,
          }[e.key];
          if (!steps) return;
          e.preventDefault();
          by(steps);
        }}
      />
      <Button variant="outlined" aria-label={`More: ${field.label}`} onClick={() => by(1)}>
        +
      </Button>
    </Box>
  );
}
