import { Box, Button, Slider } from "@mui/material";
import { useHotkeys } from "react-hotkeys-hook";
import type { Drop } from "../api/client";
import { Choose } from "../parts/Entry";
import * as looks from "../parts/looks";
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
    <Box
      className="transport"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: "12px",
        "& .MuiNativeSelect-root": { width: "84px" },
        [looks.thumb]: {
          flexWrap: "wrap",
          gap: "4px",
        },
      }}
    >
      <Button variant="contained" onClick={go} sx={{ minWidth: "84px" }}>
        {still ? "Next moment" : clock.running ? "Pause" : "Play"}
      </Button>
      <Box
        component="output"
        sx={{ minWidth: "72px", textAlign: "right", "& b": { fontSize: "1.375rem", fontWeight: 650 } }}
        htmlFor="fall-time"
      >
        <b>{clock.time.toFixed(1)}</b> s
      </Box>
      <Slider
        size="small"
        sx={{ mx: 1, [looks.thumb]: { order: 9, flexBasis: "calc(100% - 16px)" } }}
        min={0}
        max={end}
        step={0.05}
        value={clock.time}
        onChange={(_, seconds) => {
          clock.stop();
          clock.set(seconds as number);
        }}
        aria-label="Seconds after the splash"
        slotProps={{ input: { id: "fall-time" } }}
      />
      <Button size="small" sx={{ minWidth: 48 }} onClick={() => step(-1)} aria-label="−1: one step back">
        −1
      </Button>
      <Button size="small" sx={{ minWidth: 48 }} onClick={() => step(1)} aria-label="+1: one step on">
        +1
      </Button>
      {!still && (
        <Choose
          value={clock.speed}
          onChange={(e) => clock.setSpeed(Number(e.target.value))}
          aria-label="How fast it plays"
        >
          {speeds.map((s) => (
            <option key={s} value={s}>
              {s === 1 ? "real time" : `${s} ×`}
            </option>
          ))}
        </Choose>
      )}
    </Box>
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
