import { Box } from "@mui/material";
import type { Compared, Setup } from "../api/client";
import { useUnits } from "../parts/preferences";
import { type Frame, fit } from "./frame";
import { markEvery, marksUntil, placeAt } from "./motion";

const width = 236;
const height = 190;

/** What is compared as sections side by side, all of them on one scale: the fall second by second, and the line then. */
export function scaleOf(setup: Setup, compared: Compared[]): Frame {
  const reached = compared.flatMap((c) =>
    [...c.fall.path, ...c.contact.curve, c.contact.boat].map((p) => p.x),
  );
  return fit(setup, { bedSlope: compared[0]?.bedSlope ?? 0 }, reached, width, height);
}

/** How long a fall is that is drawn, s. */
const longOf = ({ fall }: Compared) => fall.path.at(-1)?.time ?? 0;

/** Seconds between the dots on all of their falls. */
export function dotsOf(setup: Setup, compared: Compared[], { z }: Frame): number {
  return markEvery(Math.max(...compared.map(longOf)), z(-setup.water.depth) - z(0));
}

export function Beside({
  setup,
  compared,
  frame,
  dots,
}: {
  setup: Setup;
  compared: Compared;
  frame: Frame;
  dots: number;
}) {
  const { show } = useUnits();
  const { x, z, left, right } = frame;
  const { fall, contact } = compared;
  const bed = (m: number) => z(-(setup.water.depth + compared.bedSlope * m));
  const way = fall.path.map((p, i) => `${i ? "L" : "M"}${x(p.x)} ${z(p.z)}`).join("");
  const line = contact.curve.map((p, i) => `${i ? "L" : "M"}${x(p.x)} ${z(p.z)}`).join("");
  const end = fall.path.at(-1);
  const count = Math.round(fall.time);
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg
        className="beside"
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        role="img"
        aria-label={`${compared.name} in section: ${fall.time > 0 ? `down after ${count} s, ${show("depth", Math.max(end?.x ?? 0, 0))} out` : fall.outcome}`}
      >
        <rect y={z(0)} width={width} height={height - z(0)} className="beside-water" />
        <path d={`M0 ${bed(left)}L${width} ${bed(right)}V${height}H0Z`} className="ground" />
        <path d={`M0 ${z(0)}H${width}`} className="surface-line" />
        <path d={line} className="beside-line" />
        <path d={way} className="beside-way" strokeDasharray="3 3" />
        {marksUntil(longOf(compared), dots).map((t) => {
          const p = placeAt(compared, t);
          return p && <circle key={t} cx={x(p.x)} cy={z(p.z)} r="2" className="beside-dot" />;
        })}
        {end && <circle cx={x(end.x)} cy={z(end.z)} r="4" className="bob" />}
      </svg>
      <figcaption>
        {show("depth", setup.water.depth)}
        {fall.time > 0 && `, ${count} s; a dot every ${dots} s`}
      </figcaption>
    </Box>
  );
}
