import { Box } from "@mui/material";
import type { PointerEvent } from "react";
import type { Fish, Lead, Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { useSize } from "../../section/useSize";

interface Props {
  setup: Setup;
  fish: Fish;
  lead: Lead | undefined;
  old: boolean;
  onFish: (change: Partial<Fish>) => void;
}

type Way = Lead["fish"];

const edge = 26; // pixels

/** What happens by then: the fish and the bait from now until it is at their depth. */
function until(lead: Lead | undefined) {
  const head = lead?.heads[lead.pick];
  const there = head ? head.land + head.down : Number.POSITIVE_INFINITY;
  return { head, there, meet: head ? there + head.before : Number.POSITIVE_INFINITY };
}

/** Where a way is at a time. */
function at(way: Way, time: number) {
  return way.reduce((a, b) => (Math.abs(b.time - time) < Math.abs(a.time - time) ? b : a), way[0] ?? none);
}
const none = { time: 0, x: 0, y: 0, z: 0 };

/** From above: the rod below, the cast of the setup upwards. A tap says where the fish are. */
export function Above({ fish, lead, old, onFish }: Props) {
  const { show } = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const { head, there, meet } = until(lead);
  const swims = lead?.fish ?? [];
  const way = head?.way ?? [];
  const from = seen(fish);
  const all = [...swims, ...way, from, none];
  const across = Math.max(...all.map((p) => Math.abs(p.y)), 4);
  const [far, near] = [Math.max(...all.map((p) => p.x), 8), Math.min(...all.map((p) => p.x), 0)];
  const scale = Math.min((size.width / 2 - edge) / across, (size.height - 2 * edge) / (far - near));
  const x = (y: number) => size.width / 2 - y * scale;
  const y = (x0: number) => size.height - edge - (x0 - near) * scale;
  const lands = way[0];
  const down = at(way, there);
  const meets = at(swims, meet);
  const tap = (e: PointerEvent<SVGSVGElement>) => {
    const { left, top } = e.currentTarget.getBoundingClientRect();
    const ahead = (size.height - edge - (e.clientY - top)) / scale + near;
    const left0 = (size.width / 2 - (e.clientX - left)) / scale;
    const distance = Math.min(Math.max(Math.hypot(ahead, left0), 1), 100);
    onFish({
      distance: tenth(distance),
      bearing: Math.round(((Math.atan2(left0, ahead) * 180) / Math.PI + 360) % 360),
    });
  };
  return (
    <Box
      className="lead-above"
      sx={{ height: "380px", [looks.thumb]: { height: "280px" } }}
      ref={box}
      data-old={old || undefined}
    >
      {size.width > 0 && (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={`From above: fish ${show("depth", fish.distance)} off${head ? `, the bait lands ${show("depth", tenth(head.distance))} out` : ""}`}
          onPointerDown={tap}
        >
          <rect width={size.width} height={size.height} className="lead-water" />
          <path d={line(swims, (p) => [x(p.y), y(p.x)])} className="lead-swims" strokeDasharray="2 4" />
          <path d={line(way, (p) => [x(p.y), y(p.x)])} className="lead-way" />
          <Marked x={x(from.y)} y={y(from.x)} way={fish.way} moves={fish.speed > 0} />
          <circle cx={x(0)} cy={y(0)} r="5" className="lead-rod" />
          <text x={x(0) + 9} y={y(0) + 5} className="note">
            you
          </text>
          {lands && (
            <>
              <path d={`M${x(0)} ${y(0)}L${x(lands.y)} ${y(lands.x)}`} className="lead-cast" />
              <Splash x={x(lands.y)} y={y(lands.x)} />
              <circle cx={x(down.y)} cy={y(down.x)} r="5" className="bob" />
              <circle
                cx={x(meets.y)}
                cy={y(meets.x)}
                r={Math.max((lead?.sight ?? 0) * scale, 6)}
                className="lead-meets"
                strokeDasharray="4 3"
              />
            </>
          )}
        </svg>
      )}
    </Box>
  );
}

/** From the side: how far off and how deep, whatever the side. A tap says where the fish are. */
export function FromAside({ setup, fish, lead, old, onFish }: Props) {
  const { show } = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const { head, there, meet } = until(lead);
  const way = head?.way ?? [];
  const swims = lead?.fish ?? [];
  const off = (p: { x: number; y: number }) => Math.hypot(p.x, p.y);
  const { depth, splashDepth } = setup.water;
  const slope = splashDepth > 0 && setup.cast.distance > 0 ? (splashDepth - depth) / setup.cast.distance : 0;
  const far = Math.max(...[...swims, ...way].map(off), fish.distance, 8) * 1.08;
  const deepest = Math.max(depth, depth + slope * far);
  const x = (m: number) => edge + (m / far) * (size.width - 2 * edge);
  const y = (z: number) => 20 + (-z / (deepest * 1.08)) * (size.height - 26);
  const down = at(way, there);
  const tap = (e: PointerEvent<SVGSVGElement>) => {
    const { left, top } = e.currentTarget.getBoundingClientRect();
    const distance = ((e.clientX - left - edge) / (size.width - 2 * edge)) * far;
    const deep = ((e.clientY - top - 20) / (size.height - 26)) * deepest * 1.08;
    onFish({
      distance: tenth(Math.min(Math.max(distance, 1), 100)),
      depth: tenth(Math.min(Math.max(deep, 0.1), depth - 0.1)),
    });
  };
  return (
    <Box
      className="lead-aside"
      sx={{ height: "380px", [looks.thumb]: { height: "280px" } }}
      ref={box}
      data-old={old || undefined}
    >
      {size.width > 0 && (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={`From the side: fish ${show("depth", fish.depth)} deep${head ? `, the bait is there ${Math.round(head.land + head.down)} s from now` : ""}`}
          onPointerDown={tap}
        >
          <rect y={y(0)} width={size.width} height={size.height} className="lead-water" />
          <path
            d={`M0 ${y(-depth)}L${size.width} ${y(-(depth + slope * far))}V${size.height}H0Z`}
            className="ground"
          />
          <path d={`M0 ${y(0)}H${size.width}`} className="surface-line" />
          <path d={line(swims, (p) => [x(off(p)), y(p.z)])} className="lead-swims" strokeDasharray="2 4" />
          <path d={line(way, (p) => [x(off(p)), y(p.z)])} className="lead-way" />
          <Marked x={x(fish.distance)} y={y(-fish.depth)} way={0} moves={false} />
          {way[0] && (
            <>
              <Splash x={x(off(way[0]))} y={y(0)} />
              <circle cx={x(off(down))} cy={y(down.z)} r="5" className="bob" />
              <circle
                cx={x(off(at(swims, meet)))}
                cy={y(-fish.depth)}
                r="8"
                className="lead-meets"
                strokeDasharray="4 3"
              />
            </>
          )}
          <text x={8} y={size.height - 8} className="note">
            {show("depth", depth)}
          </text>
        </svg>
      )}
    </Box>
  );
}

const seen = ({ distance, bearing }: Fish) => ({
  x: distance * Math.cos((bearing * Math.PI) / 180),
  y: distance * Math.sin((bearing * Math.PI) / 180),
});

const tenth = (m: number) => Math.round(m * 10) / 10;

function line(way: Way, place: (p: Way[number]) => [number, number]): string {
  return way
    .map((p, i) => {
      const [x, y] = place(p);
      return `${i ? "L" : "M"}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join("");
}

/** Fish: an arrowhead that points where they swim, a disc where that is not shown. */
function Marked({ x, y, way, moves }: { x: number; y: number; way: number; moves: boolean }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${-way})`} className="lead-fish">
      {moves ? <path d="M0 -10L6 8L0 4L-6 8Z" /> : <circle r="6" />}
    </g>
  );
}

function Splash({ x, y }: { x: number; y: number }) {
  return <path transform={`translate(${x} ${y})`} d="M-6 -6L6 6M6 -6L-6 6" className="lead-splash" />;
}
