import { Box, Button } from "@mui/material";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, Failure, take } from "../../api/client";
import { usePlaces, useTrips } from "../../log/useLog";
import { Choose, Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { fieldId, Row } from "../../parts/Row";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import * as own from "./looks";

type Place = NonNullable<ReturnType<typeof usePlaces>["data"]>[number];

interface Written {
  name: string;
  where: string;
  note: string;
}

/** The places that trips go to: added, renamed with their trips, moved, merged and deleted. */
export function Places() {
  const { data: places, error } = usePlaces();
  const { data: trips } = useTrips();
  const [open, setOpen] = useState<number>();
  const actions = usePlaceActions();
  const { add, refused } = actions;
  if (error) return <p role="alert">{error.message}</p>;
  return (
    <div className="places">
      {places?.length === 0 && <p>No place is kept. Add one, or take a GPX file in.</p>}
      <Box
        component="ul"
        sx={{
          padding: 0,
          listStyle: "none",
          "& li": {
            display: "flex",
            flexWrap: "wrap",
            gap: "4px 16px",
            alignItems: "center",
            padding: "4px 0",
            borderBottom: looks.rule,
          },
          "& li > span": { flex: "1 1 240px" },
          "& .correct": { flex: "1 0 100%" },
        }}
      >
        {places?.map((p) => (
          <li key={p.id}>
            <span>
              <b>{p.name}</b> {position(p)}
              {p.note && `, ${p.note}`}; {counted(trips?.filter((t) => t.trip.place === p.name).length ?? 0)}
            </span>
            <Button
              variant="outlined"
              aria-expanded={open === p.id}
              aria-label={`Change ${p.name}`}
              onClick={() => setOpen(open === p.id ? undefined : p.id)}
            >
              Change…
            </Button>
            {open === p.id && (
              <One
                key={p.version}
                place={p}
                others={places}
                actions={actions}
                onDone={() => setOpen(undefined)}
              />
            )}
          </li>
        ))}
      </Box>
      <h2>Add a place</h2>
      <Writing
        id="new"
        of={{ name: "", where: "", note: "" }}
        label="Add"
        errors={refused(add.error)}
        onKeep={(w, done) => add.mutate(w, { onSuccess: done })}
      />
    </div>
  );
}

const position = (p: Place) => `${p.north.toFixed(5)}, ${p.east.toFixed(5)}`;
const counted = (n: number) => (n === 1 ? "1 trip" : `${n} trips`);

function usePlaceActions() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries();
  const say = useSay();
  const path = (id: number) => ({ params: { path: { id } } });
  const told = { onSuccess: refresh, onError: (e: Error) => say(e.message) };
  return {
    add: useMutation({
      mutationFn: (body: Written) => take(client.POST("/places", { body })),
      onSuccess: refresh,
    }),
    change: useMutation({
      mutationFn: ({ of, to }: { of: Place; to: Written }) =>
        take(client.PUT("/places/{id}", { ...path(of.id), body: { version: of.version, ...to } })),
      onSuccess: refresh,
    }),
    remove: useMutation({
      mutationFn: (id: number) => take(client.DELETE("/places/{id}", path(id))),
      ...told,
    }),
    merge: useMutation({
      mutationFn: ({ id, into }: { id: number; into: number }) =>
        take(client.POST("/places/{id}/merge", { ...path(id), body: { into } })),
      ...told,
    }),
    restore: useMutation({
      mutationFn: ({ id, trips }: { id: number; trips: number[] }) =>
        take(client.POST("/places/{id}/restore", { ...path(id), body: { trips } })),
      ...told,
    }),
    refused: (e: unknown) =>
      (e instanceof Failure ? { ...e.fields, "": e.message } : {}) as Record<string, string>,
    say,
  };
}

/** A place that is changed. */
function One({
  place,
  others,
  actions: { change, remove, merge, restore, refused, say },
  onDone,
}: {
  place: Place;
  others: Place[];
  /** Of the list: a place that is gone tells nothing any more. */
  actions: ReturnType<typeof usePlaceActions>;
  onDone: () => void;
}) {
  const was = { name: place.name, where: position(place), note: place.note };
  return (
    <Box component="section" className="correct" sx={own.correct} aria-label={`Change ${place.name}`}>
      <Writing
        id={String(place.id)}
        of={was}
        label="Save"
        errors={refused(change.error)}
        onKeep={(to) =>
          change.mutate(
            { of: place, to },
            {
              onSuccess: (now) => {
                onDone();
                say(`“${now.name}” is saved.`, () => change.mutate({ of: now, to: was }));
              },
            },
          )
        }
      />
      {others.length > 1 && (
        <Row id={fieldId(`merge-${place.id}`)} label="It is the same as">
          <Choose
            id={fieldId(`merge-${place.id}`)}
            value=""
            onChange={(e) => {
              const into = others.find((o) => String(o.id) === e.target.value);
              if (!into) return;
              merge.mutate(
                { id: place.id, into: into.id },
                {
                  onSuccess: ({ trips }) =>
                    say(`“${place.name}” is “${into.name}” now.`, () =>
                      restore.mutate({ id: place.id, trips }),
                    ),
                },
              );
            }}
          >
            <option value="">none of the others</option>
            {others
              .filter((o) => o.id !== place.id)
              .map((o) => (
                <option key={o.id} value={o.id}>
                  {o.name}
                </option>
              ))}
          </Choose>
        </Row>
      )}
      <p>
        <Button
          variant="outlined"
          onClick={() =>
            remove.mutate(place.id, {
              onSuccess: () =>
                say(`“${place.name}” is deleted.`, () => restore.mutate({ id: place.id, trips: [] })),
            })
          }
        >
          Delete
        </Button>
      </p>
    </Box>
  );
}

/** The fields of a place. */
function Writing({
  id,
  of,
  label,
  errors,
  onKeep,
}: {
  id: string;
  of: Written;
  label: string;
  errors: Record<string, string>;
  onKeep: (w: Written, done: () => void) => void;
}) {
  const [w, setW] = useState(of);
  const field = (key: keyof Written, label: string, placeholder: string) => (
    <Row id={fieldId(`place-${id}-${key}`)} label={label} error={errors[key]}>
      <Entry
        id={fieldId(`place-${id}-${key}`)}
        value={w[key]}
        placeholder={placeholder}
        onChange={(e) => setW({ ...w, [key]: e.target.value })}
      />
    </Row>
  );
  const other = errors[""] && !errors.name && !errors.where && !errors.note;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(w, () => setW(of));
      }}
    >
      {field("name", "Name", "The Sill")}
      {field("where", "Position", "12.3522, -4.5611 or 12°21.1'N 4°33.7'W")}
      {field("note", "Note", "what is to be known of it")}
      {other && <Wrong>{errors[""]}</Wrong>}
      <p>
        <Button variant="outlined" type="submit">
          {label}
        </Button>
      </p>
    </form>
  );
}
