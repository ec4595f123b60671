import { Link } from "react-router";
import { type DayPlan, Failure, type SavedPlan } from "../../api/client";
import { Care } from "../../parts/Care";
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
import "./day.css";

/** Days that are planned, and the one that is open. */
export default function DayView() {
  const [id, setId] = useAddressNumber("plan");
  const { data: plans, error, refetch } = usePlans();
  const open = plans?.find((p) => p.id === id);
  return (
    <View title={open ? open.name : "Day"} className="page day acts">
      <h1>{open ? open.name : "Day"}</h1>
      {error && (
        <p role="alert">
          {error.message}{" "}
          <button type="button" className="link" onClick={() => refetch()}>
            Try again
          </button>
        </p>
      )}
      {!plans && !error && <p aria-busy="true">Opening…</p>}
      {plans && id !== undefined && !open && <p role="status">The plan of this link is gone.</p>}
      {open && (
        <>
          <p>
            <button type="button" onClick={() => setId(undefined)}>
              All plans
            </button>{" "}
            <button
              type="button"
              className="day-change"
              onClick={() => {
                const plan = document.querySelector<HTMLElement>(".day-plan input");
                plan?.scrollIntoView({ block: "center" });
                plan?.focus({ preventScroll: true });
              }}
            >
              Change the plan
            </button>{" "}
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
        <button type="button" onClick={begin} disabled={!saved}>
          Plan a day
        </button>
      </p>
      <ul className="day-plans">
        {[...plans]
          .sort((a, b) => b.plan.date.localeCompare(a.plan.date))
          .map((p) => (
            <li key={p.id}>
              <button type="button" className="link" onClick={() => onOpen(p.id)}>
                {p.name}
              </button>
              <span>
                {dayOf(p.plan.date)}: {p.plan.spots.map((s) => s.name).join(", ")}
              </span>
              <button
                type="button"
                aria-label={`Delete ${p.name}`}
                onClick={() =>
                  remove.mutate(p.id, {
                    onSuccess: () => say(`“${p.name}” is off the list.`, () => restore.mutate(p.id)),
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
    <div className="day-parts">
      <PlanEditor
        plan={plan}
        errors={errors}
        saved={saved ?? []}
        setup={setup}
        onChange={(next: DayPlan) => setPlan(next)}
      />
      <div className="day-water" data-old={day.isOld || day.failure ? "" : undefined}>
        {day.failure && (
          <p className="row-error" role="alert">
            {said.length > 0 ? said.join(" ") : day.failure.message}{" "}
            <button type="button" className="link" onClick={day.retry}>
              Try again
            </button>
          </p>
        )}
        {unkept && !day.failure && (
          <p className="row-error" role="alert">
            {conflict
              ? "It was changed in another window: open it again to go on from there."
              : `It is not kept: ${unkept.message}`}
          </p>
        )}
        <div className="day-words" aria-live="polite">
          {day.worked?.words.map((w) => (
            <p key={w}>{w}</p>
          ))}
          {!day.worked && !day.failure && <p aria-busy="true">Working the day out…</p>}
        </div>
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
      </div>
    </div>
  );
}

/** The moment that is looked at, ms, on the day that there is: half way through where the seconds given are not of it. */
function within(seconds: number | undefined, sky: Sky): number {
  const [from, to] = spanOf(sky);
  const time = (seconds ?? 0) * 1000;
  return time >= from && time <= to ? time : (from + to) / 2;
}
