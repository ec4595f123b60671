import { Button, NativeSelect } from "@mui/material";
import { useHotkeys } from "react-hotkeys-hook";
import type { Drop } from "../api/client";
import { moments } from "./frames";
import { speeds, type useClock } from "./useClock";

interface Props {
  clock: ReturnType<typeof useClock>;
  drop: Drop;
  end: number;
  still: boolean;
}

const nudge = 1; // s, by the arrow keys

/** Play, scrub and step; with less motion it goes from one moment to the next. */
export function Transport({ clock, drop, end, still }: Props) {
  const times = still ? moments(drop) : drop.frames.map((f) => f.time);
  const step = (by: 1 | -1) => {
    clock.stop();
    const next =
      by > 0 ? times.find((t) => t > clock.time + 1e-3) : times.findLast((t) => t < clock.time - 1e-3);
    if (next !== undefined) clock.set(next);
  };
  const go = still ? () => step(1) : clock.toggle;
  useHotkeys("space", go, { preventDefault: true, ignoreEventWhen: onControl }, [go]);
  useHotkeys("left", () => clock.set(clock.time - nudge), { ignoreEventWhen: onControl }, [clock]);
  useHotkeys("right", () => clock.set(clock.time + nudge), { ignoreEventWhen: onControl }, [clock]);
  useHotkeys("comma", () => step(-1), [step]);
  useHotkeys("period", () => step(1), [step]);
  return (
    <div className="transport">
      <Button variant="contained" onClick={go} className="transport-play">
        {still ? "Next moment" : clock.running ? "Pause" : "Play"}
      </Button>
      <output className="transport-time" htmlFor="fall-time">
        <b>{clock.time.toFixed(1)}</b> s
      </output>
      <input
        id="fall-time"
        type="range"
        min={0}
        max={end}
        step={0.05}
        value={clock.time}
        onChange={(e) => {
          clock.stop();
          clock.set(Number(e.target.value));
        }}
        aria-label="Seconds after the splash"
      />
      <Button size="small" onClick={() => step(-1)} aria-label="−1: one step back">
        −1
      </Button>
      <Button size="small" onClick={() => step(1)} aria-label="+1: one step on">
        +1
      </Button>
      {!still && (
        <NativeSelect
          value={clock.speed}
          onChange={(e) => clock.setSpeed(Number(e.target.value))}
          inputProps={{ "aria-label": "How fast it plays" }}
          disableUnderline
        >
          {speeds.map((s) => (
            <option key={s} value={s}>
              {s === 1 ? "real time" : `${s} ×`}
            </option>
          ))}
        </NativeSelect>
      )}
    </div>
  );
}

/** A button takes its own space bar, a slider its own arrows. */
function onControl(e: KeyboardEvent): boolean {
  return (
    e.target instanceof HTMLButtonElement ||
    e.target instanceof HTMLInputElement ||
    e.target instanceof HTMLSelectElement
  );
}
