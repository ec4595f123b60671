import { useEffect, useState } from "react";
import type { Setup, Trial } from "../../api/client";
import { useKept, useUnits } from "../../parts/preferences";
import { useAsked } from "../../parts/useAsked";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";

const stillness = 600; // ms without a change before rules are tried

const signs: Record<Trial["verdict"], string> = {
  agrees: "=",
  "too light": "↓",
  "too heavy": "↑",
  "says nothing": "?",
  "no head does it": "×",
};

/** Own rules of thumb against the engine: where they agree, where not, and why. */
export function RulesCheck({ setup }: { setup: Setup }) {
  const { show, units } = useUnits();
  const [rules, setRules] = useKept("dunvel.rules", "to 3 m: 3.5 g; deeper or windy: 7 g");
  const [still, setStill] = useState<{ rules: string; setup: Setup }>();
  useEffect(() => {
    const timer = setTimeout(() => setStill({ rules, setup }), stillness);
    return () => clearTimeout(timer);
  }, [rules, setup]);
  const { data, error, isFetching, share } = useAsked<Trial[]>(
    "/rules",
    { ...still, units },
    still !== undefined,
    { keep: true },
  );
  const trials = error ? undefined : data;
  const agreed = trials?.filter((t) => t.verdict === "agrees").length ?? 0;
  return (
    <section className="rules" aria-label="Your rules of thumb">
      <h2>Your rules of thumb</h2>
      <label htmlFor="rules">
        When, a colon, and the head; one a line or with semicolons between. The heaviest that applies counts.
      </label>
      <textarea
        id="rules"
        rows={3}
        value={rules}
        spellCheck={false}
        aria-invalid={!!error}
        aria-describedby={error ? "rules-error" : undefined}
        onChange={(e) => setRules(e.target.value)}
      />
      {error && (
        <p id="rules-error" className="row-error" role="alert">
          {error.message}
        </p>
      )}
      {isFetching && <Working share={share} label="How far the trying is" />}
      {trials && (
        <>
          <p aria-live="polite" aria-busy={isFetching}>
            <b>
              They agree in {agreed} of {trials.length}
            </b>{" "}
            waters with your line, bait and approach.
          </p>
          <Wide label="The rules tried, as a table">
            <table>
              <thead>
                <tr>
                  <th scope="col">Depth</th>
                  <th scope="col">Wind</th>
                  <th scope="col">Current</th>
                  <th scope="col">You</th>
                  <th scope="col">Engine</th>
                  <th scope="col">Why</th>
                </tr>
              </thead>
              <tbody>
                {trials.map((t) => (
                  <tr key={`${t.depth} ${t.wind} ${t.flow}`} data-verdict={t.verdict}>
                    <td>{show("depth", t.depth)}</td>
                    <td>{show("wind", t.wind)}</td>
                    <td>{show("speed", t.flow)}</td>
                    <td>{t.mass > 0 ? show("mass", t.mass) : "–"}</td>
                    <td>{t.pick > 0 ? show("mass", t.pick) : "none"}</td>
                    <td>
                      <b>
                        {signs[t.verdict]} {t.verdict}
                      </b>{" "}
                      {t.words}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Wide>
        </>
      )}
    </section>
  );
}
