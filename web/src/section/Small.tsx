import type { Setup } from "../api/client";
import { rigOf } from "./rigs";

const width = 132;
const height = 76;
const surface = 24;

/** A kind of fishing as a small section of its water: what is fished from, how deep, over what, with which rig. */
export function Small({ setup }: { setup: Setup }) {
  const { depth, splashDepth, bed } = setup.water;
  // Deep water is drawn deeper, though not by as much as it is.
  const down = (m: number) => surface + 12 + 9 * Math.log2(1 + m);
  const left = down(depth);
  const right = down(splashDepth || depth);
  const bait = 30 + Math.min(setup.cast.distance, 40) * 2.1;
  const bedAt = (x: number) => left + ((right - left) * x) / width;
  const { floats } = rigOf(setup);
  const over = floats ? setup.rig.stop : setup.target.depth;
  const y =
    over > 0
      ? Math.min(down(over), bedAt(bait) - 6)
      : bedAt(bait) - (setup.approach.kind === "swim" ? 12 : 3);
  const ashore = setup.boat.kind === "bank";
  return (
    <svg
      className="small"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      aria-hidden="true"
    >
      <rect y={surface} width={width} height={height - surface} className="small-water" />
      <path d={`M0 ${left}L${width} ${right}V${height}H0Z`} className="ground" />
      {Array.from({ length: 11 }, (_, i) => 8 + i * 12).map((x) => (
        <Growth key={x} x={x} y={bedAt(x)} bed={bed} />
      ))}
      {setup.swell.height > 0 ? (
        <path d={`M0 ${surface}q16 -9 33 0t33 0t33 0t33 0`} className="small-line" />
      ) : (
        <path d={`M0 ${surface}H${width}`} className="surface-line" />
      )}
      {ashore ? (
        <path d={`M0 ${surface - 6}H12L20 ${surface + 8}V${height}H0Z`} className="ground" />
      ) : (
        <path d={`M2 ${surface - 4}H24l-4 8H5Z`} className="small-boat" />
      )}
      <path
        d={
          floats
            ? `M14 ${surface - 16}L${bait} ${surface}V${y}`
            : `M14 ${surface - 16}Q${(14 + bait) / 2} ${surface + 4} ${bait} ${y}`
        }
        className="small-line"
      />
      {floats && <ellipse cx={bait} cy={surface} rx="3" ry="6" className="small-float" />}
      {setup.flow.speed > 0 && (
        <path d={`M${bait - 44} ${(surface + left) / 2}h18m-5 -4l5 4l-5 4`} className="small-line" />
      )}
      <circle cx={bait} cy={y} r="3.2" className="small-head" />
      <path d={`M${bait} ${y}q9 -6 16 -1q-7 4 -16 1Z`} className="small-bait" />
    </svg>
  );
}

/** What stands or lies on a bed. */
function Growth({ x, y, bed }: { x: number; y: number; bed: string }) {
  if (bed === "weed" || bed === "kelp")
    return <path d={`M${x} ${y}q-3 -6 0 -10q3 4 1 10`} className="small-weed" />;
  if (bed === "rock" || bed === "boulders" || bed === "gravel")
    return <circle cx={x} cy={y} r={bed === "gravel" ? 1.5 : 3} className="ground" />;
  return null;
}
