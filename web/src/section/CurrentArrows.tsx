import type { Answer, Setup } from "../api/client";
import type { Frame } from "./frame";

export const arrowLength = 150; // pixels for a current of 1 m/s

/** Where the current is drawn: as far as can be from what else is at the surface. */
export function arrowsAt(frame: Frame, setup: Setup, boat = 0): number {
  const taken = [0, setup.cast.distance, boat].map(frame.x);
  const room = (x: number) => Math.min(...taken.map((t) => Math.abs(t - x)));
  const places = Array.from({ length: 13 }, (_, i) => Math.round(frame.width * (0.2 + 0.05 * i)));
  return places.reduce((best, x) => (room(x) > room(best) + 1 ? x : best));
}

interface Props {
  setup: Setup;
  answer: Answer;
  frame: Frame;
  x: number;
}

/** The current by depth: arrows along the section, and dots or crosses for what comes out of it or goes into it. */
export function CurrentArrows({ setup, answer, frame, x }: Props) {
  // The profile is that of the water under the rod, drawn over the depth that there is here.
  const share = 1 + (answer.bedSlope * frame.metresX(x)) / setup.water.depth;
  if (share <= 0) return null;
  return (
    <g className="current" aria-hidden="true">
      {answer.profile.map((f) => {
        const y = frame.z(-f.depth * share) + 10;
        const length = Math.max(Math.min(f.x, 1.2), -1.2) * arrowLength;
        const across = Math.abs(f.y) > 0.02;
        if (y > frame.height) return null;
        return (
          <g key={f.depth}>
            {Math.abs(length) > 3 && <path d={arrow(x, y, length)} />}
            {across && <Across x={x} y={y} left={f.y > 0} size={3 + 6 * Math.min(Math.abs(f.y), 1)} />}
          </g>
        );
      })}
    </g>
  );
}

export function arrow(x: number, y: number, length: number): string {
  const way = Math.sign(length);
  const tip = x + length;
  const barb = Math.min(5, Math.abs(length));
  return `M${x} ${y}H${tip}m${-way * barb} ${-barb * 0.7}l${way * barb} ${barb * 0.7}l${-way * barb} ${barb * 0.7}`;
}

// The section is seen from the right of the cast: what runs to the left goes into the picture.
function Across({ x, y, left, size }: { x: number; y: number; left: boolean; size: number }) {
  const d = size * 0.6;
  return (
    <g>
      <circle cx={x} cy={y} r={size} />
      {left ? (
        <path d={`M${x - d} ${y - d}L${x + d} ${y + d}M${x - d} ${y + d}L${x + d} ${y - d}`} />
      ) : (
        <circle cx={x} cy={y} r={1.6} className="current-dot" />
      )}
    </g>
  );
}
