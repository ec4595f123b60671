import type { Weight } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { atTime, onTheWall } from "../../parts/when";

/** The weight for now, to be read at arm's length, and what is to be done about it. */
export function Now({
  weight,
  old,
  onTie,
  onStay,
}: {
  weight: Weight | undefined;
  old: boolean;
  /** It was said that a head is on. */
  onTie: (mass: number) => void;
  onStay: () => void;
}) {
  const { show } = useUnits();
  if (!weight)
    return (
      <section className="boat-now" aria-label="The weight for now" aria-busy="true">
        <h2>Working it out…</h2>
      </section>
    );
  const { call, brief, hold, watch, answer } = weight;
  const away = call.kind === "under way" || call.kind === "trouble";
  const heads = answer?.heads.map((h) => h.mass) ?? [];
  const line = heads.length > 0 && (
    <select
      className="boat-line"
      aria-label="Another is on the line"
      value=""
      onChange={(e) => onTie(Number(e.target.value))}
    >
      <option value="" disabled>
        Another is on…
      </option>
      {heads.map((m) => (
        <option key={m} value={m}>
          {show("mass", m)}
        </option>
      ))}
    </select>
  );
  return (
    <section
      className="boat-now"
      aria-label="The weight for now"
      data-call={call.kind}
      data-old={old || undefined}
    >
      <h2 aria-live="polite">
        <b>
          {away
            ? call.mass > 0
              ? show("mass", call.mass)
              : "–"
            : brief.head === "none"
              ? "None does it"
              : brief.head}
        </b>{" "}
        {!away && brief.odds && <span>{brief.odds}</span>}
      </h2>
      {!away && brief.count && (
        <p className="boat-count">
          {brief.count} {brief.range && <small>({brief.range})</small>}
        </p>
      )}
      {!away && hold && <p className="boat-hold">{hold}</p>}
      <p className="boat-call" role="status">
        {call.words}
        {call.kind === "keep" && ` On since ${atTime(onTheWall(new Date(watch.told)))}.`}{" "}
        {call.kind !== "change" && call.kind !== "tie on" && line}
      </p>
      {(call.kind === "change" || call.kind === "tie on") && (
        <p className="boat-do">
          <button type="button" className="boat-tie" onClick={() => onTie(call.mass)}>
            {show("mass", call.mass)} is on
          </button>
          {call.kind === "change" ? (
            <button type="button" onClick={onStay}>
              Stay with {show("mass", call.from)}
            </button>
          ) : (
            line
          )}
        </p>
      )}
    </section>
  );
}
