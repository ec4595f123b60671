import type { Answer, Setup } from "../../api/client";
import { VerdictMark } from "../../parts/Mark";
import { useUnits } from "../../parts/preferences";
import { Term } from "../../parts/Term";
import { Wide } from "../../parts/Wide";
import { approachOf } from "../../section/kinds";
import { counted, percent } from "../../units/numbers";

/** The ladder as a table: for screen readers, copying and printing. */
export default function HeadTable({ answer, setup }: { answer: Answer; setup: Setup }) {
  const { show, shown } = useUnits();
  const unit = shown("depth", 1).unit;
  const metre = unit === "m" ? 1 : 0.3048;
  const { swims, hovers, lifts } = approachOf(setup);
  const hooked = answer.heads.some((h) => h.hook);
  const boxed = answer.heads.some((h) => h.owned > 0);
  const thrown = answer.heads.some((h) => h.reach > 0);
  const range = (r: { low: number; high: number }, say: (v: number) => string) =>
    `${say(r.low)} to ${say(r.high)}`;
  return (
    <Wide label="The heads, as a table">
      <table>
        <thead>
          <tr>
            <th scope="col">Head</th>
            <th scope="col">Verdict</th>
            <th scope="col">
              <Term of="odds">How sure</Term>
            </th>
            {hooked && <th scope="col">Hook</th>}
            {boxed && <th scope="col">In the box</th>}
            <th scope="col">
              <Term of="net-weight">Weight in water</Term>
            </th>
            <th scope="col">Held</th>
            <th scope="col">Falls (s per {unit})</th>
            <th scope="col">{answer.onBed ? "Time to the bed" : "Time to the target"}</th>
            <th scope="col">Line out then</th>
            <th scope="col">
              <Term of="run-out">Runs off at, then</Term>
            </th>
            <th scope="col">Pull at the tip</th>
            <th scope="col">
              <Term of="bow">Bow</Term>
            </th>
            {hovers && <th scope="col">Stays in the band</th>}
            {hovers && <th scope="col">Sinks on to</th>}
            {hovers && <th scope="col">Taken up at</th>}
            {lifts && <th scope="col">Back from a lift</th>}
            {swims && (
              <th scope="col">
                <Term of="band">In the band</Term>
              </th>
            )}
            {swims && <th scope="col">{answer.onBed ? "Height" : "Depth"} on average</th>}
            {swims && <th scope="col">Swims right reeled at (turns a second)</th>}
            <th scope="col">
              <Term of="felt">Pulls, is told at</Term>
            </th>
            <th scope="col">
              <Term of="contact-margin">Contact margin</Term>
            </th>
            <th scope="col">
              <Term of="lift-off">Lifts off at</Term>
            </th>
            <th scope="col">
              <Term of="snag-index">Snags (of 10)</Term>
            </th>
            {thrown && <th scope="col">Flies</th>}
          </tr>
        </thead>
        <tbody>
          {answer.heads.map((h, i) => {
            const falls = h.fall.outcome === "reached";
            if (h.verdict === "open")
              return (
                <tr key={h.mass}>
                  <th scope="row">{show("mass", h.mass)}</th>
                  <td>not judged yet</td>
                </tr>
              );
            return (
              <tr key={h.mass} className={i === answer.pick ? "picked" : undefined}>
                <th scope="row">{show("mass", h.mass)}</th>
                <td>
                  <VerdictMark verdict={h.verdict} /> {h.reason}
                </td>
                <td>{percent(h.sure)}</td>
                {hooked && <td>{h.hook}</td>}
                {boxed && <td>{h.owned || "–"}</td>}
                <td>{show("mass", h.weightInWater / 9.80665)}</td>
                <td>{`${h.handling.down ? "rod down, " : ""}${h.handling.line}`}</td>
                <td>{falls ? (metre / h.fall.speed).toFixed(2) : "–"}</td>
                <td>
                  {falls ? `${counted(h.fall.time)} s, ${range(h.ranges.time, counted)}` : h.fall.outcome}
                </td>
                <td>{falls ? show("depth", h.fall.lineOut) : "–"}</td>
                <td>
                  {falls ? `${show("speed", h.fall.runOut)}, ${show("speed", h.fall.runOutAfter)}` : "–"}
                </td>
                <td>{falls ? show("force", h.fall.tension) : "–"}</td>
                <td>{falls ? percent(h.fall.bow) : "–"}</td>
                {hovers && <td>{falls ? `${h.hover.stays.toFixed(1)} s` : "–"}</td>}
                {hovers && <td>{falls ? show("depth", h.hover.deepest) : "–"}</td>}
                {hovers && <td>{falls ? show("speed", h.hover.takeUp) : "–"}</td>}
                {lifts && <td>{h.back > 0 ? `${h.back.toFixed(1)} s` : "–"}</td>}
                {swims && <td>{percent(h.swim.inBand)}</td>}
                {swims && <td>{show("depth", h.swim.height)}</td>}
                {swims && (
                  <td>{falls ? `${show("speed", h.swim.reel)} (${h.swim.turns.toFixed(1)})` : "–"}</td>
                )}
                <td>
                  {h.feel.told > 0 ? `${show("force", h.feel.pull)}, ${show("force", h.feel.told)}` : "–"}
                </td>
                <td>{falls ? `${percent(h.contact.margin)}, ${range(h.ranges.margin, percent)}` : "–"}</td>
                <td>
                  {falls && h.contact.liftOff > 0
                    ? h.contact.liftOff >= 3
                      ? "never"
                      : show("speed", h.contact.liftOff)
                    : "–"}
                </td>
                <td>{answer.onBed && falls ? Math.round(h.snags) : "–"}</td>
                {thrown && <td>{h.reach > 0 ? show("depth", h.reach) : "–"}</td>}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Wide>
  );
}
