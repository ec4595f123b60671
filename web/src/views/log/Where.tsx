import { Box, Button } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { client, type SavedTrip, take } from "../../api/client";
import { MarksKey, marks } from "../../log/Marks";
import { useDefinitions } from "../../parts/definitions";
import { useLive } from "../../parts/live";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { atTime, onDay, onTheWall } from "../../parts/when";
import { useSize } from "../../section/useSize";
import { useTrackActions, useTracks } from "../../setup/useTracks";

type Chart = NonNullable<ReturnType<typeof useChart>["data"]>;

function useChart(trip: number) {
  return useQuery({
    queryKey: ["trips", trip, "chart"],
    queryFn: ({ signal }) =>
      take(client.GET("/trips/{id}/chart", { params: { path: { id: trip } }, signal })),
  });
}

/** Where a trip went: tracks, what happened where, and the places around. */
export function Where({ trip }: { trip: SavedTrip }) {
  const { data: chart, error } = useChart(trip.id);
  const [box, size] = useSize<HTMLDivElement>();
  return (
    <section className="where" aria-label="Where">
      {error && <p role="alert">{error.message}</p>}
      {chart && !chart.middle && (
        <p>
          Nothing tells where this trip went yet. Take a GPX file of that day in under “In, out and copies”,
          or log with the instruments of the boat.
        </p>
      )}
      <Box
        sx={{ height: "min(62vh, 520px)", marginBottom: "40px", "&[data-empty]": { display: "none" } }}
        ref={box}
        data-empty={!chart?.middle || undefined}
      >
        {chart?.middle && size.width > 0 && <Drawn chart={chart} width={size.width} height={size.height} />}
      </Box>
      <Tracks trip={trip} />
    </section>
  );
}

const edge = 34; // pixels around what is charted

/** The chart: north is up, and both ways are on one scale. */
function Drawn({ chart, width, height }: { chart: Chart; width: number; height: number }) {
  const { show } = useUnits();
  const round = useRound();
  const all = [...chart.tracks.flat(), ...chart.events];
  const reach = (of: "x" | "y") => Math.max(...all.map((p) => Math.abs(p[of])), 20);
  const scale = Math.min((width / 2 - edge) / reach("x"), (height / 2 - edge) / reach("y"));
  const x = (m: number) => width / 2 + m * scale;
  const y = (m: number) => height / 2 - m * scale;
  const bar = round(width / 4 / scale);
  const shown = chart.events.filter((e) => marks[e.kind]);
  return (
    <>
      <svg width={width} height={height} className="chart" role="img" aria-label={told(chart)}>
        <rect width={width} height={height} className="chart-water" />
        {chart.tracks.map((t) => (
          <path
            key={t[0]?.time}
            d={t.map((p, i) => `${i ? "L" : "M"}${x(p.x).toFixed(1)} ${y(p.y).toFixed(1)}`).join("")}
            className="chart-track"
          />
        ))}
        {chart.tracks.flatMap((t) =>
          depthsAlong(t, chart.places, 60 / scale).map((p) => (
            <g key={p.time} transform={`translate(${x(p.x)} ${y(p.y)})`}>
              <circle r="2" className="chart-sounded" />
              <text x="5" y="-4" className="note">
                {show("depth", Number(p.depth.toPrecision(3)))}
              </text>
            </g>
          )),
        )}
        {chart.places.map((p) => (
          <g key={p.name} transform={`translate(${x(p.x)} ${y(p.y)})`}>
            <path d="M0 -6L6 0L0 6L-6 0Z" className="chart-place" />
            <text x="9" y="5" className="chart-name">
              {p.name}
            </text>
          </g>
        ))}
        {shown.map((e) => (
          <path
            key={e.key}
            transform={`translate(${x(e.x)} ${y(e.y)})`}
            d={marks[e.kind]?.draw}
            className={marks[e.kind]?.fill ? "strip-mark strip-full" : "strip-mark"}
          >
            <title>{`${marks[e.kind]?.of} at ${atTime(onTheWall(new Date(e.time)))}`}</title>
          </path>
        ))}
        <g transform={`translate(${width - 24} 34)`}>
          <path d="M0 14V-14M-5 -6L0 -14L5 -6" className="chart-north" />
          <text y="28" textAnchor="middle" className="note">
            N
          </text>
        </g>
        <g transform={`translate(16 ${height - 16})`}>
          <path d={`M0 -5V0H${bar * scale}V-5`} className="chart-north" />
          <text x={bar * scale + 6} y="2" className="note">
            {show("depth", bar)}
          </text>
        </g>
      </svg>
      <MarksKey of={shown.map((e) => e.kind)} />
    </>
  );
}

