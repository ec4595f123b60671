import { Box } from "@mui/material";
import type { Answer } from "../api/client";

const width = 274;
const height = 76;
const bed = 66;
const long = 44;

// What is said of each picture stands under it, in letters that do not shrink with it.
const under = { display: "grid", gridTemplateColumns: "37% 28% 35%", maxWidth: width };

type Seat = Answer["sits"][number];

/** How the baits of a rig sit: on the bed, or hanging over it; as they fall; and drawn along. */
export function Sits({ sits }: { sits: Seat[] }) {
  return sits.map((seat, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: baits go by their order on the line
    <Box component="figure" className="sits" sx={{ margin: 0 }} key={i}>
      {sits.length > 1 && <figcaption className="note">{seat.name}</figcaption>}
      <One seat={seat} />
    </Box>
  ));
}

function One({ seat }: { seat: Seat }) {
  const { attitude, bed: up, fall, tow, hang, glide, over } = seat;
  const bare = seat.mass === 0;
  const held = bare ? "stands off" : `hangs ${hang.toFixed(0)}°`;
  const still = over ? held : `${attitude} ${up.toFixed(0)}°`;
  const drawn =
    Math.abs(tow) < 3 ? "level" : tow > 0 ? `tail ${tow.toFixed(0)}° low` : `tail ${(-tow).toFixed(0)}° high`;
  return (
    <>
      <svg
        className="rig-editor"
        viewBox={`0 0 ${width} ${height}`}
        width={width}
        height={height}
        role="img"
        aria-label={`${over ? "Held off" : "On"} the bed it ${over ? held : attitude}, drawn along it is ${drawn}`}
      >
        <title>How it sits on the bed, falling and drawn along</title>
        {over ? (
          <path d={`M28 0V${bed - 38}`} className="thread" />
        ) : (
          <rect x={4} y={bed} width={82} height={5} className="ground" />
        )}
        <g transform={`translate(28 ${over ? bed - 38 : bed - 6})`}>
          <Lure seat={seat} turned={over ? hang : -up} />
        </g>
        <path
          d={`M128 ${bed - 56}v60m-4-6 4 6 4-6`}
          className="rig-measure"
          transform={`rotate(${glide} 128 ${bed + 4})`}
        />
        <g transform={`translate(128 ${bed - 2})`}>
          <Lure seat={seat} turned={fall - 90} />
        </g>
        <path d={`M196 ${bed - 26}h-14m6-4-6 4 6 4`} className="rig-measure" />
        <g transform={`translate(202 ${bed - 26})`}>
          <Lure seat={seat} turned={tow} />
        </g>
      </svg>
      <Box sx={under}>
        <span>{still}</span> <span>falls {fall.toFixed(0)}°</span> <span>{drawn}</span>
      </Box>
    </>
  );
}

/** A lure with its nose at the middle, its tail to the right and turned clockwise by so many degrees. */
function Lure({ seat, turned }: { seat: Seat; turned: number }) {
  const tail = seat.bends
    ? `q${long * 0.5}-8 ${long} 4q-${long * 0.5} 0-${long}-4Z`
    : `q${long * 0.5}-9 ${long} 0q-${long * 0.5} 9-${long} 0Z`;
  return (
    <g transform={`rotate(${turned})`}>
      <path d={`M0 0${tail}`} className="rig-bait" />
      <circle r={seat.mass > 0 ? 5 : 2.5} className="rig-body" />
    </g>
  );
}
