import { useUnits } from "../../parts/preferences";
import type { Worked } from "./useDay";

/** Which heads go on the rods, and how many to take of each. */
export function Rods({ worked }: { worked: Worked }) {
  const { show } = useUnits();
  const { heads, missing } = worked;
  return (
    <section aria-label="What to take">
      <h2>What to take</h2>
      {heads.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">Rod</th>
              <th scope="col">Head</th>
              <th scope="col">Fished</th>
              <th scope="col">Take</th>
              <th scope="col">In the box</th>
            </tr>
          </thead>
          <tbody>
            {heads.map((h, i) => (
              <tr key={h.mass}>
                <td>{i + 1}</td>
                <th scope="row">{show("mass", h.mass)}</th>
                <td>{h.hours.toFixed(1)} h</td>
                <td>
                  {h.take} <small>({h.lost.toFixed(1)} lost on average)</small>
                </td>
                <td>{h.owned >= h.take ? h.owned : `${h.owned}, ${h.take - h.owned} short`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {missing.length > 0 && (
        <p>Not in the box, and the best at some time: {missing.map((m) => show("mass", m)).join(", ")}.</p>
      )}
      <p className="note">
        All sets of heads that are in the box are tried: those that do it for most of the time, then those
        that are changed least. Taken are as many as are enough 9 days in 10, by the snag index and the casts
        there are time for.
      </p>
    </section>
  );
}
