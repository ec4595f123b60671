import { Box, ButtonBase } from "@mui/material";
import { type KeyboardEvent, type PointerEvent, useEffect, useState } from "react";
import type { Fish } from "../../api/client";
import { useUnits } from "../../parts/preferences";

const width = 560;
const height = 420;
const scale = 12; // pixels per metre
const rod = { x: width / 2, y: height - 24 };

/** Where a throw is to: m off, and degrees against the cast, to the left. */
export interface Throw {
  distance: number;
  bearing: number;
}

/** Fish that swim by, from above; a tap, or the arrows and Enter, throws to a place. */
export function Led({
  swim,
  time,
  running,
  thrown,
  onThrow,
}: {
  swim: Fish;
  time: number;
  running: boolean;
  /** Where it was thrown to, once it was. */
  thrown: Throw | undefined;
  onThrow: (to: Throw) => void;
}) {
  const { show } = useUnits();
  const [aim, setAim] = useState({ x: 15, y: 0 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: each round is aimed anew
  useEffect(() => setAim({ x: 15, y: 0 }), [swim]);
  const [sin, cos] = both(swim.bearing);
  const [to, ahead] = both(swim.way);
  const x = swim.distance * cos + swim.speed * time * ahead;
  const y = swim.distance * sin + swim.speed * time * to;
  const put = (p: { x: number; y: number }) => ({ x: rod.x - p.y * scale, y: rod.y - p.x * scale });
  const fish = put({ x, y });
  const cross = put(thrown ? placed(thrown) : aim);
  const tap = (e: PointerEvent<HTMLButtonElement>) => {
    if (!running) return;
    const box = e.currentTarget.getBoundingClientRect();
    const px = ((e.clientX - box.left) / box.width) * width;
    const py = ((e.clientY - box.top) / box.height) * height;
    onThrow(polar({ x: (rod.y - py) / scale, y: (rod.x - px) / scale }));
  };
  const key = (e: KeyboardEvent) => {
    const step = { ArrowUp: [0.5, 0], ArrowDown: [-0.5, 0], ArrowLeft: [0, 0.5], ArrowRight: [0, -0.5] }[
      e.key
    ];
    if (step) setAim({ x: Math.max(aim.x + (step[0] ?? 0), 1), y: aim.y + (step[1] ?? 0) });
    else if (running && (e.key === "Enter" || e.key === " ")) onThrow(polar(aim));
    else return;
    e.preventDefault();
  };
  return (
    <Box
      className="practice-led"
      sx={{
        position: "relative",
        maxWidth: "560px",
        "& .practice-water": { display: "block" },
        "& button": {
          position: "absolute",
          inset: 0,
          width: "100%",
          cursor: "crosshair",
          touchAction: "manipulation",
        },
      }}
    >
      <svg viewBox={`0 0 ${width} ${height}`} className="practice-water" aria-hidden="true">
        <rect width={width} height={height} className="closeup-water" />
        {[10, 20, 30].map((m) => (
          <g key={m}>
            <path
              d={`M${rod.x - m * scale} ${rod.y}A${m * scale} ${m * scale} 0 0 1 ${rod.x + m * scale} ${rod.y}`}
              className="led-ring"
            />
            <text x={rod.x + 4} y={rod.y - m * scale - 4} className="note">
              {show("depth", m)}
            </text>
          </g>
        ))}
        <g transform={`translate(${fish.x} ${fish.y}) rotate(${-swim.way})`} className="led-fish">
          <path d="M0 -11L7 9L0 5L-7 9Z" />
        </g>
        <path transform={`translate(${cross.x} ${cross.y})`} d="M-7 -7L7 7M7 -7L-7 7" className="led-cross" />
        <circle cx={rod.x} cy={rod.y} r="6" className="led-fish" />
      </svg>
      <ButtonBase
        aria-label={`From above: they are ${show("depth", Math.round(Math.hypot(x, y)))} off. Tap where it is to land, or aim with the arrows and throw with Enter`}
        onPointerDown={tap}
        onKeyDown={key}
      />
    </Box>
  );
}

const both = (degrees: number): [number, number] => [
  Math.sin((degrees * Math.PI) / 180),
  Math.cos((degrees * Math.PI) / 180),
];

function polar({ x, y }: { x: number; y: number }): Throw {
  return {
    distance: Math.min(Math.max(Math.hypot(x, y), 1), 100),
    bearing: ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360,
  };
}

function placed({ distance, bearing }: Throw) {
  const [sin, cos] = both(bearing);
  return { x: distance * cos, y: distance * sin };
}
