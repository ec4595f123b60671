import { useUnits } from "../../parts/preferences";
import { Wide } from "../../parts/Wide";
import { odds } from "../../units/odds";
import { useTruth } from "./useDropTests";

/** Times on the water against what was expected, and what would explain the difference. */
export function Truth() {
  const { data, error } = useTruth();
  const { show } = useUnits();
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <p aria-busy="true">Working it out…</p>;
  const lines = data.cases.some((c) => c.lineOut > 0);
  return (
    <div className="truth">
      <p className="droptest-words">{data.words}</p>
      <p className="aside">
        From all kept tests “on the water”. Where the line out at the touch was counted too, it tells the
        current from the bait.
      </p>
      {data.cases.length > 0 && (
        <Wide label="The times, as a table">
          <table>
            <thead>
              <tr>
                <th scope="col">Head</th>
                <th scope="col">Depth</th>
                <th scope="col">Measured</th>
                <th scope="col">Expected</th>
                {lines && <th scope="col">Line out</th>}
                {lines && <th scope="col">Expected</th>}
              </tr>
            </thead>
            <tbody>
              {data.cases.map((c, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cases have no other name
                <tr key={i}>
                  <th scope="row">{show("mass", c.mass)}</th>
                  <td>{show("depth", c.depth)}</td>
                  <td>{c.measured.toFixed(1)} s</td>
                  <td>
                    {c.expected.toFixed(1)} s ({c.low.toFixed(1)} to {c.high.toFixed(1)})
                  </td>
                  {lines && <td>{c.lineOut > 0 ? show("depth", c.lineOut) : "–"}</td>}
                  {lines && <td>{c.lineOut > 0 ? show("depth", c.lineExpected) : "–"}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        </Wide>
      )}
      {data.causes.length > 0 && (
        <>
          <h2>What would explain it</h2>
          <ol className="causes">
            {data.causes.map((c) => (
              <li key={c.name}>
                <span className="causes-bar" style={{ width: `${Math.round(c.sure * 160)}px` }} />
                {c.name}
                {c.factor !== 1 && `, ${c.factor.toFixed(2)} times`}: {odds(c.sure)}
              </li>
            ))}
          </ol>
        </>
      )}
    </div>
  );
}
