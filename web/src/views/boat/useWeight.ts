import { useEffect, useRef, useState } from "react";
import {
  client,
  type DayPlan,
  type LivePart,
  type LiveState,
  type Setup,
  type Toward,
  take,
  type Watch,
  type Weight,
} from "../../api/client";
import { firstHeard, type Live, useLive } from "../../parts/live";
import { useKept, useUnits } from "../../parts/preferences";

/** What is fished: a setup, or the hours of a plan at one of its spots. */
export interface Fished {
  /** Names it, so that another one is watched anew. */
  key: string;
  setup: Setup;
  plan?: DayPlan;
  spot?: number;
}

export type Held = Record<string, number>;

/** How often it is looked at, ms, and how much longer than the look itself took it is rested. */
const every = 4000;
const rest = 8;

/** The weight for now, looked at again and again; what is remembered from look to look is kept by this browser. */
export function useWeight(fished: Fished, toward: Toward, held: Held) {
  const { units } = useUnits();
  const live = useLive();
  const latest = useRef(live);
  latest.current = live;
  const [kept, keep] = useKept<{ key: string; watch: Watch } | null>("dunvel.boat.watch", null);
  const watch = useRef(kept);
  const [weight, setWeight] = useState<Weight>();
  const [failure, setFailure] = useState<Error>();
  /** What is told with the next look, and with that alone. */
  const once = useRef<{ tied?: number; stay?: boolean }>({});
  const [times, setTimes] = useState(0);
  const question = JSON.stringify([fished, toward, held, units, times]);
  const ask = (told: typeof once.current) => {
    once.current = told;
    setTimes((n) => n + 1);
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is all that counts
  useEffect(() => {
    const stop = new AbortController();
    let timer = 0;
    const look = async () => {
      // A look without the boat that is heard a moment later would end what has lasted till now.
      await firstHeard;
      if (stop.signal.aborted) return;
      const begun = performance.now();
      const told = once.current;
      try {
        const body = {
          setup: fished.setup,
          plan: fished.plan,
          spot: fished.spot,
          state: aged(latest.current),
          toward,
          held,
          watch: watch.current?.key === fished.key ? watch.current.watch : undefined,
          ...told,
          units,
        };
        const now = await take(client.POST("/live/weights", { body, signal: stop.signal }));
        if (once.current === told) once.current = {};
        watch.current = { key: fished.key, watch: now.watch };
        keep(watch.current);
        setWeight(now);
        setFailure(undefined);
      } catch (error) {
        if (stop.signal.aborted) return;
        setFailure(error as Error);
      }
      timer = window.setTimeout(look, Math.max(every, rest * (performance.now() - begun)));
    };
    look();
    return () => {
      window.clearTimeout(timer);
      stop.abort();
    };
  }, [question]);
  return {
    live,
    weight,
    failure,
    tie: (mass: number) => ask({ tied: mass }),
    stay: () => ask({ stay: true }),
    look: () => ask(once.current),
  };
}

/** What the boat says, as old as it is by now; nothing where no boat is heard. */
function aged(live: Live | undefined) {
  const older = live ? (performance.now() - live.came) / 1000 : 0;
  const part = (p: LivePart | null) => p && { ...p, age: p.age + older };
  const s: Partial<LiveState> = live?.state ?? {};
  return {
    time: s.time ?? new Date().toISOString(),
    depth: part(s.depth ?? null),
    drift: part(s.drift ?? null),
    wind: part(s.wind ?? null),
    current: part(s.current ?? null),
    heading: part(s.heading ?? null),
    temperature: part(s.temperature ?? null),
    place: s.place ? { ...s.place, age: s.place.age + older } : null,
  };
}
