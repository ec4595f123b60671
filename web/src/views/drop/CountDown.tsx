import type { Setup } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { Wide } from "../../parts/Wide";
import { useCard } from "../../setup/useCard";
import { counted } from "../../units/numbers";

/** What to count to for every depth and head; small enough for a phone, and to be printed. */
export function CountDown({ setup }: { setup: Setup }) {
  const { data: card, error } = useCard(setup);
  const { show, shown } = useUnits();
  if (error) return <p role="alert">{error.message}</p>;
  if (!card) return <p aria-busy="true">Working it out…</p>;
  const there = card.heads.filter((h) => h.counts.some((c) => c.time > 0));
  const bed = card.depths.length - 1;
  return (
    <section className="card" aria-label="Count-down card">
      <h2>
        Count for the {setup.bait.form}, {show("size", setup.bait.length)}
      </h2>
      <p className="aside">
        Seconds from the splash, cast {show("depth", setup.cast.distance)}
        {setup.flow.speed > 0 && `, current ${show("speed", setup.flow.speed)}`}.{" "}
        {card.words || "Its drag was not measured: time a few drops."} Small: 8 in 10 of them.
      </p>
      <Wide label="The counts, as a table">
        <table>
          <thead>
            <tr>
              <th scope="col">
                {shown("depth", 1).unit} \ {shown("mass", 0).unit}
              </th>
              {there.map((h) => (
                <th key={h.mass} scope="col">
                  {shown("mass", h.mass).number}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="card-hand">
              <th scope="row">held</th>
              {there.map((h) => (
                <td key={h.mass}>{heldAs(h, setup)}</td>
              ))}
            </tr>
            {card.depths.map((d, i) => (
              <tr key={d}>
                <th scope="row">
                  {shown("depth", d).number}
                  {i === bed && " bed"}
                </th>
                {there.map((h) => {
                  const c = h.counts[i];
                  return (
                    <td key={h.mass}>
                      {c && c.time > 0 ? (
                        <>
                          {counted(c.time)}
                          {i === bed && c.low > 0 && c.high > 0 && (
                            <small>
                              {counted(c.low)}–{counted(c.high)}
                            </small>
                          )}
                        </>
                      ) : (
                        "–"
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
      <button type="button" className="card-print" onClick={() => window.print()}>
        Print it
      </button>
    </section>
  );
}

/** How a head is held on the fall, in the room of a cell. */
function heldAs(head: { line: string; tip: number }, setup: Setup): string {
  const line = { "bail open": "open", "fed under a finger": "finger" }[head.line] ?? "closed";
  return head.tip < setup.rod.tipHeight - 0.01 ? `${line}, rod down` : line;
}
