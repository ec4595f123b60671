import { Box, Button, Checkbox, FormControlLabel } from "@mui/material";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import type { DayPlan, Trip } from "../../api/client";
import { Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { onTheWall } from "../../parts/when";
import { useBegin } from "../../setup/usePlans";
import type { Sky, Worked } from "./useDay";

interface Props {
  plan: DayPlan;
  sky: Sky;
  worked: Worked;
  onChange: (plan: DayPlan) => void;
}

/** What to take along, ticked off, and the trip that begins with it. */
export function Pack({ plan, sky, worked, onChange }: Props) {
  const say = useSay();
  const id = useId();
  const [thing, setThing] = useState("");
  const own = plan.own ?? [];
  const ticked = plan.ticked ?? [];
  const all = [
    ...worked.pack.map((p) => ({ ...p, mine: false })),
    ...own.map((words) => ({ key: `own ${words}`, words, short: 0, mine: true })),
  ];
  const tick = (key: string, on: boolean) =>
    onChange({ ...plan, ticked: on ? [...ticked, key] : ticked.filter((k) => k !== key) });
  const left = all.filter((p) => !ticked.includes(p.key)).length;
  return (
    <section aria-label="Packing list">
      <h2>Packing list</h2>
      <p>{left === 0 ? "All of it is packed." : `${left} of ${all.length} still to pack.`}</p>
      <Box
        component="ul"
        className="pack"
        sx={{
          margin: 0,
          padding: 0,
          listStyle: "none",
          columns: "300px",
          "& li": {
            display: "flex",
            gap: "8px",
            alignItems: "center",
            minHeight: "32px",
            breakInside: "avoid",
          },
          "& label": { flex: 1 },
          "& small": { color: "primary.main" },
          [looks.thumb]: {
            "& label": {
              display: "flex",
              flexWrap: "wrap",
              gap: "8px",
              alignItems: "center",
              minHeight: "48px",
            },
          },
        }}
      >
        {all.map((p) => (
          <li key={p.key}>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={ticked.includes(p.key)}
                  onChange={(e) => tick(p.key, e.target.checked)}
                />
              }
              label={
                <>
                  {p.words}
                  {p.short > 0 && <small> {p.short} not in the box</small>}
                </>
              }
            />
            {p.mine && (
              <Button
                variant="outlined"
                aria-label={`Delete ${p.words}`}
                onClick={() => {
                  onChange({ ...plan, own: own.filter((w) => w !== p.words) });
                  say(`“${p.words}” is off the list.`, () => onChange(plan));
                }}
              >
                ×
              </Button>
            )}
          </li>
        ))}
      </Box>
      <Box
        component="form"
        className="pack-more"
        sx={{
          display: "flex",
          flexWrap: "wrap",
          gap: "8px",
          alignItems: "center",
        }}
        onSubmit={(e) => {
          e.preventDefault();
          const words = thing.trim().slice(0, 100);
          if (words && !own.includes(words) && own.length < 40) onChange({ ...plan, own: [...own, words] });
          setThing("");
        }}
      >
        <label htmlFor={id}>Something else</label>
        <Entry boxed id={id} value={thing} maxLength={100} onChange={(e) => setThing(e.target.value)} />
        <Button variant="outlined" type="submit">
          Add it
        </Button>
      </Box>
      <Begin plan={plan} sky={sky} worked={worked} />
    </section>
  );
}

/** The trip that is begun with what is on the rods: at the spot that is fished now, or the first of the day. */
function Begin({ plan, sky, worked }: { plan: DayPlan; sky: Sky; worked: Worked }) {
  const create = useBegin();
  const navigate = useNavigate();
  const begin = () => {
    const now = Date.now();
    const spot = sky.spots.find((s) => Date.parse(s.from) <= now && now <= Date.parse(s.to)) ?? sky.spots[0];
    const middle = spot ? (Date.parse(spot.from) + Date.parse(spot.to)) / 2 : now;
    const off = (t: { time: string }) => Math.abs(Date.parse(t.time) - middle);
    const [high] = sky.turns.filter((t) => t.high).sort((a, b) => off(a) - off(b));
    const trip: Trip = {
      place: spot?.name ?? "Somewhere",
      start: onTheWall(new Date()),
      end: null,
      highWater: high?.time ?? null,
      rods: worked.rods,
      notes: "",
      where: plan.where,
    };
    create.mutate(trip, { onSuccess: (made) => navigate(`/log?trip=${made.id}`) });
  };
  return (
    <p>
      <Button variant="outlined" onClick={begin} disabled={create.isPending || worked.rods.length === 0}>
        Begin the trip
      </Button>{" "}
      {worked.rods.length === 0
        ? "There is nothing to tie on: nothing that there is does it."
        : "With these heads on the rods, each in the water in which it is fished first."}
      {create.error && <Wrong>{create.error.message}</Wrong>}
    </p>
  );
}
