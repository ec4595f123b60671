import type { RodState, SavedTrip } from "../../api/client";
import { stateNow } from "../../log/state";
import { useEvents, useTrips } from "../../log/useLog";
import { tied } from "../../log/words";
import { useDefinitions } from "../../parts/definitions";
import { Choose } from "../../parts/Entry";
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";

/** Takes a rod as it is: with its line, its leader and what is tied on, by the trip under way or the last one. */
export default function OnRods({ onChange }: { onChange: (changes: Record<string, unknown>) => void }) {
  const { data: trips } = useTrips();
  const trip = trips?.find((t) => !t.trip.end) ?? trips?.[0];
  return trip ? <Rods trip={trip} onChange={onChange} /> : null;
}

function Rods({ trip, onChange }: { trip: SavedTrip; onChange: (changes: Record<string, unknown>) => void }) {
  const { techniques } = useDefinitions();
  const { show } = useUnits();
  const { data: events } = useEvents(trip.id);
  const names = new Map(techniques.map((t) => [t.key, t.name]));
  const rods = trip.trip.rods.map(({ name }, i) => {
    const state = stateNow(trip, i, events?.map((e) => e.event) ?? []);
    return { key: String(i), state, words: `${name}: ${tied(state, show, names)}` };
  });
  const id = fieldId("on-rods");
  return (
    <Row id={id} label={`As tied on, ${trip.trip.place}`}>
      <Choose
        id={id}
        value=""
        onChange={(e) => {
          const rod = rods.find((r) => r.key === e.target.value);
          if (rod) onChange(tackleOf(rod.state));
        }}
      >
        <option value="">choose…</option>
        {rods.map(({ key, words }) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </Choose>
    </Row>
  );
}

/** What of a setup goes with a rod. */
const goesWith = ["rod", "line", "leader", "head", "bait", "rig"] as const;

/** All of the tackle of a rod, by the paths of a setup. */
const tackleOf = ({ setup }: RodState) =>
  Object.fromEntries(
    goesWith.flatMap((part) =>
      Object.entries(setup[part]).map(([key, value]) => [`${part}.${key}`, value] as const),
    ),
  );
