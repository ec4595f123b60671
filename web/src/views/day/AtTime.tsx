import { Link } from "react-router";
import type { DayPlan, Setup } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { useUnits } from "../../parts/preferences";
import { Hint } from "../../parts/Said";
import { clockOf } from "../../parts/when";
import { Still } from "../../section/Still";
import { useAnswer } from "../../setup/useAnswer";
import { toAddress } from "../../setup/useSetup";
import type { Sky } from "./useDay";

/** The water at the moment that is looked at, as Work out shows it. */
export function AtTime({ plan, sky, time }: { plan: DayPlan; sky: Sky; time: number }) {
  const { defaults } = useDefinitions();
  const { show } = useUnits();
  const there = setupAt(plan, sky, time);
  const { data: answered, isOld } = useAnswer(there?.setup ?? defaults, undefined, there !== undefined);
  if (!there) return <Hint>Nothing is fished then.</Hint>;
  const answer = answered?.answer;
  const { water, flow, wind } = there.setup;
  const drift = answer ? Math.hypot(answer.drift.x, answer.drift.y) : 0;
  return (
    <section className="day-at" aria-label="At the time">
      <p>
        <b>
          {clockOf(plan.zone)(time)} {there.name}
        </b>{" "}
        {show("depth", water.depth)} deep, current {show("speed", flow.speed)}, wind{" "}
        {show("wind", wind.speed)}
        {drift > 0.01 &&
          `, drift ${show("speed", drift)}: ${show("depth", Math.round(drift * 600))} in ten minutes`}
        . {answer?.sentence}{" "}
        <Link to={`/?${new URLSearchParams(toAddress(defaults, there.setup))}`}>Work it out</Link>
      </p>
      <Still
        of={answered?.of}
        answer={answer}
        head={answer?.heads[answer.closest]}
        label={`The water then: ${answer?.sentence ?? ""}`}
        sx={{ height: "260px" }}
        old={isOld}
      />
    </section>
  );
}

/** The setup of the spot that is fished at a time, with depth, flow and wind as they are told for then. */
function setupAt(plan: DayPlan, sky: Sky, time: number): { name: string; setup: Setup } | undefined {
  const i = sky.spots.findIndex((s) => Date.parse(s.from) <= time && time <= Date.parse(s.to));
  const spot = plan.spots[i];
  const all = sky.spots[i]?.conditions;
  if (!spot || !all) return undefined;
  const off = (c: { time: string }) => Math.abs(Date.parse(c.time) - time);
  const now = all.reduce((a, b) => (off(b) < off(a) ? b : a));
  const { setup } = spot;
  return {
    name: spot.name,
    setup: {
      ...setup,
      water: { ...setup.water, depth: now.depth },
      flow: { ...setup.flow, speed: now.flow, direction: now.flowDirection, source: now.flowSource },
      wind: { ...setup.wind, speed: now.wind, direction: now.windDirection },
      boat: { ...setup.boat, measured: now.measured },
    },
  };
}
