import { Box } from "@mui/material";
import { scaleLinear, scaleTime } from "d3-scale";
import type { LogEvent, SavedEvent, SavedTrip } from "../../api/client";
import { MarksKey, marks } from "../../log/Marks";
import { kindOf } from "../../log/words";
import { useUnits } from "../../parts/preferences";
import { atTime } from "../../parts/when";
import { useTicks } from "../../section/Backdrop";
import { useSize } from "../../section/useSize";

const height = 190;
const left = 44;
const right = 12;
const top = 26;
const bottom = 24;

const changes = ["changed", "conditions", "retie", "line trimmed", "line renewed"];

/** A trip as a strip of its casts: the way down of each, what was had and lost at which depth, and what was changed. */
export function Strip({ trip, events }: { trip: SavedTrip; events: SavedEvent[] }) {
  const { show, shown } = useUnits();
  const round = useTicks();
  const [box, size] = useSize<HTMLElement>();
  const times = [trip.trip.start, ...events.map((e) => e.event.time)].map((t) => Date.parse(t));
  const deepest = Math.max(...events.map(({ event: e }) => Math.max(e.with?.bedDepth ?? 0, e.depth ?? 0)), 1);
  const x = scaleTime(
    [Math.min(...times), Math.max(...times)],
    [left, Math.max(size.width - right, left + 1)],
  );
  const z = scaleLinear([0, deepest * 1.05], [top, height - bottom]);
  const at = (e: LogEvent) => x(Date.parse(e.time));
  const ticks = x
    .ticks(Math.max(Math.floor(size.width / 110), 2))
    .filter((t) => x(t) > left + 24 && x(t) < size.width - 36);
  const zone = /[+-]\d\d:\d\d$/.exec(trip.trip.start)?.[0] ?? "+00:00";
  return (
    <Box component="section" className="trip-strip" aria-label="Casts" ref={box}>
      {size.width > 0 && (
        <svg width={size.width} height={height}>
          <title>The casts of the trip, by depth over time</title>
          <rect
            x={left}
            y={top}
            width={size.width - left - right}
            height={z(deepest) - top}
            className="strip-water"
          />
          <rect
            x={left}
            y={z(deepest)}
            width={size.width - left - right}
            height={height - bottom - z(deepest)}
            className="ground"
          />
          {round(0, deepest, 4)
            .filter((d) => d.base > 0)
            .map((d) => (
              <text key={d.base} x={left - 6} y={z(d.base) + 4} textAnchor="end" className="note">
                {d.label} {shown("depth", d.base).unit}
              </text>
            ))}
          {ticks.map((t) => (
            <text key={t.getTime()} x={x(t)} y={height - 6} textAnchor="middle" className="note">
              {atTime(inZone(t, zone))}
            </text>
          ))}
          {events.map(({ id, event: e }, i) => {
            if (e.kind === "splash") {
              const touch = events
                .slice(i + 1)
                .find((n) => n.event.rod === e.rod && /^(bottom|splash)$/.test(n.event.kind));
              const down = e.with?.bedDepth || deepest;
              const to = touch?.event.kind === "bottom" ? at(touch.event) : at(e);
              return <path key={id} d={`M${at(e)} ${top}L${to} ${z(down)}`} className="strip-cast" />;
            }
            if (changes.includes(e.kind))
              return (
                <a key={id} href={`#event-${id}`} aria-label={`${kindOf(e)} at ${atTime(e.time)}`}>
                  <path d={`M${at(e)} ${top - 16}V${z(deepest)}`} className="strip-change" />
                </a>
              );
            const mark = marks[e.kind];
            if (!mark) return null;
            return (
              <a
                key={id}
                href={`#event-${id}`}
                aria-label={`${kindOf(e)} at ${atTime(e.time)}${e.depth ? `, ${show("depth", e.depth)} deep` : ""}`}
              >
                <path
                  transform={`translate(${at(e)} ${z(e.depth || e.with?.bedDepth || deepest)})`}
                  d={mark.draw}
                  className={mark.fill ? "strip-mark strip-full" : "strip-mark"}
                />
              </a>
            );
          })}
        </svg>
      )}
      <MarksKey of={events.map((e) => e.event.kind)}>
        <span>| something was changed</span>
      </MarksKey>
    </Box>
  );
}

/** A moment as it is written in a zone such as +01:00. */
function inZone(t: Date, zone: string): string {
  const [h = 0, m = 0] = zone.slice(1).split(":").map(Number);
  const minutes = (zone.startsWith("-") ? -1 : 1) * (60 * h + m);
  return new Date(t.getTime() + minutes * 60_000).toISOString();
}
