import { curveCatmullRom, curveLinear, line } from "d3-shape";
import type { Answer, Drop, Point, Setup } from "../api/client";
import { useUnits } from "../parts/preferences";
import { Backdrop } from "./Backdrop";
import { arrowsAt, CurrentArrows } from "./CurrentArrows";
import type { Frame } from "./frame";
import { frameAt, moments } from "./frames";
import { pointAlong } from "./motion";
import { rigOf } from "./rigs";
import { Rod, weighs } from "./Tackle";

interface Props {
  setup: Setup;
  answer: Answer;
  drops: Drop[];
  time: number;
  frame: Frame;
  /** Draws the line at every moment instead of moving it. */
  still: boolean;
}

/** The water in section with one drop or two as they are at a time. */
export function Playback({ setup, answer, drops, time, frame, still }: Props) {
  const { show } = useUnits();
  const { x, z } = frame;
  const { floats } = rigOf(setup);
  const draw = line<Point>(
    (p) => x(p.x),
    (p) => z(p.z),
  );
  /** Whether the weight stands to the left of a bait: at the right edge, and where another is to its right. */
  const toLeft = (px: number) =>
    px > frame.width - 60 || (px > 60 && drops.some((d) => x(frameAt(d, time)?.end.x ?? 0) > px));
  const tip = drops[0] && frameAt(drops[0], time)?.line.at(-1);
  return (
    <svg
      className="section"
      width={frame.width}
      height={frame.height}
      role="img"
      aria-label={drops
        .map((d) => {
          const f = frameAt(d, time);
          return `${show("mass", d.mass)} after ${time.toFixed(1)} s: ${f ? `${show("depth", Math.max(-f.end.z, 0))} deep, ${show("depth", f.lineOut)} of line out` : "not in the water"}`;
        })
        .join("; ")}
    >
      <Backdrop setup={setup} answer={answer} frame={frame} />
      <CurrentArrows setup={setup} answer={answer} frame={frame} x={arrowsAt(frame, setup, tip?.x)} />
      <Rod kind={setup.boat.kind} at={tip?.x ?? 0} tip={tip?.z ?? setup.rod.tipHeight} frame={frame} />
      {drops.map((drop, i) => {
        const now = frameAt(drop, time);
        if (!now) return null;
        const path = drop.frames.map((f) => f.end);
        const afloat = floats ? now.line.find((p) => p.z > -0.05) : undefined;
        return (
          <g key={drop.mass} className={i === 0 ? "drop" : "drop drop-other"}>
            <path d={draw.curve(curveLinear)(path) ?? ""} className="fall-path" />
            {still &&
              moments(drop).map((t) => (
                <path
                  key={t}
                  d={draw.curve(curveCatmullRom)(frameAt(drop, t)?.line ?? []) ?? ""}
                  className="ghost"
                />
              ))}
            <path d={draw.curve(curveCatmullRom)(now.line) ?? ""} className="line line-now" />
            {answer.rig
              .filter((part, i) => i !== answer.felt && weighs.includes(part.what))
              .map((part) => pointAlong(now.line, part.at))
              .map((p) => p && <circle key={p.z} cx={x(p.x)} cy={z(p.z)} r={4} className="bait-second" />)}
            {afloat && <ellipse cx={x(afloat.x)} cy={z(afloat.z)} rx={5} ry={9} className="bait-second" />}
            <circle cx={x(now.end.x)} cy={z(now.end.z)} r={6} className="bait" />
          </g>
        );
      })}
      {/* Over the baits, which may cross. */}
      {drops.map((drop, i) => {
        const end = frameAt(drop, time)?.end;
        const left = end && toLeft(x(end.x));
        // The line comes in from above on the left.
        const under = i > 0 || (left && drops.length === 1);
        return (
          end && (
            <text
              key={drop.mass}
              x={x(end.x) + (left ? -10 : 10)}
              y={z(end.z) + (under ? 18 : -8)}
              textAnchor={left ? "end" : undefined}
              className="label"
            >
              {show("mass", drop.mass)}
            </text>
          )
        );
      })}
      <text x={frame.width - 10} y={frame.height - 24} className="scale-note" textAnchor="end">
        {frame.down / frame.along > 1.02
          ? `depth drawn ${(frame.down / frame.along).toFixed(1)} × as tall as distance`
          : "to scale"}
      </text>
    </svg>
  );
}