/** Points of a track that have a depth, so far apart that their numbers cover neither each other nor a name. */
function depthsAlong(track: Chart["tracks"][number], places: Chart["places"], apart: number) {
  const out: typeof track = [];
  for (const p of track) {
    const free = [...out, ...places].every((o) => Math.hypot(o.x - p.x, o.y - p.y) > apart);
    if (p.depth > 0 && free) out.push(p);
  }
  return out;
}

function told(chart: Chart): string {
  const { events, tracks, places } = chart;
  const near = places.map((p) => p.name).join(", ");
  return `Chart with north up: ${tracks.length === 1 ? "one track" : `${tracks.length} tracks`}, ${events.filter((e) => marks[e.kind]).length} marks${near && `, near ${near}`}`;
}

/** The largest round length in the person's unit that is no longer than one in m. */
function useRound() {
  const { units: all } = useDefinitions();
  const { shown } = useUnits();
  return (most: number) => {
    const unit = all.find((u) => u.symbol === shown("depth", most).unit)?.scale ?? 1;
    const ten = 10 ** Math.floor(Math.log10(most / unit));
    const times = [5, 2, 1].find((n) => n * ten <= most / unit) ?? 1;
    return times * ten * unit;
  };
}

/** The tracks that are kept of all trips, and that of the instruments. */
function Tracks({ trip }: { trip: SavedTrip }) {
  const { data: tracks } = useTracks();
  const { keep, remove, restore } = useTrackActions();
  const live = useLive();
  const say = useSay();
  const from = Date.parse(trip.trip.start) - 3600_000;
  const to = trip.trip.end ? Date.parse(trip.trip.end) + 3600_000 : Number.POSITIVE_INFINITY;
  const here = (tracks ?? []).filter((t) => Date.parse(t.to) > from && Date.parse(t.from) < to);
  return (
    <>
      {here.length > 0 && (
        <Box
          component="ul"
          sx={{
            padding: 0,
            listStyle: "none",
            "& li": { display: "flex", alignItems: "center", justifyContent: "space-between", gap: "8px" },
          }}
          aria-label="Tracks"
        >
          {here.map((t) => (
            <li key={t.id}>
              <span>
                <b>{t.name}</b>, {onDay(onTheWall(new Date(t.from)))} {atTime(onTheWall(new Date(t.from)))} to{" "}
                {atTime(onTheWall(new Date(t.to)))}.{" "}
                {t.drifts.map((d) => (
                  <span key={d.from}>
                    {atTime(onTheWall(new Date(d.from)))}: {d.words}{" "}
                  </span>
                ))}
              </span>
              <Button
                variant="outlined"
                aria-label={`Delete ${t.name}`}
                onClick={() =>
                  remove.mutate(t.id, {
                    onSuccess: () => say(`“${t.name}” is off the list.`, () => restore.mutate(t.id)),
                  })
                }
              >
                ×
              </Button>
            </li>
          ))}
        </Box>
      )}
      {live?.state.place && (
        <p>
          <Button
            variant="outlined"
            onClick={() =>
              keep.mutate(undefined, {
                onSuccess: (t) => say(`Kept as “${t.name}”.`, () => remove.mutate(t.id)),
                onError: (e) => say(e.message),
              })
            }
          >
            Keep the boat’s track so far
          </Button>
        </p>
      )}
    </>
  );
}
