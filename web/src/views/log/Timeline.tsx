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
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";
import { useSay } from "../../parts/Undo";
import { atTime, onDay } from "../../parts/when";
import { NumberField } from "../../setup/NumberField";
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
      <ol className="timeline">
        {events.map((e) => {
          const first = onDay(e.event.time) !== day;
          day = onDay(e.event.time);
          return (
            <li key={e.id} id={`event-${e.id}`} data-kind={e.event.kind}>
              {first && <h2>{day}</h2>}
              <div className="timeline-row">
                <time dateTime={e.event.time}>{atTime(e.event.time)}</time>
                <span>
                  <b>{kindOf(e.event)}</b>{" "}
                  {trip.trip.rods.length > 1 && <i>{trip.trip.rods[e.event.rod]?.name} </i>}
                  {told(e.event, show, names)}
                  {e.sky && taken.has(e.event.kind) && <small> {e.sky}</small>}
                  {Date.parse(e.event.time) < Date.parse(trip.trip.start) && " (before the trip's start)"}
                </span>
                <span className="timeline-do">
                  <button
                    type="button"
                    aria-expanded={open === e.id}
                    onClick={() => setOpen(open === e.id ? undefined : e.id)}
                  >
                    Correct
                  </button>
                  <button
                    type="button"
                    aria-label={`Delete ${kindOf(e.event)} at ${atTime(e.event.time)}`}
                    onClick={() =>
                      takeOff.mutate(e, {
                        onSuccess: () =>
                          say(`“${kindOf(e.event)}” is off the log.`, () => putBack.mutate(e.id)),
                      })
                    }
                  >
                    ×
                  </button>
                </span>
              </div>
              {open === e.id && <Correct of={e} onDone={() => setOpen(undefined)} />}
            </li>
          );
        })}
      </ol>
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
    <section className="correct" aria-label="Correct it">
      <Row id={id("time")} label="Time" error={errors.time}>
        <input
          id={id("time")}
          className="row-input"
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
          <select
            id={id("kind")}
            className="row-input"
            value={event.kind}
            onChange={(e) => set({ kind: e.target.value as EventKind })}
          >
            {kinds.map((k) => (
              <option key={k}>{k}</option>
            ))}
          </select>
        </Row>
      )}
      {!fixed && (
        <Row id={id("phase")} label="Phase" error={errors.phase}>
          <select
            id={id("phase")}
            className="row-input"
            value={event.phase ?? ""}
            onChange={(e) => set({ phase: e.target.value as Phase, depth: 0, low: 0, high: 0 })}
          >
            {phases.map((p) => (
              <option key={p} value={p}>
                {p || "not known"}
              </option>
            ))}
          </select>
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
            <input
              id={id("species")}
              className="row-input"
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
            <input
              id={id("released")}
              type="checkbox"
              checked={event.released ?? false}
              onChange={(e) => set({ released: e.target.checked })}
            />
          </Row>
        </>
      )}
      <Row id={id("note")} label="Note" error={errors.note}>
        <input
          id={id("note")}
          className="row-input"
          value={event.note ?? ""}
          onChange={(e) => set({ note: e.target.value })}
        />
      </Row>
      {correct.error && Object.keys(errors).length === 0 && (
        <p className="row-error" role="alert">
          {correct.error.message}
        </p>
      )}
      <p>
        <button type="button" onClick={save}>
          Save
        </button>{" "}
        <button type="button" onClick={onDone}>
          Cancel
        </button>
      </p>
    </section>
  );
}
