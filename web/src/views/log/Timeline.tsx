import { Box, Button, Checkbox } from "@mui/material";
import { useState } from "react";
import {
  type EventKind,
  Failure,
  type LogEvent,
  type Phase,
  type SavedEvent,
  type SavedTrip,
} from "../../api/client";
import { useEvents, useLogActions } from "../../log/useLog";
import { kindOf, told } from "../../log/words";
import { useDefinitions } from "../../parts/definitions";
import { Choose, Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { atTime, onDay } from "../../parts/when";
import { NumberField } from "../../setup/NumberField";
import * as own from "./looks";
import { Strip } from "./Strip";

/** All that happened on a trip, in order; every line can be corrected or taken off. */
export function Timeline({ trip }: { trip: SavedTrip }) {
  const { data: events, error } = useEvents(trip.id);
  const { show } = useUnits();
  const { techniques } = useDefinitions();
  const names = new Map(techniques.map((t) => [t.key, t.name]));
  const [open, setOpen] = useState<number>();
  const { takeOff, putBack } = useLogActions();
  const say = useSay();
  if (error) return <p role="alert">{error.message}</p>;
  if (!events) return <p aria-busy="true">Opening…</p>;
  if (events.length === 0) return <p>Nothing was logged yet.</p>;
  let day = "";
  return (
    <>
      <Strip trip={trip} events={events} />
      <Box
        component="ol"
        className="timeline"
        sx={{
          margin: 0,
          padding: 0,
          listStyle: "none",
          "& li": { contentVisibility: "auto", containIntrinsicSize: "auto 2.5rem" },
          '& li[data-kind="splash"] .timeline-row': { color: "text.secondary" },
        }}
      >
        {events.map((e) => {
          const first = onDay(e.event.time) !== day;
          day = onDay(e.event.time);
          return (
            <li key={e.id} id={`event-${e.id}`} data-kind={e.event.kind}>
              {first && <h2>{day}</h2>}
              <Box
                className="timeline-row"
                sx={{
                  display: "grid",
                  gridTemplateColumns: "minmax(52px, auto) 1fr auto",
                  gap: "8px",
                  alignItems: "center",
                  padding: "3px 0",
                  borderBottom: looks.rule,
                  "& time": { whiteSpace: "nowrap" },
                  [looks.thumb]: { gridTemplateColumns: "minmax(42px, auto) 1fr auto" },
                }}
              >
                <time dateTime={e.event.time}>{atTime(e.event.time)}</time>
                <span>
                  <b>{kindOf(e.event)}</b>{" "}
                  {trip.trip.rods.length > 1 && <i>{trip.trip.rods[e.event.rod]?.name} </i>}
                  {told(e.event, show, names)}
                  {e.sky && taken.has(e.event.kind) && <small> {e.sky}</small>}
                  {Date.parse(e.event.time) < Date.parse(trip.trip.start) && " (before the trip's start)"}
                </span>
                <Box component="span" sx={{ display: "flex", gap: 0.5 }}>
                  <Button
                    variant="outlined"
                    aria-expanded={open === e.id}
                    onClick={() => setOpen(open === e.id ? undefined : e.id)}
                  >
                    Correct
                  </Button>
                  <Button
                    variant="outlined"
                    aria-label={`Delete ${kindOf(e.event)} at ${atTime(e.event.time)}`}
                    onClick={() =>
                      takeOff.mutate(e, {
                        onSuccess: () =>
                          say(`“${kindOf(e.event)}” is off the log.`, () => putBack.mutate(e.id)),
                      })
                    }
                  >
                    ×
                  </Button>
                </Box>
              </Box>
              {open === e.id && <Correct of={e} onDone={() => setOpen(undefined)} />}
            </li>
          );
        })}
      </Box>
    </>
  );
}

// What a fish does: of these the light, the moon and the tide are told.
const taken = new Set<EventKind>(["bite", "short bite", "fish"]);

// What can be told of every kind of event and phase, so that none is forgotten: kinds that hold a state of their
// own are no other kind's correction.
const kinds = among({
  splash: true,
  bottom: true,
  "bottom lost": true,
  bite: true,
  "short bite": true,
  fish: true,
  "fish lost": true,
  "fish seen": true,
  "snag freed": true,
  "head lost": true,
  "bait torn": true,
  tangle: true,
  retie: true,
  "line trimmed": true,
  "line renewed": true,
  changed: false,
  conditions: false,
  note: true,
} satisfies Record<EventKind, boolean>);
const phases = among({
  "": true,
  fall: true,
  bottom: true,
  working: true,
  "coming back": true,
} satisfies Record<Phase, boolean>);

function among(all: Record<string, boolean>): string[] {
  return Object.keys(all).filter((key) => all[key]);
}

function Correct({ of, onDone }: { of: SavedEvent; onDone: () => void }) {
  const [event, setEvent] = useState<LogEvent>(of.event);
  const { correct } = useLogActions();
  const say = useSay();
  const set = (changes: Partial<LogEvent>) => setEvent((e) => ({ ...e, ...changes }));
  const id = (name: string) => fieldId(`event-${name}`);
  const errors = correct.error instanceof Failure ? correct.error.fields : {};
  const fixed = !!event.state;
  const save = () =>
    correct.mutate(
      { of, event },
      {
        onSuccess: (now) => {
          onDone();
          say("It is corrected.", () => correct.mutate({ of: now, event: of.event }));
        },
      },
    );
  return (
    <Box component="section" className="correct" sx={own.correct} aria-label="Correct it">
      <Row id={id("time")} label="Time" error={errors.time}>
        <Entry
          id={id("time")}
          type="datetime-local"
          value={event.time.slice(0, 16)}
          onChange={(e) =>
            e.target.value &&
            set({ time: `${e.target.value}:00${event.time.slice(19).replace(/^\.\d+/, "")}` })
          }
        />
      </Row>
      {!fixed && (
        <Row id={id("kind")} label="What" error={errors.kind}>
          <Choose
            id={id("kind")}
            value={event.kind}
            onChange={(e) => set({ kind: e.target.value as EventKind })}
          >
            {kinds.map((k) => (
              <option key={k}>{k}</option>
            ))}
          </Choose>
        </Row>
      )}
      {!fixed && (
        <Row id={id("phase")} label="Phase" error={errors.phase}>
          <Choose
            id={id("phase")}
            value={event.phase ?? ""}
            onChange={(e) => set({ phase: e.target.value as Phase, depth: 0, low: 0, high: 0 })}
          >
            {phases.map((p) => (
              <option key={p} value={p}>
                {p || "not known"}
              </option>
            ))}
          </Choose>
        </Row>
      )}
      {!fixed && (
        <NumberField
          path="event.depth"
          value={event.depth ?? 0}
          error={errors.depth}
          onChange={(depth) => set({ depth, low: depth, high: depth })}
        />
      )}
      {event.kind === "bottom" && (
        <>
          <NumberField
            path="event.seconds"
            value={event.seconds ?? 0}
            error={errors.seconds}
            onChange={(seconds) => set({ seconds })}
          />
          <NumberField
            path="event.lineOut"
            value={event.lineOut ?? 0}
            error={errors.lineOut}
            onChange={(lineOut) => set({ lineOut })}
          />
        </>
      )}
      {(event.kind === "fish" || event.kind === "fish lost") && (
        <>
          <Row id={id("species")} label="Kind of fish" error={errors.species}>
            <Entry
              id={id("species")}
              value={event.species ?? ""}
              onChange={(e) => set({ species: e.target.value })}
            />
          </Row>
          <NumberField
            path="event.length"
            value={event.length ?? 0}
            error={errors.length}
            onChange={(length) => set({ length })}
          />
          <NumberField
            path="event.weight"
            value={event.weight ?? 0}
            error={errors.weight}
            onChange={(weight) => set({ weight })}
          />
          <Row id={id("released")} label="Released">
            <Checkbox
              size="small"
              id={id("released")}
              checked={event.released ?? false}
              onChange={(e) => set({ released: e.target.checked })}
            />
          </Row>
        </>
      )}
      <Row id={id("note")} label="Note" error={errors.note}>
        <Entry id={id("note")} value={event.note ?? ""} onChange={(e) => set({ note: e.target.value })} />
      </Row>
      {correct.error && Object.keys(errors).length === 0 && <Wrong>{correct.error.message}</Wrong>}
      <p>
        <Button variant="outlined" onClick={save}>
          Save
        </Button>{" "}
        <Button variant="outlined" onClick={onDone}>
          Cancel
        </Button>
      </p>
    </Box>
  );
}
