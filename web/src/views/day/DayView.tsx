import { Box, Button } from "@mui/material";
import { Link } from "react-router";
import { type DayPlan, Failure, type SavedPlan } from "../../api/client";
import { Care } from "../../parts/Care";
import * as looks from "../../parts/looks";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { View } from "../../parts/View";
import { useDraft, usePlanActions, usePlans } from "../../setup/usePlans";
import { useAddressNumber, useSetup } from "../../setup/useSetup";
import { useSetups } from "../../setup/useSetups";
import { AtTime } from "./AtTime";
import { Pack } from "./Pack";
import { PlanEditor } from "./PlanEditor";
import { Pocket } from "./Pocket";
import { begun, dayOf } from "./plan";
import { Rods } from "./Rods";
import { Strip, spanOf } from "./Strip";
import { type Sky, useDay } from "./useDay";

/** Days that are planned, and the one that is open. */
export default function DayView() {
  const [id, setId] = useAddressNumber("plan");
  const { data: plans, error, refetch } = usePlans();
  const open = plans?.find((p) => p.id === id);
  return (
    <View
      title={open ? open.name : "Day"}
      className="page"
      sx={[
        looks.page,
        {
          maxWidth: "1280px",
          [looks.printed]: { "& > :not(.day-parts)": { display: "none" } },
        },
      ]}
    >
      <h1>{open ? open.name : "Day"}</h1>
      {error && (
        <p role="alert">
          {error.message}{" "}
          <Button variant="link" onClick={() => refetch()}>
            Try again
          </Button>
        </p>
      )}
      {!plans && !error && <p aria-busy="true">Opening…</p>}
      {plans && id !== undefined && !open && <p role="status">The plan of this link is gone.</p>}
      {open && (
        <>
          <p>
            <Button variant="outlined" onClick={() => setId(undefined)}>
              All plans
            </Button>{" "}
            <Button
              variant="outlined"
              sx={{ display: "none", [looks.thumb]: { display: "inline-block" } }}
              onClick={() => {
                const plan = document.querySelector<HTMLElement>(".day-plan input");
                plan?.scrollIntoView({ block: "center" });
                plan?.focus({ preventScroll: true });
              }}
            >
              Change the plan
            </Button>{" "}
            <Link to={`/boat?plan=${open.id}`}>On the boat, by the hour</Link>
          </p>
          <Planned key={open.id} of={open} />
        </>
      )}
      {plans && !open && <Plans plans={plans} onOpen={setId} />}
    </View>
  );
}

