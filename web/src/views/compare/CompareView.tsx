import type { Compared, SavedSetup, Setup } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { useUnits } from "../../parts/preferences";
import { Term } from "../../parts/Term";
import { useAsked } from "../../parts/useAsked";
import { View } from "../../parts/View";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";
import { Beside, scaleOf } from "../../section/Beside";
import { Sits } from "../../section/Sits";
import { SaveBar } from "../../setup/SaveBar";
import { useAddressText, useSetup } from "../../setup/useSetup";
import { useSetups } from "../../setup/useSetups";
import { odds } from "../../units/odds";
import "./compare.css";
import { counted, percent } from "../../units/numbers";

const most = 3; // outfits beside the first

/** Two to four outfits in the same water, each told from the first. */
export default function CompareView() {
  const { variants } = useDefinitions();
  const { units, show } = useUnits();
  const { setup, replace } = useSetup();
  const { data: saved } = useSetups();
  const [text = "thin", setText] = useAddressText("with");
  const [at = "", setAt] = useAddressText("at");
  const weight = setup.heads.find((mass) => String(mass) === at);
  const chosen = text.split(",").filter(Boolean);
  const toggle = (key: string) =>
    setText(
      (chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key].slice(-most)).join(","),
    );
  const against = chosen.map((key) => ofKey(key, saved)).filter((o) => o !== undefined);
  const { data, error, isPlaceholderData, share } = useAsked<Compared[]>(
    "/comparisons",
    { setup: weight === undefined ? setup : { ...setup, heads: [weight] }, against, units },
    against.length > 0,
    { keep: true },
  );
  const compared = against.length > 0 && !error ? data : undefined;

  return (
    <View title="Compare" bar={<SaveBar setup={setup} onOpen={replace} />} className="page compare">
      <h1>Compare</h1>
      <fieldset className="words compare-with">
        <legend>Your outfit in {show("depth", setup.water.depth)} of water against, up to three of</legend>
        {variants.map((v) => (
          <button
            key={v.key}
            type="button"
            aria-pressed={chosen.includes(v.key)}
            onClick={() => toggle(v.key)}
          >
            {v.name}
          </button>
        ))}
        <select
          aria-label="The tackle of a kept setup"
          value=""
          onChange={(e) => e.target.value && toggle(e.target.value)}
        >
          <option value="">the tackle of…</option>
          {saved?.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </select>
      </fieldset>
      <label className="compare-at">
        Each with{" "}
        <select value={weight === undefined ? "" : at} onChange={(e) => setAt(e.target.value)}>
          <option value="">the weight that it needs</option>
          {setup.heads.map((mass) => (
            <option key={mass} value={mass}>
              {show("mass", mass)}
            </option>
          ))}
        </select>
      </label>
      {error && <p role="alert">{error.message}</p>}
      {against.length === 0 && <p>Choose something to compare with.</p>}
      {!compared && against.length > 0 && !error && (
        <p aria-busy="true">
          Working it out… <Working share={share} label="How far the comparison is" />
        </p>
      )}
      {compared && (
        <Table setup={setup} compared={compared} stale={isPlaceholderData} keys={chosen} onDrop={toggle} />
      )}
    </View>
  );
}

/** What is compared with, by its key: a variant, or the number of a kept setup. */
function ofKey(key: string, saved: SavedSetup[] | undefined) {
  if (!/^\d+$/.test(key)) return { variant: key };
  const found = saved?.find((s) => String(s.id) === key);
  return found && { name: found.name, setup: found.setup };
}

function Table({
  setup,
  compared,
  stale,
  keys,
  onDrop,
}: {
  setup: Setup;
  compared: Compared[];
  stale: boolean;
  keys: string[];
  onDrop: (key: string) => void;
}) {
  const { show } = useUnits();
  const frame = scaleOf(setup, compared);
  const rows: [string, (c: Compared) => string, string?][] = [
    ["Outfit", (c) => c.outfit],
    ["At the least", (c) => (c.least > 0 ? show("mass", c.least) : "–")],
    ["How sure", (c) => odds(c.sure), "odds"],
    [
      "Count",
      (c) =>
        c.fall.time > 0
          ? `${counted(c.fall.time)} s (${counted(c.ranges.time.low)} to ${counted(c.ranges.time.high)})`
          : c.fall.outcome,
    ],
    ["Line out then", (c) => show("depth", c.fall.lineOut)],
    ["Contact margin", (c) => percent(c.contact.margin), "contact-margin"],
    ["Snags", (c) => `${Math.round(c.snags)} of 10`, "snag-index"],
    ["Casts an hour", (c) => (c.fall.castTime > 0 ? String(Math.floor(3600 / c.fall.castTime)) : "–")],
    ["The head costs", (c) => (c.cost > 0 ? String(c.cost) : "–")],
    ["Cue", (c) => c.cue],
  ];
  return (
    <Wide label="The comparison, as a table">
      <table data-stale={stale || undefined}>
        <thead>
          <tr>
            <td />
            {compared.map((c, i) => (
              <th key={c.name} scope="col">
                {c.name}
                {i > 0 && keys[i - 1] && (
                  <button
                    type="button"
                    aria-label={`Leave out ${c.name}`}
                    onClick={() => onDrop(keys[i - 1] ?? "")}
                  >
                    ×
                  </button>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr className="compare-pick">
            <th scope="row">Tie on</th>
            {compared.map((c) => (
              <td key={c.name}>{c.pick > 0 ? show("mass", c.pick) : "none does it"}</td>
            ))}
          </tr>
          <tr className="compare-words">
            <th scope="row">Against the first</th>
            {compared.map((c) => (
              <td key={c.name}>{c.words.join(" ") || "–"}</td>
            ))}
          </tr>
          <tr>
            <th scope="row">In the water</th>
            {compared.map((c) => (
              <td key={c.name}>
                <Beside setup={setup} compared={c} frame={frame} />
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">How it sits</th>
            {compared.map((c) => (
              <td key={c.name}>
                <Sits sits={c.sits} />
              </td>
            ))}
          </tr>
          {rows.map(([label, say, term]) => (
            <tr key={label}>
              <th scope="row">{term ? <Term of={term}>{label}</Term> : label}</th>
              {compared.map((c) => (
                <td key={c.name}>{say(c)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Wide>
  );
}
