import { Box, Button } from "@mui/material";
import { useId, useState } from "react";
import type { RodState, SavedTrip, Setup, Trip } from "../../api/client";
import { useLogActions, usePlaces, useTrips } from "../../log/useLog";
import { useDefinitions } from "../../parts/definitions";
import { Find, useFind } from "../../parts/Find";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Aside, Wrong } from "../../parts/Said";
import { Suggest } from "../../parts/Suggest";
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
      {trips?.length === 0 && <Aside>No trips yet.</Aside>}
      <Find of="trips" all={trips?.length ?? 0} text={text} onText={setText} />
      <Box
        component="ul"
        className="trips"
        sx={{
          margin: 0,
          padding: 0,
          listStyle: "none",
          "& li": {
            display: "grid",
            gridTemplateColumns: "minmax(0, 320px) 1fr auto",
            gap: "12px",
            alignItems: "center",
            padding: "4px 0",
            borderBottom: looks.rule,
          },
          "& .MuiButton-link": { fontWeight: 650 },
          [looks.thumb]: { "& li": { gridTemplateColumns: "1fr auto" }, "& li span": { gridRow: 2 } },
        }}
      >
        {found?.map((t) => (
          <li key={t.id}>
            <Button variant="link" onClick={() => onOpen(t)}>
              {t.name}
            </Button>
            <span>{summed(t)}</span>
            <Button
              variant="outlined"
              aria-label={`Delete ${t.name}`}
              onClick={() =>
                remove.mutate(t.id, {
                  onSuccess: () => say(`“${t.name}” is deleted.`, () => restore.mutate(t.id)),
                })
              }
            >
              ×
            </Button>
          </li>
        ))}
      </Box>
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
    <Box
      component="form"
      className="begin"
      sx={{
        display: "grid",
        gridTemplateColumns: "auto minmax(0, 280px) auto",
        gap: "4px 12px",
        alignItems: "center",
        justifyContent: "start",
        marginBottom: "16px",
        "& p": { gridColumn: "1 / -1", margin: 0 },
        [looks.thumb]: { gridTemplateColumns: "1fr auto", "& label": { gridColumn: "1 / -1" } },
      }}
      onSubmit={(e) => {
        e.preventDefault();
        begin();
      }}
    >
      <label htmlFor={id}>Place</label>
      <Suggest
        boxed
        id={id}
        value={place}
        known={[...new Set([...trips.map((t) => t.trip.place), ...(places ?? []).map((p) => p.name)])]}
        placeholder="Somewhere"
        onChange={setTyped}
      />
      <Button variant="outlined" type="submit" disabled={create.isPending}>
        Begin a trip
      </Button>
      <Aside>
        {onDay(onTheWall(new Date()))}, with {show("mass", mass)} {setup.head.shape} and the {setup.bait.form}{" "}
        as set in Work out, {show("depth", setup.water.depth)} deep.
      </Aside>
      {create.error && <Wrong>{create.error.message}</Wrong>}
    </Box>
  );
}
