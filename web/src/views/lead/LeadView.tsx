import { Link } from "react-router";
import { Failure, type Fish, type Lead } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { View } from "../../parts/View";
import { Wide } from "../../parts/Wide";
import { DirectionField } from "../../setup/DirectionField";
import { NumberField } from "../../setup/NumberField";
import { SaveBar } from "../../setup/SaveBar";
import { useSetup } from "../../setup/useSetup";
import { Above, Aside } from "./Pictures";
import { useFish, useLead } from "./useLead";
import "./lead.css";

/** Fish that are seen: where to let a bait land and when, and with which head. */
export default function LeadView() {
  const { setup, replace } = useSetup();
  const [fish, setFish] = useFish(setup);
  const { data: lead, error, isOld, refetch } = useLead(setup, fish);
  const errors = error instanceof Failure ? error.fields : {};
  const others = Object.entries(errors).filter(([field]) => !field.startsWith("fish."));
  const old = isOld;
  const number = (key: keyof Fish) => (
    <NumberField
      path={`fish.${key}`}
      value={fish[key]}
      error={errors[`fish.${key}`]}
      onChange={(v) => setFish({ [key]: v })}
    />
  );
  const pictures = { setup, fish, lead, old, onFish: setFish };
  return (
    <View title="Lead" bar={<SaveBar setup={setup} onOpen={replace} />} className="page lead acts">
      <h1>Lead the fish</h1>
      <section className="lead-answer" aria-label="Answer" aria-busy={!lead} data-old={old || undefined}>
        {error && (
          <p className="row-error" role="alert">
            {others.map(([, words]) => words).join(" ") ||
              (Object.keys(errors).length > 0 ? Object.values(errors).join(" ") : error.message)}{" "}
            {Object.keys(errors).length === 0 && (
              <button type="button" className="link" onClick={() => refetch()}>
                Try again
              </button>
            )}
          </p>
        )}
        <h2 aria-live="polite">{lead?.sentence ?? (error ? "" : "Working it out…")}</h2>
        {lead?.words.map((w) => (
          <p key={w}>{w}</p>
        ))}
      </section>
      <div className="lead-parts">
        <section aria-label="The fish">
          {number("distance")}
          <DirectionField
            path="fish.bearing"
            value={fish.bearing}
            onChange={(v) => setFish({ bearing: v })}
          />
          {number("depth")}
          <DirectionField path="fish.way" value={fish.way} onChange={(v) => setFish({ way: v })} />
          {number("speed")}
          {number("sight")}
          <p className="aside">
            A tap in a picture says where they are. Directions are against the cast of the setup; its water,
            wind, boat and tackle are those of <Link to={`/${window.location.search}`}>Work out</Link>.
          </p>
        </section>
        <Above {...pictures} />
        <Aside {...pictures} />
      </div>
      {lead && <Heads lead={lead} />}
    </View>
  );
}

/** What each head does. */
function Heads({ lead }: { lead: Lead }) {
  const { show } = useUnits();
  const { shown } = useUnits();
  const seconds = (s: number) => `${shown("time", s).number} s`;
  return (
    <Wide label="Each head, as a table">
      <table className="lead-heads">
        <caption>Each head, cast as soon as it can be</caption>
        <thead>
          <tr>
            <th scope="col">Head</th>
            <th scope="col">Lands after</th>
            <th scope="col">Out</th>
            <th scope="col">Down to them</th>
            <th scope="col">Before them</th>
            <th scope="col">Seen for</th>
            <th scope="col">Chance</th>
          </tr>
        </thead>
        <tbody>
          {lead.heads.map((h, i) => (
            <tr key={h.mass} aria-current={i === lead.pick || undefined}>
              <th scope="row">{show("mass", h.mass)}</th>
              {h.why ? (
                <td colSpan={6}>{h.why}</td>
              ) : (
                <>
                  <td>{seconds(h.land)}</td>
                  <td>{show("depth", Math.round(h.distance * 10) / 10)}</td>
                  <td>{seconds(h.down)}</td>
                  <td>{seconds(h.before)}</td>
                  <td>{seconds(h.sees)}</td>
                  <td>{h.odds}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </Wide>
  );
}
