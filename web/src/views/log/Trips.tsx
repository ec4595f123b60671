import { useId, useState } from "react";
import type { RodState, SavedTrip, Setup, Trip } from "../../api/client";
import { useLogActions, usePlaces, useTrips } from "../../log/useLog";
import { useDefinitions } from "../../parts/definitions";
import { Find, useFind } from "../../parts/Find";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { Unread } from "../../parts/Unread";
import { onDay, onTheWall } from "../../parts/when";
import { useAddressNumber } from "../../setup/useSetup";
import { useSavedSetup } from "../../setup/useSetups";

/** The trips so far, and beginning one with what is set in Work out. */
export function Trips({ setup, onOpen }: { setup: Setup; onOpen: (trip: SavedTrip) => void }) {
  const { data: trips, error } = useTrips();
  const { found, text, setText } = useFind(trips, said);
  const { remove, restore } = useLogActions();
  const say = useSay();
  return (
    <>
      <Begin setup={setup} trips={trips ?? []} onOpen={onOpen} />
      {error && <p role="alert">{error.message}</p>}
      <Unread of={["trip", "event"]} />
      {trips?.length === 0 && <p className="aside">No trips yet.</p>}
      <Find of="trips" all={trips?.length ?? 0} text={text} onText={setText} />
      <ul className="trips">
        {found?.map((t) => (
          <li key={t.id}>
            <button type="button" className="link" onClick={() => onOpen(t)}>
              {t.name}
            </button>
            <span>{summed(t)}</span>
            <button
              type="button"
              aria-label={`Delete ${t.name}`}
              onClick={() =>
                remove.mutate(t.id, {
                  onSuccess: () => say(`“${t.name}” is deleted.`, () => restore.mutate(t.id)),
                })
              }
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What a trip is found by: its place and day, what is noted, what was tied on at its start, and what happened. */
const said = ({ name, trip, counts }: SavedTrip) =>
  [
    name,
    trip.place,
    trip.notes,
    ...trip.rods.flatMap(({ state }) => [
      state.setup.head.shape,
      state.setup.bait.form,
      state.colour,
      state.spot,
    ]),
    ...Object.keys(counts),
  ].join(" ");

function summed({ counts, trip }: SavedTrip): string {
  const some = (kind: string, one: string, many: string) => {
    const n = counts[kind] ?? 0;
    return n === 0 ? "" : `${n} ${n === 1 ? one : many}`;
  };
  const parts = [
    some("fish", "fish", "fish"),
    some("bite", "bite", "bites"),
    some("splash", "cast", "casts"),
    some("head lost", "head lost", "heads lost"),
  ].filter(Boolean);
  return `${parts.join(", ") || "nothing logged"}${trip.end ? "" : ", still on"}`;
}

/** A trip in one tap; a rod for every outfit that is taken along. */
function Begin({
  setup,
  trips,
  onOpen,
}: {
  setup: Setup;
  trips: SavedTrip[];
  onOpen: (trip: SavedTrip) => void;
}) {
  const { show } = useUnits();
  const { techniques } = useDefinitions();
  const [open] = useAddressNumber("open");
  const [grams] = useAddressNumber("head");
  const { data: kept } = useSavedSetup(open);
  const [typed, setTyped] = useState<string>();
  const { create } = useLogActions();
  const { data: places } = usePlaces();
  const id = useId();
  const place = typed ?? kept?.name.split(",")[0] ?? "";
  const mass = grams !== undefined ? grams / 1000 : (setup.heads[Math.floor(setup.heads.length / 2)] ?? 0);
  const begin = () => {
    const state: RodState = {
      setup,
      mass,
      technique: (techniques[0]?.key as RodState["technique"] | undefined) ?? "drop",
    };
    const trip: Trip = {
      place: place.trim() || "Somewhere",
      start: onTheWall(new Date()),
      end: null,
      highWater: null,
      rods: [{ name: "Rod 1", state }],
      notes: "",
    };
    create.mutate(trip, { onSuccess: onOpen });
  };
  return (
    <form
      className="begin"
      onSubmit={(e) => {
        e.preventDefault();
        begin();
      }}
    >
      <label htmlFor={id}>Place</label>
      <input
        id={id}
        value={place}
        list={`${id}-places`}
        placeholder="Somewhere"
        onChange={(e) => setTyped(e.target.value)}
      />
      <datalist id={`${id}-places`}>
        {[...new Set([...trips.map((t) => t.trip.place), ...(places ?? []).map((p) => p.name)])].map((p) => (
          <option key={p} value={p} />
        ))}
      </datalist>
      <button type="submit" disabled={create.isPending}>
        Begin a trip
      </button>
      <p className="aside">
        {onDay(onTheWall(new Date()))}, with {show("mass", mass)} {setup.head.shape} and the {setup.bait.form}{" "}
        as set in Work out, {show("depth", setup.water.depth)} deep.
      </p>
      {create.error && (
        <p className="row-error" role="alert">
          {create.error.message}
        </p>
      )}
    </form>
  );
}
