import { useEffect, useState } from "react";
import type { DayLine, DayPlan } from "../../api/client";
import { lines } from "../../api/stream";
import { useUnits } from "../../parts/preferences";

export type Sky = NonNullable<DayLine["sky"]>;
export type Hour = NonNullable<DayLine["hours"]>[number];
export type Worked = NonNullable<DayLine["result"]>;

interface Day {
  /** The plan that all of this is of. */
  of?: DayPlan;
  sky?: Sky;
  hours: Hour[];
  worked?: Worked;
  failure?: Error;
}

/** What of a plan is worked out: all but what is packed. */
function water(plan?: DayPlan) {
  if (!plan) return undefined;
  const { own: _own, ticked: _ticked, ...rest } = plan;
  return rest;
}

const stillness = 400; // ms without a change before a day is asked for

/** A plan as the server works it out: the sky at once, the hours as they come. The last one stays until the next is there. */
export function useDay(plan: DayPlan) {
  const { units } = useUnits();
  const [day, setDay] = useState<Day>({ hours: [] });
  const [again, setAgain] = useState(0);
  const key = JSON.stringify([water(plan), units, again]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key is all that counts
  useEffect(() => {
    const stop = new AbortController();
    const timer = window.setTimeout(() => {
      let next: Day = { of: plan, hours: [] };
      lines<DayLine>("/days", { plan, units }, stop.signal, (line) => {
        next = {
          ...next,
          sky: line.sky ?? next.sky,
          hours: line.hours ? [...next.hours, ...line.hours] : next.hours,
          worked: line.result ?? next.worked,
        };
        setDay(next);
      }).catch((failure: Error) => {
        if (!stop.signal.aborted) setDay((old) => ({ ...old, failure }));
      });
    }, stillness);
    return () => {
      window.clearTimeout(timer);
      stop.abort();
    };
  }, [key]);
  return {
    ...day,
    isOld: JSON.stringify(water(day.of)) !== JSON.stringify(water(plan)),
    retry: () => setAgain(again + 1),
  };
}
