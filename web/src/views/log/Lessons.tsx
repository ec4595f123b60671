import { Box, Button, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { scaleLinear } from "d3-scale";
import type { Lesson, SavedTrip } from "../../api/client";
import { useLesson, useLogActions, useTrips } from "../../log/useLog";
import { Headings } from "../../parts/Headings";
import { useUnits } from "../../parts/preferences";
import { Aside } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";
import { onTheWall } from "../../parts/when";
import { percent } from "../../units/numbers";
import { Lines } from "./Lines";
import { OwnHand } from "./OwnHand";

type Ask = (of: string, label: string) => void;

/** Asks something of a trip, or of the latest, and of what comes after it. */
function useAsk(trip: number | undefined): Ask | undefined {
  const { data: trips } = useTrips();
  const { change } = useLogActions();
  const say = useSay();
  const of = trips?.find((t) => (trip === undefined ? t.id > 0 : t.id === trip));
  if (!of) return undefined;
  const keep = (
    of: SavedTrip,
    asked: SavedTrip["trip"]["asked"],
    words: string,
    undo?: SavedTrip["trip"]["asked"],
  ) =>
    change.mutate(
      { of, trip: { ...of.trip, asked } },
      {
        onSuccess: (now) => say(words, undo && (() => keep(now, undo, "It is not asked any more."))),
        onError: (e) => say(e.message),
      },
    );
  return (group, label) => {
    const was = of.trip.asked ?? [];
    const question = { of: group, label, since: onTheWall(new Date()) };
    keep(of, [...was, question], `It is asked of what is fished from now on: ${group}, ${label}.`, was);
  };
}

/** What the log teaches: what to repeat, what was tried least, what was lost, and how the predictions did. */
export function Lessons({ trip }: { trip: number | undefined }) {
  const { data: lesson, error, share } = useLesson(trip);
  const ask = useAsk(trip);
  if (error) return <p role="alert">{error.message}</p>;
  if (!lesson)
    return (
      <p aria-busy="true">
        Working it out… <Working share={share} label="How far the learning is" />
      </p>
    );
  return (
    <Box
      className="lessons"
      sx={{
        "& td": { textAlign: "right", whiteSpace: "nowrap", padding: "4px 6px" },
        "& th": { padding: "4px 6px" },
        "& thead th + th": { textAlign: "right" },
      }}
    >
      <section aria-label="What to repeat">
        <h2>What to repeat</h2>
        {lesson.words && <p>{lesson.words}</p>}
        <Box component="ul" className="claims" sx={claimsLook}>
          {lesson.claims.map((c) => (
            <li key={c.words}>
              {c.words}{" "}
              <small>
                {percent(c.low)} to {percent(c.high)} of them, 8 in 10 times; chance does as much{" "}
                {c.chance < 0.001
                  ? "less than 1 in 1000 times"
                  : `${(100 * c.chance).toPrecision(2)} in 100 times`}
                .
              </small>
            </li>
          ))}
        </Box>
        {lesson.next && <p>{lesson.next}</p>}
        <Asked of={lesson.asked} />
        <Totals of={lesson.totals} />
        {lesson.least.length > 0 && (
          <p>
            <b>Tried least.</b> {lesson.least.join(" ")}
          </p>
        )}
      </section>
      {lesson.depths.length > 0 && <Depths bins={lesson.depths} />}
      <section aria-label="Bites against casts">
        <h2>Bites against casts</h2>
        <p>
          Bar: its share of all bites, 8 times in 10. Mark: its share of the casts. Where the bar is to the
          right of its mark, it does better than chance.
        </p>
        <Box sx={groupsLook}>
          {lesson.groups.map((g) => (
            <Group key={g.name} group={g} ask={ask} />
          ))}
        </Box>
      </section>
      {lesson.landed.length > 0 && (
        <section aria-label="Landed of those hooked">
          <h2>Landed of those hooked</h2>
          <Box sx={groupsLook}>
            {lesson.landed.map((g) => (
              <Landed key={g.name} group={g} />
            ))}
          </Box>
        </section>
      )}
      {trip === undefined && lesson.totals.casts > 0 && <OwnHand />}
      {trip === undefined && <Lines />}
      <Losses of={lesson.losses} />
      <Bottoms of={lesson.bottoms} />
    </Box>
  );
}

/** What was asked before it was seen, and what the log says to it since. */
function Asked({ of }: { of: Lesson["asked"] }) {
  if (of.length === 0) return null;
  return (
    <Box component="ul" className="claims" sx={claimsLook} aria-label="Asked">
      {of.map((a) => (
        <li key={a.of + a.label + a.since}>
          <b>
            {a.of}, {a.label}?
          </b>{" "}
          {a.words}
          {a.sure && <small> Chance does as much {(100 * a.chance).toPrecision(2)} in 100 times.</small>}
        </li>
      ))}
    </Box>
  );
}

/** How many of the fish that were hooked on each were landed. */
function Landed({ group }: { group: Lesson["landed"][number] }) {
  return (
    <Wide label={`Landed by ${group.name}, as a table`}>
      <Table size="small">
        <Headings of={[group.name, "Hooked", "Landed", "Share, 8 in 10 times"]} />
        <TableBody>
          {group.rows.map((r) => (
            <TableRow key={r.label}>
              <TableCell component="th" scope="row">
                {r.label}
              </TableCell>
              <TableCell>{r.casts}</TableCell>
              <TableCell>{r.takes}</TableCell>
              <TableCell>
                {Math.round(100 * r.low)}–{percent(r.high)}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Wide>
  );
}

function Totals({ of }: { of: Lesson["totals"] }) {
  const parts = [
    `${of.trips} ${of.trips === 1 ? "trip" : "trips"}`,
    `${of.hours.toFixed(1)} hours`,
    `${of.casts} casts`,
    `${of.takes} bites`,
    `${of.fish} fish`,
    ...(of.dropped > 0 ? [`${of.dropped} hooked and lost`] : []),
    `${of.lost} heads lost`,
  ];
  return <Aside>{parts.join(", ")}.</Aside>;
}

const width = 420;
const rowHeight = 22;

/** Bites on the fall by depth, against an even fall. */
function Depths({ bins }: { bins: Lesson["depths"] }) {
  const { shown } = useUnits();
  const most = Math.max(...bins.flatMap((b) => [b.takes, b.expected]), 1);
  const x = scaleLinear([0, most], [64, width - 12]);
  const unit = shown("depth", 1).unit;
  return (
    <Box component="figure" className="depths" sx={depthsLook}>
      <figcaption>Bites on the fall by depth ({unit}); the line is what an even fall would have</figcaption>
      <svg
        viewBox={`0 0 ${width} ${bins.length * rowHeight + 4}`}
        role="img"
        aria-label={bins
          .map(
            (b) =>
              `${shown("depth", b.from).number} to ${shown("depth", b.to).number}: ${b.takes.toFixed(1)}`,
          )
          .join("; ")}
      >
        {bins.map((b, i) => (
          <g key={b.from}>
            <text x={56} y={i * rowHeight + 15} textAnchor="end" className="note">
              {shown("depth", b.from).number}–{shown("depth", b.to).number}
            </text>
            <rect
              x={64}
              y={i * rowHeight + 3}
              width={x(b.takes) - 64}
              height={rowHeight - 6}
              className="bar"
            />
            <path d={`M${x(b.expected)} ${i * rowHeight + 1}v${rowHeight - 2}`} className="bar-even" />
          </g>
        ))}
      </svg>
    </Box>
  );
}

const label = 150;

/** Its share of all bites, with how much doubt, against that of the casts; the figures behind it on a tap. */
function Group({ group, ask }: { group: Lesson["groups"][number]; ask?: Ask }) {
  const casts = group.rows.reduce((sum, r) => sum + r.casts, 0);
  const x = scaleLinear([0, 1], [label, width - 12]);
  return (
    <Box component="figure" className="depths" sx={depthsLook}>
      <figcaption>By {group.name}</figcaption>
      <svg
        viewBox={`0 0 ${width} ${group.rows.length * rowHeight + 4}`}
        role="img"
        aria-label={group.rows
          .map((r) => `${r.label}: ${r.takes} in ${r.casts}, ${percent(r.low)} to ${percent(r.high)}`)
          .join("; ")}
      >
        {group.rows.map((r, i) => (
          <g key={r.label}>
            <text x={label - 8} y={i * rowHeight + 15} textAnchor="end" className="note">
              {r.label.length > 22 ? `${r.label.slice(0, 21)}…` : r.label}
            </text>
            <path d={`M${x(r.low)} ${i * rowHeight + 11}H${x(r.high)}`} className="share-range" />
            {r.casts > 0 && (
              <path d={`M${x(r.casts / casts)} ${i * rowHeight + 2}v18`} className="bar-even" />
            )}
          </g>
        ))}
      </svg>
      <details>
        <summary>By {group.name}, in figures</summary>
        <Figures group={group} ask={ask} />
      </details>
    </Box>
  );
}

function Figures({ group, ask }: { group: Lesson["groups"][number]; ask?: Ask }) {
  return (
    <Wide label={`By ${group.name}, as a table`}>
      <Table size="small">
        <Headings of={[group.name, "Casts", "Bites", "Fish", "Share"]} />
        <TableBody>
          {group.rows.map((r) => (
            <TableRow key={r.label}>
              <TableCell component="th" scope="row">
                {r.label}
              </TableCell>
              <TableCell>{r.casts || "–"}</TableCell>
              <TableCell>{r.takes}</TableCell>
              <TableCell>{r.fish}</TableCell>
              <TableCell>
                {Math.round(100 * r.low)}–{percent(r.high)}
              </TableCell>
              {ask && r.casts > 0 && (
                <TableCell>
                  <Button
                    variant="outlined"
                    aria-label={`Ask whether ${r.label} does better, from now on`}
                    onClick={() => ask(group.name, r.label)}
                  >
                    Ask
                  </Button>
                </TableCell>
              )}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Wide>
  );
}

function Losses({ of }: { of: Lesson["losses"] }) {
  if (of.lost === 0 && of.beds.length === 0) return null;
  return (
    <section aria-label="Losses">
      <h2>Losses</h2>
      <p>
        {of.lost} {of.lost === 1 ? "head" : "heads"} lost, {of.hourly.toFixed(1)} an hour
        {of.cost > 0 && `, worth ${of.cost.toFixed(2)}`}
        {of.unknown > 0 && ` (${of.unknown} without a price in the box)`}. {of.saved}
      </p>
      {of.groups.length > 0 && (
        <Wide label="Losses, as a table">
          <Table size="small">
            <Headings
              of={["By", "", "Lost", "Freed", "Casts", "An hour", ...(of.cost > 0 ? ["Cost"] : [])]}
            />
            <TableBody>
              {of.groups.map((g) => (
                <TableRow key={g.name + g.label}>
                  <TableCell>{g.name}</TableCell>
                  <TableCell component="th" scope="row">
                    {g.label}
                  </TableCell>
                  <TableCell>{g.lost}</TableCell>
                  <TableCell>{g.freed}</TableCell>
                  <TableCell>{g.casts}</TableCell>
                  <TableCell>{g.hourly.toFixed(1)}</TableCell>
                  {of.cost > 0 && <TableCell>{g.cost.toFixed(2)}</TableCell>}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Wide>
      )}
      <ul>
        {of.beds.map((b) => (
          <li key={b.bed}>
            On {b.bed}: {b.lost} lost in {b.casts} casts, {b.expected.toFixed(1)} expected; it snags{" "}
            {b.factor.toFixed(1)} times what was judged, ± {percent(b.spread)}. The snag index goes by it.
          </li>
        ))}
      </ul>
    </section>
  );
}

function Bottoms({ of }: { of: Lesson["bottoms"] }) {
  const { show } = useUnits();
  if (of.length === 0) return null;
  return (
    <section aria-label="Predictions">
      <h2>To the bed, and staying there</h2>
      <Wide label="Predictions, as a table">
        <Table size="small">
          <Headings
            of={[
              "Place",
              "With",
              "Times",
              "Measured",
              "Expected",
              "Within the range",
              "Lost it",
              "Weight on the bed, expected",
            ]}
          />
          <TableBody>
            {of.map((b) => (
              <TableRow key={b.place + b.mass + b.bait}>
                <TableCell component="th" scope="row">
                  {b.place}
                </TableCell>
                <TableCell>
                  {show("mass", b.mass)}, {b.bait}
                </TableCell>
                <TableCell>{b.count}</TableCell>
                <TableCell>{b.count > 0 ? `${b.measured.toFixed(1)} s` : "–"}</TableCell>
                <TableCell>{b.count > 0 ? `${b.expected.toFixed(1)} s` : "–"}</TableCell>
                <TableCell>
                  {b.inside} of {b.count}
                </TableCell>
                <TableCell>{b.lost}</TableCell>
                <TableCell>{percent(b.margin)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Wide>
      <Aside>The truth check of the drop test says what would explain the difference.</Aside>
    </section>
  );
}

const claimsLook = {
  margin: 0,
  padding: 0,
  listStyle: "none",
  "& li": { margin: "0 0 8px", fontSize: "1.125rem", fontWeight: 650 },
  "& small": { display: "block", fontSize: "0.8125rem", fontWeight: 400, color: "text.secondary" },
} as const;

const depthsLook = {
  margin: "16px 0",
  maxWidth: "560px",
} as const;

const groupsLook = {
  display: "grid",
  gridTemplateColumns: "repeat(auto-fit, minmax(min(100%, 400px), 1fr))",
  gap: "12px 32px",
  alignItems: "start",
} as const;
