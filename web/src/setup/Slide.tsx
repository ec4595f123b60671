import { useRef } from "react";
import { useField } from "../parts/definitions";
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

/** A field as a slide, with a small mark wherever the answer turns. The field above it is the one for reading. */
export function Slide({ path, value, atLeast, marks, onChange }: Props) {
  const field = useField(path);
  const { show, snap } = useUnits();
  const held = useRef<number>(undefined);
  const far = (v: number) => Math.min(Math.max(atLeast, 2 * v), field.max);
  const most = held.current ?? far(value);
  const at = (v: number) => `${(100 * (v - field.min)) / (most - field.min)}%`;
  const release = () => {
    held.current = undefined;
  };
  return (
    <div className="slide">
      <input
        type="range"
        min={field.min}
        max={most}
        step="any"
        value={Math.min(value, most)}
        aria-label={`${field.label}, slide`}
        aria-valuetext={show(field.measure, value)}
        onPointerDown={() => {
          held.current = most; // while it is dragged the scale stays
        }}
        onPointerUp={release}
        onPointerCancel={release}
        onChange={(e) =>
          onChange(Math.min(Math.max(snap(field.measure, Number(e.target.value)), field.min), field.max))
        }
        onKeyDown={(e) => {
          const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[e.key];
          if (!by) return;
          e.preventDefault();
          const next = snap(field.measure, value + (by * (most - field.min)) / 50);
          onChange(Math.min(Math.max(next, field.min), field.max));
        }}
      />
      <div className="slide-marks">
        {marks
          .filter((m) => m.value <= most)
          .map((m) => (
            <span key={m.words} style={{ left: at(m.value) }} title={m.words} />
          ))}
      </div>
    </div>
  );
}
