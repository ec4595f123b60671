import { Box, Slider, SliderMark } from "@mui/material";
import { type ComponentProps, useRef } from "react";
import { useField } from "../parts/definitions";
import * as looks from "../parts/looks";
import { useUnits } from "../parts/preferences";

interface Props {
  path: string;
  value: number;
  /** Where it goes to at the least. */
  atLeast: number;
  /** Values at which something changes, with what. */
  marks: { value: number; words: string }[];
  onChange: (value: number) => void;
}

declare module "@mui/material/Slider" {
  interface SliderMarkSlotPropsOverrides {
    words?: string[];
  }
}

/** A field as a slide, with a small mark wherever the answer turns. The field above it is the one for reading. */
export function Slide({ path, value, atLeast, marks, onChange }: Props) {
  const field = useField(path);
  const { show, snap } = useUnits();
  const held = useRef<number>(undefined);
  const far = (v: number) => Math.min(Math.max(atLeast, 2 * v), field.max);
  const most = held.current ?? far(value);
  const turns = marks.filter((m) => m.value <= most);
  const release = () => {
    held.current = undefined;
  };
  return (
    <Box className="slide" sx={{ borderBottom: looks.rule }}>
      <Slider
        size="small"
        sx={{ display: "block", mx: 1, width: "auto" }}
        min={field.min}
        max={most}
        step={(most - field.min) / 500}
        marks={turns.map((m) => ({ value: m.value }))}
        slots={{ mark: Turn }}
        slotProps={{ mark: { words: turns.map((m) => m.words) } }}
        value={Math.min(value, most)}
        aria-label={`${field.label}, slide`}
        aria-valuetext={show(field.measure, value)}
        onPointerDown={() => {
          held.current = most; // while it is dragged the scale stays
        }}
        onPointerUp={release}
        onPointerCancel={release}
        onChange={(_, next) =>
          onChange(Math.min(Math.max(snap(field.measure, next as number), field.min), field.max))
        }
        onKeyDownCapture={(e) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key];
          if (!by) return;
          e.preventDefault();
          e.stopPropagation(); // a step of what is shown, not of the slide
          const next = snap(field.measure, value + (by * (most - field.min)) / 50);
          onChange(Math.min(Math.max(next, field.min), field.max));
        }}
      />
    </Box>
  );
}

/** Where the answer turns, with what it turns to. */
function Turn({
  words,
  ...mark
}: ComponentProps<typeof SliderMark> & { words?: string[]; "data-index"?: number }) {
  return <SliderMark {...mark} title={words?.[mark["data-index"] ?? 0]} />;
}
