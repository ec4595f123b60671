import { Box, Slider } from "@mui/material";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useUnits } from "../../parts/preferences";
import { clockOf } from "../../parts/when";
import { useSize } from "../../section/useSize";
import type { Hour, Sky, Worked } from "./useDay";

const left = 74;
const right = 12;
const rows = {
  light: [4, 16],
  weight: [24, 178],
  depth: [190, 240],
  flow: [252, 300],
  wind: [312, 348],
} as const;
const height = 372;

interface Props {
  sky: Sky;
  zone: string;
  hours: Hour[];
  worked: Worked | undefined;
  /** Milliseconds, of the moment that is looked at. */
  time: number;
  onTime: (time: number) => void;
}

const ms = (iso: string) => Date.parse(iso);
const hour = 3_600_000;

/** The day as one strip: light, weight with how sure each is, depth, flow and wind over the hours that are fished. */
export function Strip({ sky, zone, hours, worked, time, onTime }: Props) {
  const { show } = useUnits();
  const [box, size] = useSize<HTMLDivElement>();
  const [from, to] = spanOf(sky);
  const x = scaleLinear([from, to], [left, Math.max(size.width - right, left + 1)]);
  const clock = clockOf(zone);
  const room = size.width < 500 ? 44 : 62;
  /** Where the middle of a label is that stays off both ends. */
  const inside = (at: number) => Math.min(Math.max(at, left + room), size.width - room);
  const each = Math.max(1, Math.ceil((to - from) / hour / Math.max(size.width / 100, 1)));
  const first = Math.ceil(from / hour) * hour;
  const ticks = Array.from(
    { length: Math.floor((to - first) / hour / each) + 1 },
    (_, i) => first + i * each * hour,
  );
  return (
    <Box className="day-strip" sx={{ "& svg": { display: "block" } }} ref={box}>
      {size.width > 0 && (
        <svg width={size.width} height={height}>
          <title>The day by the hour: weight, depth, flow and wind</title>
          <Light sky={sky} x={x} />
          {worked && <Weights hours={hours} worked={worked} x={x} />}
          {worked && <Ideal worked={worked} x={x} />}
          <Lines sky={sky} row={rows.depth} of={(c) => c.depth} label="depth" measure="depth" x={x} />
          <Lines
            sky={sky}
            row={rows.flow}
            of={(c) => c.flow}
            label="current"
            measure="speed"
            from={0}
            x={x}
          />
          <Lines sky={sky} row={rows.wind} of={(c) => c.wind} label="wind" measure="wind" from={0} x={x} />
          {sky.spots
            .flatMap((s) => s.slacks)
            .map((s) => (
              <text
                key={s}
                x={inside(x(ms(s)))}
                y={rows.flow[1]}
                textAnchor="middle"
                className="note day-slack"
              >
                slack{size.width < 500 ? "" : ` ${clock(s)}`}
              </text>
            ))}
          {sky.turns
            .filter((t) => ms(t.time) > from && ms(t.time) < to)
            .map((t) => (
              <text
                key={t.time}
                x={inside(x(ms(t.time)))}
                y={rows.depth[0] + 8}
                textAnchor="middle"
                className="note"
              >
                {t.high ? "high" : "low"} {show("depth", t.height)}
              </text>
            ))}
          {ticks.map((t) => (
            <g key={t}>
              <path d={`M${x(t)} ${rows.weight[0]}V${rows.wind[1]}`} className="day-hour" />
              {x(t) < size.width - 24 && (
                <text x={x(t)} y={height - 8} textAnchor="middle" className="note">
                  {clock(t)}
                </text>
              )}
            </g>
          ))}
          <path d={`M${x(time)} ${rows.light[0]}V${rows.wind[1] + 6}`} className="day-now" />
        </svg>
      )}
      <Slider
        size="small"
        aria-label="Time of the day"
        aria-valuetext={clock(time)}
        min={from}
        max={to}
        step={300_000}
        value={time}
        onChange={(_, next) => onTime(next as number)}
        slotProps={{ input: { className: "day-slider" } }}
        sx={{ ml: 8, width: "calc(100% - 76px)" }}
      />
    </Box>
  );
}

/** From when to when anything is fished, ms. */
export function spanOf(sky: Sky): [number, number] {
  return [Math.min(...sky.spots.map((s) => ms(s.from))), Math.max(...sky.spots.map((s) => ms(s.to)))];
}

type Scale = (ms: number) => number;

/** Day, twilight and night, by the sun. */
function Light({ sky, x }: { sky: Sky; x: Scale }) {
  const [from, to] = spanOf(sky);
  if (!sky.light)
    return (
      <text x={left} y={rows.light[1] - 2} className="note">
        light: give a position
      </text>
    );
  const states: Record<string, string> = {
    dawn: "twilight",
    sunrise: "up",
    sunset: "twilight",
    dusk: "night",
  };
  const turns = sky.light.crossings.filter((c) => states[c.kind]);
  const before: Record<string, string> = {
    dawn: "night",
    sunrise: "twilight",
    sunset: "up",
    dusk: "twilight",
  };
  const began = before[turns[0]?.kind ?? ""] ?? (sky.light.up ? "up" : "night");
  const parts = [
    { at: ms(sky.start), state: began },
    ...turns.map((c) => ({ at: ms(c.time), state: states[c.kind] ?? "" })),
  ];
  const [a, b] = rows.light;
  return (
    <g>
      {parts.map((p, i) => {
        const begin = Math.max(p.at, from);
        const end = Math.min(parts[i + 1]?.at ?? ms(sky.end), to);
        return (
          end > begin && (
            <rect
              key={p.at}
              x={x(begin)}
              width={x(end) - x(begin)}
              y={a}
              height={b - a}
              className={`day-${p.state}`}
            />
          )
        );
      })}
    </g>
  );
}

