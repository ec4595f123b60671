import type { DayPlan } from "../../api/client";
import { Failure } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { clockOf } from "../../parts/when";
import { counted } from "../../units/numbers";
import { Back } from "./Back";
import { dayOf } from "./plan";
import type { Sky, Worked } from "./useDay";

/** What is taken along in a pocket: spot, time, head, count and hand, on one side of A6; and the day as files. */
export function Pocket({ plan, sky, worked }: { plan: DayPlan; sky: Sky; worked: Worked }) {
  const { show } = useUnits();
  const clock = clockOf(plan.zone);
  const light = sky.light?.crossings.filter((c) => c.kind === "sunrise" || c.kind === "sunset") ?? [];
  return (
    <section aria-label="Pocket card">
      <h2>Pocket card</h2>
      <div className="pocket">
        <p>
          <b>{dayOf(plan.date)}</b>{" "}
          {sky.turns
            .map((t) => `${t.high ? "HW" : "LW"} ${clock(t.time)} ${show("depth", t.height)}`)
            .join(", ")}
          {light.map((l) => ` · ${l.kind} ${clock(l.time)}`)}
        </p>
        <table>
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col">Head</th>
              <th scope="col">Count</th>
            </tr>
          </thead>
          <tbody>
            {worked.fished.map((f, i) => (
              <tr key={f.from + f.spot}>
                <td>
                  {clock(f.from)}
                  {f.spot !== worked.fished[i - 1]?.spot && <small> {sky.spots[f.spot]?.name}</small>}
                </td>
                <th scope="row">
                  {f.mass > 0 ? show("mass", f.mass) : "nothing holds"}
                  {f.down && <small> rod down</small>}
                </th>
                <td>{f.high > 0 ? range(f.low, f.high) : ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p>Take {worked.heads.map((h) => `${h.take} × ${show("mass", h.mass)}`).join(", ")}.</p>
      </div>
      <Back plan={plan} sky={sky} worked={worked} />
      <Files plan={plan} />
    </section>
  );
}

const range = (low: number, high: number) =>
  counted(low) === counted(high) ? `${counted(low)} s` : `${counted(low)} to ${counted(high)} s`;

/** The day to be kept: on paper, in a calendar, as a table. */
function Files({ plan }: { plan: DayPlan }) {
  const { units } = useUnits();
  const say = useSay();
  const keep = async (what: "calendar" | "table", name: string) => {
    try {
      const response = await fetch(`/api/days/${what}`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ plan, units }),
      });
      if (!response.ok) throw new Failure(await response.json());
      const link = document.createElement("a");
      link.href = URL.createObjectURL(await response.blob());
      link.download = name;
      link.click();
      window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
      say(`Saved as ${name}.`);
    } catch (failure) {
      say(failure instanceof Failure ? failure.message : "The server does not answer; try again.");
    }
  };
  return (
    <p className="day-files">
      <button type="button" onClick={() => window.print()}>
        Print the card
      </button>{" "}
      <button type="button" onClick={() => keep("calendar", `dunvel-${plan.date}.ics`)}>
        Save as calendar
      </button>{" "}
      <button type="button" onClick={() => keep("table", `dunvel-${plan.date}.csv`)}>
        Save as table
      </button>
    </p>
  );
}
