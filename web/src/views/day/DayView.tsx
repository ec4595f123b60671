import { useState } from "react";
import { type DayPlan, Failure } from "../../api/client";
import { useKept } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { View } from "../../parts/View";
import { useSetup } from "../../setup/useSetup";
import { useSetups } from "../../setup/useSetups";
import { AtTime } from "./AtTime";
import { PlanEditor } from "./PlanEditor";
import { begun } from "./plan";
import { Rods } from "./Rods";
import { Strip, spanOf } from "./Strip";
import { type Sky, useDay } from "./useDay";
import "./day.css";

/** A day: what the water does, which head is tied on when, and what to take along. */
export default function DayView() {
  const { setup } = useSetup();
  const { data: saved, error } = useSetups();
  const [kept, setKept] = useKept<DayPlan | null>("dunvel.day", null);
  const plan = kept ?? (saved || error ? begun(saved ?? [], setup) : undefined);
  const day = useDay(plan);
  const [time, setTime] = useState<number>();
  const say = useSay();
  const errors = day.failure instanceof Failure ? day.failure.fields : {};
  const told = Object.keys(errors).length > 0;
  return (
    <View title="Day" className="page day acts">
      <h1>Day</h1>
      {!plan && <p aria-busy="true">Opening…</p>}
      {plan && (
        <div className="day-parts">
          <PlanEditor plan={plan} errors={errors} saved={saved ?? []} setup={setup} onChange={setKept} />
          <div className="day-water" data-old={day.isOld || day.failure ? "" : undefined}>
            {day.failure && (
              <p className="row-error" role="alert">
                {told ? [...new Set(Object.values(errors))].join(" ") : day.failure.message}{" "}
                <button type="button" className="link" onClick={day.retry}>
                  Try again
                </button>
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
                  time={within(time, day.sky)}
                  onTime={setTime}
                />
                <AtTime plan={day.of} sky={day.sky} time={within(time, day.sky)} />
              </>
            )}
            {day.worked && <Rods worked={day.worked} />}
            <p>
              <button
                type="button"
                onClick={() => {
                  setKept(null);
                  say("The plan is begun anew.", () => setKept(plan));
                }}
              >
                Begin another plan
              </button>
            </p>
          </div>
        </div>
      )}
    </View>
  );
}

/** The moment that is looked at, on the day that there is: half way through where it is not of that day. */
function within(time: number | undefined, sky: Sky): number {
  const [from, to] = spanOf(sky);
  return time !== undefined && time >= from && time <= to ? time : (from + to) / 2;
}
