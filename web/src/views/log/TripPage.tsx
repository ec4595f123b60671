import { Box, Button } from "@mui/material";
import { useState } from "react";
import { Failure, type SavedTrip, type Setup, type Trip } from "../../api/client";
import { useLogActions, usePlaces } from "../../log/useLog";
import { tied } from "../../log/words";
import { useDefinitions } from "../../parts/definitions";
import { Entry, Lines } from "../../parts/Entry";
import { PositionFields } from "../../parts/PositionFields";
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";
import { Aside, Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { onDay, onTheWall } from "../../parts/when";

/** What a trip is: where, when, with which rods; and its end. */
export function About({ trip: of, setup }: { trip: SavedTrip; setup: Setup }) {
  const { trip } = of;
  const { change } = useLogActions();
  const { show } = useUnits();
  const { techniques } = useDefinitions();
  const names = new Map(techniques.map((t) => [t.key, t.name]));
  const [notes, setNotes] = useState(trip.notes);
  const say = useSay();
  const { data: places } = usePlaces();
  const place = places?.some((p) => p.name === trip.place);
  const keep = (next: Partial<Trip>, words: string) =>
    change.mutate(
      { of, trip: { ...trip, ...next } },
      { onSuccess: (now) => say(words, () => change.mutate({ of: now, trip })) },
    );
  const local = (iso: string | null) => iso?.slice(0, 16) ?? "";
  const zone = trip.start.slice(-6);
  const moment = (text: string) => (text ? `${text}:00${/[+-]\d\d:\d\d$/.test(zone) ? zone : "Z"}` : null);
  const times: [keyof Trip & ("start" | "end" | "highWater"), string][] = [
    ["start", "Start"],
    ["end", "End"],
    ["highWater", "High water"],
  ];
  return (
    <Box
      component="section"
      className="about"
      sx={{ maxWidth: "560px", "& .row": { gridTemplateColumns: "110px minmax(0, 1fr)" } }}
      aria-label="The trip"
    >
      {times.map(([key, label]) => (
        <Row key={key} id={fieldId(`trip-${key}`)} label={label}>
          <Entry
            id={fieldId(`trip-${key}`)}
            type="datetime-local"
            value={local(trip[key])}
            onChange={(e) => {
              const next = moment(e.target.value);
              if (next || key !== "start") keep({ [key]: next } as Partial<Trip>, `${label} is kept.`);
            }}
          />
        </Row>
      ))}
      <PositionFields
        id="trip"
        where={trip.where ?? null}
        error={change.error instanceof Failure ? change.error.fields.where : undefined}
        onChange={(where) => keep({ where }, "The position is kept.")}
      />
      <Aside>
        {trip.where || place
          ? `Light and moon of what happens are told${trip.where ? "" : ` by the position of ${trip.place}`}.`
          : "Light and moon are not known: neither the trip nor its place has a position."}
      </Aside>
      <Row id={fieldId("trip-notes")} label="Notes">
        <Lines
          id={fieldId("trip-notes")}
          rows={3}
          value={notes}
          onChange={(e) => setNotes(e.target.value)}
          onBlur={() => notes !== trip.notes && keep({ notes }, "The notes are kept.")}
        />
      </Row>
      {change.error && <Wrong>{change.error.message}</Wrong>}
      <h2>Rods</h2>
      <ol className="rods">
        {trip.rods.map((r, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rods go by their number
          <li key={i}>
            <b>{r.name}</b> began with {tied(r.state, show, names)}
          </li>
        ))}
      </ol>
      <p>
        <Button
          variant="outlined"
          disabled={trip.rods.length >= 6}
          onClick={() =>
            keep(
              {
                rods: [
                  ...trip.rods,
                  {
                    name: `Rod ${trip.rods.length + 1}`,
                    state: {
                      setup,
                      mass: trip.rods[0]?.state.mass ?? 0.007,
                      technique: trip.rods[0]?.state.technique ?? "drop",
                    },
                  },
                ],
              },
              "There is one rod more, with what is set in Work out.",
            )
          }
        >
          Another rod, as set in Work out
        </Button>
      </p>
      {!trip.end && (
        <p>
          <Button
            variant="outlined"
            onClick={() => keep({ end: onTheWall(new Date()) }, "The trip is over.")}
          >
            End the trip
          </Button>
        </p>
      )}
      <Aside>Begun on {onDay(trip.start)}.</Aside>
    </Box>
  );
}