/** How sure each head is, hour by hour: the surer the darker. */
function Weights({ hours, worked, x }: { hours: Hour[]; worked: Worked; x: Scale }) {
  const { show } = useUnits();
  const sorted = [...hours].sort((a, b) => a.spot - b.spot || ms(a.time) - ms(b.time));
  const y = rungs(worked);
  const size = y.size;
  // As many names as there is room for.
  const each = Math.ceil(13 / size);
  const named = worked.ladder.filter((_, i) => i >= y.first && i <= y.last && (i - y.first) % each === 0);
  return (
    <g>
      {sorted.map((h, i) => {
        const next = sorted[i + 1];
        if (!next || next.spot !== h.spot) return null;
        return h.sure.map(
          (s, k) =>
            s > 0.05 &&
            k >= y.first &&
            k <= y.last && (
              <rect
                // biome-ignore lint/suspicious/noArrayIndexKey: heads go by their place on the ladder
                key={`${h.spot} ${h.time} ${k}`}
                x={x(ms(h.time))}
                width={Math.max(x(ms(next.time)) - x(ms(h.time)), 0.5)}
                y={y.of(k) - size / 2}
                height={size}
                opacity={0.05 + 0.35 * s}
                className="day-sure"
              />
            ),
        );
      })}
      {named.map((m) => (
        <text key={m} x={left - 6} y={y.of(worked.ladder.indexOf(m)) + 4} textAnchor="end" className="note">
          {show("mass", m)}
        </text>
      ))}
    </g>
  );
}

/** Where each weight of the ladder stands, of those that matter on this day: the heavier the lower, as it sinks. */
function rungs({ ladder, pieces, fished }: Worked) {
  const [a, b] = rows.weight;
  const used = [...pieces, ...fished].filter((p) => p.mass > 0).map((p) => ladder.indexOf(p.mass));
  const first = Math.max(Math.min(...used, ladder.length - 1) - 2, 0);
  const last = Math.min(Math.max(...used, 0) + 2, ladder.length - 1);
  const size = (b - a) / Math.max(last - first + 1, 1);
  return { size, first, last, of: (i: number) => a + size * (i - first + 0.5) };
}

/** What to tie on if every head were there, and what is fished with those on the rods. */
function Ideal({ worked, x }: { worked: Worked; x: Scale }) {
  const { show } = useUnits();
  const y = rungs(worked);
  const [a, b] = rows.weight;
  const at = (mass: number) => y.of(worked.ladder.indexOf(mass));
  return (
    <g>
      {worked.pieces.map((p) =>
        p.mass > 0 ? (
          <path
            key={p.from + p.spot}
            d={`M${x(ms(p.from))} ${at(p.mass)}H${x(ms(p.to))}`}
            className="day-ideal"
          />
        ) : (
          <g key={p.from + p.spot}>
            <rect
              x={x(ms(p.from))}
              width={x(ms(p.to)) - x(ms(p.from))}
              y={a}
              height={b - a}
              className="day-none"
            />
            {x(ms(p.to)) - x(ms(p.from)) > 90 && (
              <text
                x={(x(ms(p.from)) + x(ms(p.to))) / 2}
                y={(a + b) / 2}
                textAnchor="middle"
                className="note"
              >
                nothing holds
              </text>
            )}
          </g>
        ),
      )}
      {worked.fished
        .filter((f) => f.mass > 0)
        .map((f) => (
          <g key={f.from + f.spot}>
            <path d={`M${x(ms(f.from))} ${at(f.mass)}H${x(ms(f.to))}`} className="day-rod" />
            {x(ms(f.to)) - x(ms(f.from)) > 60 && (
              <text
                x={(x(ms(f.from)) + x(ms(f.to))) / 2}
                y={at(f.mass) - 8}
                textAnchor="middle"
                className="label"
              >
                {show("mass", f.mass)}
              </text>
            )}
          </g>
        ))}
    </g>
  );
}

type Conditions = Sky["spots"][number]["conditions"][number];

/** One of the conditions over the day, from its least to its most. */
function Lines({
  sky,
  row,
  of,
  label,
  measure,
  from,
  x,
}: {
  sky: Sky;
  row: readonly [number, number];
  of: (c: Conditions) => number;
  label: string;
  measure: string;
  from?: number;
  x: Scale;
}) {
  const { show } = useUnits();
  const all = sky.spots.flatMap((s) => s.conditions.map(of));
  const least = from ?? Math.min(...all);
  const most = Math.max(...all);
  const y = scaleLinear([least, Math.max(most, least + 1e-6)], [row[1], row[0] + 10]);
  const draw = line<Conditions>(
    (c) => x(ms(c.time)),
    (c) => y(of(c)),
  );
  return (
    <g>
      <text x={left - 6} y={row[0] + 14} textAnchor="end" className="note">
        {show(measure, most)}
      </text>
      <text x={left - 6} y={row[1]} textAnchor="end" className="note">
        {label}
      </text>
      {sky.spots.map((s) => (
        <path key={s.from + s.name} d={draw(s.conditions) ?? ""} className={`day-line day-${label}`} />
      ))}
    </g>
  );
}