/** The plans there are, the last day first, and a new one. */
function Plans({ plans, onOpen }: { plans: SavedPlan[]; onOpen: (id: number) => void }) {
  const { setup } = useSetup();
  const { data: saved } = useSetups();
  const { create, remove, restore } = usePlanActions();
  const say = useSay();
  const begin = () => {
    const plan = begun(saved ?? [], setup);
    const names = new Set(plans.map((p) => p.name));
    let name = dayOf(plan.date);
    for (let n = 2; names.has(name); n++) name = `${dayOf(plan.date)} (${n})`;
    create.mutate({ name, plan }, { onSuccess: (made) => onOpen(made.id), onError: (e) => say(e.message) });
  };
  return (
    <>
      <p>
        Which head when, through tide, wind and sluice; which ones on how many rods, and how many to take. A
        plan keeps itself.
      </p>
      <p>
        <Button variant="outlined" onClick={begin} disabled={!saved}>
          Plan a day
        </Button>
      </p>
      <Box
        component="ul"
        className="day-plans"
        sx={{
          padding: 0,
          listStyle: "none",
          "& li": {
            display: "grid",
            gridTemplateColumns: "minmax(0, 260px) 1fr auto",
            gap: "12px",
            alignItems: "center",
            padding: "4px 0",
            borderBottom: looks.rule,
          },
          "& .MuiButton-link": { fontWeight: 650 },
          [looks.thumb]: { "& li": { gridTemplateColumns: "1fr auto" }, "& li span": { gridRow: 2 } },
        }}
      >
        {[...plans]
          .sort((a, b) => b.plan.date.localeCompare(a.plan.date))
          .map((p) => (
            <li key={p.id}>
              <Button variant="link" onClick={() => onOpen(p.id)}>
                {p.name}
              </Button>
              <span>
                {dayOf(p.plan.date)}: {p.plan.spots.map((s) => s.name).join(", ")}
              </span>
              <Button
                variant="outlined"
                aria-label={`Delete ${p.name}`}
                onClick={() =>
                  remove.mutate(p.id, {
                    onSuccess: () => say(`“${p.name}” is off the list.`, () => restore.mutate(p.id)),
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

/** One plan: what it says, and what comes of it. */
function Planned({ of }: { of: SavedPlan }) {
  const { setup } = useSetup();
  const { data: saved } = useSetups();
  const { plan, setPlan, unkept } = useDraft(of);
  const day = useDay(plan);
  const [at, setAt] = useAddressNumber("at");
  const errors = day.failure instanceof Failure ? day.failure.fields : {};
  const said = [...new Set(Object.values(errors))];
  const conflict = unkept instanceof Failure && unkept.problem.status === 409;
  return (
    <Box
      className="day-parts"
      sx={{
        display: "grid",
        gridTemplateColumns: "minmax(260px, 320px) minmax(0, 1fr)",
        gap: "24px",
        [looks.thumb]: { gridTemplateColumns: "minmax(0, 1fr)" },
        [looks.printed]: { display: "block" },
      }}
    >
      <PlanEditor
        plan={plan}
        errors={errors}
        saved={saved ?? []}
        setup={setup}
        onChange={(next: DayPlan) => setPlan(next)}
      />
      <Box
        className="day-water"
        sx={{
          "&[data-old] svg": { opacity: 0.55 },
          [looks.thumb]: { order: -1 },
          [looks.printed]: { '& > :not([aria-label="Pocket card"])': { display: "none" } },
        }}
        data-old={day.isOld || day.failure ? "" : undefined}
      >
        {day.failure && (
          <Wrong>
            {said.length > 0 ? said.join(" ") : day.failure.message}{" "}
            <Button variant="link" onClick={day.retry}>
              Try again
            </Button>
          </Wrong>
        )}
        {unkept && !day.failure && (
          <Wrong>
            {conflict
              ? "It was changed in another window: open it again to go on from there."
              : `It is not kept: ${unkept.message}`}
          </Wrong>
        )}
        <Box
          className="day-words"
          sx={{ minHeight: "3em", fontSize: "1.125rem", "& p": { margin: "0 0 4px" } }}
          aria-live="polite"
        >
          {day.worked?.words.map((w) => (
            <p key={w}>{w}</p>
          ))}
          {!day.worked && !day.failure && <p aria-busy="true">Working the day out…</p>}
        </Box>
        {day.sky && day.of && (
          <>
            <Strip
              sky={day.sky}
              zone={day.of.zone}
              hours={day.hours}
              worked={day.worked}
              time={within(at, day.sky)}
              onTime={(time) => setAt(Math.round(time / 1000))}
            />
            <AtTime plan={day.of} sky={day.sky} time={within(at, day.sky)} />
          </>
        )}
        {day.worked && <Rods worked={day.worked} />}
        {day.worked && day.sky && (
          <Pack plan={plan} sky={day.sky} worked={day.worked} onChange={(next) => setPlan(next)} />
        )}
        {day.worked && <Care cautions={day.worked.care} />}
        {day.worked && day.sky && day.of && <Pocket plan={day.of} sky={day.sky} worked={day.worked} />}
      </Box>
    </Box>
  );
}

/** The moment that is looked at, ms, on the day that there is: half way through where the seconds given are not of it. */
function within(seconds: number | undefined, sky: Sky): number {
  const [from, to] = spanOf(sky);
  const time = (seconds ?? 0) * 1000;
  return time >= from && time <= to ? time : (from + to) / 2;
}
