import { Box, Button, Checkbox, FormControlLabel } from "@mui/material";
import { Link } from "react-router";
import { Failure, type SavedPlan, type SavedTrip, type Setup, type Toward } from "../../api/client";
import { aboard } from "../../log/aboard";
import { newKey } from "../../log/queue";
import { stateNow } from "../../log/state";
import { Tap } from "../../log/Tap";
import { useEvents, useQueue, useTrips } from "../../log/useLog";
import { type Live, useAge } from "../../parts/live";
import * as looks from "../../parts/looks";
import { useKept, useUnits } from "../../parts/preferences";
import { Unseen, Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { View } from "../../parts/View";
import { onTheWall } from "../../parts/when";
import { Still } from "../../section/Still";
import { SaveBar } from "../../setup/SaveBar";
import { useBase } from "../../setup/useBase";
import { usePlans } from "../../setup/usePlans";
import { useAddressNumber, useSetup } from "../../setup/useSetup";
import { useSetups } from "../../setup/useSetups";
import { Figures } from "./Figures";
import { Now } from "./Now";
import { Sources } from "./Sources";
import { useAwake } from "./useAwake";
import { type Fished, type Held, useWeight } from "./useWeight";
import { What } from "./What";

const none: Held = {};

/** On the water: the weight for now by the instruments of the boat, what it is made of, and the taps of the log. */
export default function BoatView() {
  const { setup, replace } = useSetup();
  const base = useBase();
  const [open, setOpen] = useAddressNumber("open");
  const [planId, setPlanId] = useAddressNumber("plan");
  const [spot, setSpot] = useAddressNumber("spot");
  const { data: setups } = useSetups();
  const { data: plans } = usePlans();
  const [toward, setToward] = useKept<Toward>("dunvel.boat.toward", { kind: "as set", degrees: 0 });
  const fished = fishedOf(setup, open, plans, planId, spot);
  const [kept, keep] = useKept<{ of: string; held: Held }>("dunvel.boat.held", { of: "", held: {} });
  const held = kept.of === fished.key ? kept.held : none;
  const setHeld = (next: Held) => keep({ of: fished.key, held: next });
  const { live, weight, failure, tie, stay, look } = useWeight(fished, toward, held);
  const [dark, setDark] = useKept("dunvel.boat.dark", false);
  const awake = useAwake(!dark);
  const silent = useAge(live) > 5 && live !== undefined;

  const { data: trips } = useTrips();
  const trip = trips?.find((t) => !t.trip.end);
  const tied = useTied(trip, live);
  const onTie = (mass: number) => {
    tie(mass);
    if (weight) tied(mass, weight.setup);
  };

  const choose = (key: string) => {
    const [kind, id, at] = key.split(":");
    setPlanId(kind === "plan" ? Number(id) : undefined);
    setSpot(kind === "plan" ? Number(at) : undefined);
    const saved = setups?.find((s) => kind === "setup" && s.id === Number(id));
    if (saved) {
      replace(saved.setup);
      setOpen(saved.id);
    }
  };
  const chosen = fished.plan ? `plan:${planId}:${fished.spot}` : open === undefined ? "" : `setup:${open}`;
  const head = weight?.answer?.heads.find((h) => h.mass === weight.call.mass);
  const fields = failure instanceof Failure ? Object.values(failure.fields) : [];
  return (
    <View
      title="Boat"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      className="page boat"
      sx={[
        looks.page,
        {
          paddingTop: 0,
          [looks.roomy]: { maxWidth: 1240 },
          "& .tap-last:empty": { display: "none" }, // what was tapped last stands there once there is something
        },
      ]}
    >
      <Unseen component="h1">Boat</Unseen>
      <Box
        sx={{
          [looks.roomy]: {
            display: "grid",
            gridTemplateColumns: "minmax(0, 1fr) minmax(0, 1fr)",
            gap: "0 32px",
          },
        }}
      >
        <div>
          <Now weight={weight} old={failure !== undefined} onTie={onTie} onStay={stay} />
          {(failure || silent) && (
            <Wrong>
              {failure
                ? fields.length > 0
                  ? fields.join(" ")
                  : failure.message
                : "Nothing comes from Dunvel: what is shown is as it was heard last."}{" "}
              <Button variant="link" onClick={look}>
                Try again
              </Button>
            </Wrong>
          )}
          {planId !== undefined && plans && !fished.plan && (
            <p role="status">The plan of this link is gone.</p>
          )}
          {weight?.notes.map((n) => (
            <p key={n}>{n}</p>
          ))}
          {weight && <Figures figures={weight.figures} live={live} held={held} onHeld={setHeld} />}
          <What
            setups={setups ?? []}
            plans={plans ?? []}
            chosen={chosen}
            own={base.name ? `${base.name}, as it is set` : "as it is set in Work out"}
            onChoose={choose}
            toward={toward}
            onToward={setToward}
          />
        </div>
        <div>
          {trips && <Taps trip={trip} setup={weight?.setup ?? setup} />}
          <Still
            of={weight?.setup}
            answer={weight?.answer ?? undefined}
            head={head}
            label={`The water now: ${weight?.call.words ?? ""}`}
            sx={{ height: "300px", margin: "16px 0 0" }}
            old={failure !== undefined}
          />
        </div>
      </Box>
      <p>
        Fish are seen? <Link to={`/lead${window.location.search}`}>Lead them</Link>
      </p>
      <Sources sources={live?.state.sources ?? []} />
      {"wakeLock" in navigator && (
        <FormControlLabel
          control={<Checkbox checked={!dark} onChange={(e) => setDark(!e.target.checked)} />}
          label={`The screen stays on while this is open${!dark && !awake ? " (the browser does not allow it now)" : ""}`}
        />
      )}
    </View>
  );
}

/** What is fished, by the address: the hours of a plan at one of its spots, or the setup. */
function fishedOf(
  setup: Setup,
  open: number | undefined,
  plans: SavedPlan[] | undefined,
  planId: number | undefined,
  spot: number | undefined,
): Fished {
  const plan = plans?.find((p) => p.id === planId)?.plan;
  const at = Math.min(spot ?? 0, (plan?.spots.length ?? 1) - 1);
  if (plan) return { key: `plan:${planId}:${at}`, setup, plan, spot: at };
  return { key: `setup:${open ?? ""}`, setup };
}

/** The taps of the trip that is under way. */
function Taps({ trip, setup }: { trip: SavedTrip | undefined; setup: Setup }) {
  if (!trip)
    return (
      <p>
        No trip is under way: <Link to="/log">begin one in the log</Link>, and its taps stand here.
      </p>
    );
  return (
    <Box component="section" sx={{ "& h2": { margin: "16px 0 8px", fontSize: "1rem" } }} aria-label="Log it">
      <h2>
        Log it: <Link to={`/log?trip=${trip.id}`}>{trip.name}</Link>
      </h2>
      <Tap trip={trip} setup={setup} />
    </Box>
  );
}

/** What is tied on goes into the log as well, where a trip with one rod is under way: with more it is not known on which. */
function useTied(trip: SavedTrip | undefined, live: Live | undefined) {
  const { data: events } = useEvents(trip?.id);
  const { queue, log } = useQueue(trip?.id ?? -1);
  const say = useSay();
  const { show } = useUnits();
  return (mass: number, setup: Setup) => {
    if (trip?.trip.rods.length !== 1) return;
    const state = stateNow(trip, 0, [...(events ?? []).map((e) => e.event), ...queue.map((w) => w.event)]);
    if (state.mass === mass) return;
    log({
      key: newKey(),
      time: onTheWall(new Date()),
      kind: "changed",
      rod: 0,
      since: 0,
      phase: "",
      aboard: aboard(live),
      state: { ...state, mass, setup },
    });
    say(`${show("mass", mass)} is in the log too.`);
  };
}
