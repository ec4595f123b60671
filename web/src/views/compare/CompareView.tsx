import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import type { Compared, SavedSetup, Setup } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { Choose } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Term } from "../../parts/Term";
import { useAsked } from "../../parts/useAsked";
import { useLeftOut } from "../../parts/useLeftOut";
import { View } from "../../parts/View";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";
import { Beside, dotsOf, scaleOf } from "../../section/Beside";
import { Sits } from "../../section/Sits";
import { SaveBar } from "../../setup/SaveBar";
import { useAddressText, useSetup } from "../../setup/useSetup";
import { useSetups } from "../../setup/useSetups";
import { counted, percent } from "../../units/numbers";
import { odds } from "../../units/odds";

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
  const wanted = text.split(",").filter(Boolean);
  const known = (key: string) =>
    variants.some((v) => v.key === key) ||
    (isKept(key) && saved?.some((s) => String(s.id) === key) !== false);
  const chosen = wanted.filter(known).slice(-most);
  useLeftOut(wanted.filter((key) => !chosen.includes(key)).map((key) => `with=${key}`));
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
    <View
      title="Compare"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      className="page compare"
      sx={[
        looks.page,
        {
          maxWidth: "none",
          "& svg": { display: "block", maxWidth: "100%", height: "auto" },
          "& td": { verticalAlign: "top", minWidth: "150px" },
          "& th": { verticalAlign: "top", minWidth: "150px" },
          [looks.thumb]: {
            "& td": { minWidth: "104px" },
            "& tbody th": { minWidth: "104px" },
            "& th .term": { display: "inline-flex", minHeight: 48, minWidth: 48 },
          },
        },
      ]}
    >
      <h1>Compare</h1>
      <Box
        component="fieldset"
        className="words"
        sx={[
          looks.words,
          {
            flexWrap: "wrap",
            border: 0,
            "& .MuiButton-root": { flex: "none", padding: "5px 12px" },
            "& legend": { padding: "0 0 6px" },
            [looks.printed]: { display: "none" },
          },
        ]}
      >
        <legend>Your outfit in {show("depth", setup.water.depth)} of water against, up to three of</legend>
        {variants.map((v) => (
          <Button
            variant="outlined"
            key={v.key}
            aria-pressed={chosen.includes(v.key)}
            onClick={() => toggle(v.key)}
          >
            {v.name}
          </Button>
        ))}
        <Choose
          boxed
          sx={{ width: "auto" }}
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
        </Choose>
      </Box>
      <Box
        component="p"
        className="compare-at"
        sx={{
          display: "block",
          margin: "8px 0",
        }}
      >
        <label htmlFor="compare-at">Each with</label>{" "}
        <Choose
          boxed
          sx={{ width: "auto" }}
          id="compare-at"
          value={weight === undefined ? "" : at}
          onChange={(e) => setAt(e.target.value)}
        >
          <option value="">the weight that it needs</option>
          {setup.heads.map((mass) => (
            <option key={mass} value={mass}>
              {show("mass", mass)}
            </option>
          ))}
        </Choose>
      </Box>
      {error && <p role="alert">{error.message}</p>}
      {against.length === 0 && <p>Choose something to compare with.</p>}
      {!compared && against.length > 0 && !error && (
        <p aria-busy="true">
          Working it out… <Working share={share} label="How far the comparison is" />
        </p>
      )}
      {compared && (
        <InNumbers
          setup={setup}
          compared={compared}
          stale={isPlaceholderData}
          keys={chosen}
          onDrop={toggle}
        />
      )}
    </View>
  );
}

/** Whether what is compared with is the tackle of a kept setup. */
const isKept = (key: string) => /^\d+$/.test(key);

/** What is compared with, by its key: a variant, or the number of a kept setup. */
function ofKey(key: string, saved: SavedSetup[] | undefined) {
  if (!isKept(key)) return { variant: key };
  const found = saved?.find((s) => String(s.id) === key);
  return found && { name: found.name, setup: found.setup };
}

function InNumbers({
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
  const dots = dotsOf(setup, compared, frame);
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
      <Table size="small" data-stale={stale || undefined}>
        <TableHead>
          <TableRow>
            <TableCell component="td" />
            {compared.map((c, i) => (
              <TableCell component="th" key={c.name} scope="col">
                {c.name}
                {i > 0 && keys[i - 1] && (
                  <Button
                    variant="outlined"
                    sx={{ ml: 1 }}
                    aria-label={`Leave out ${c.name}`}
                    onClick={() => onDrop(keys[i - 1] ?? "")}
                  >
                    ×
                  </Button>
                )}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          <TableRow className="compare-pick" sx={{ "& td": { fontSize: "1.375rem", fontWeight: 650 } }}>
            <TableCell component="th" scope="row">
              Tie on
            </TableCell>
            {compared.map((c) => (
              <TableCell key={c.name}>{c.pick > 0 ? show("mass", c.pick) : "none does it"}</TableCell>
            ))}
          </TableRow>
          <TableRow className="compare-words" sx={{ "& td": { fontWeight: 650 } }}>
            <TableCell component="th" scope="row">
              Against the first
            </TableCell>
            {compared.map((c) => (
              <TableCell key={c.name}>{c.words.join(" ") || "–"}</TableCell>
            ))}
          </TableRow>
          <TableRow>
            <TableCell component="th" scope="row">
              In the water
            </TableCell>
            {compared.map((c) => (
              <TableCell key={c.name}>
                <Beside setup={setup} compared={c} frame={frame} dots={dots} />
              </TableCell>
            ))}
          </TableRow>
          <TableRow>
            <TableCell component="th" scope="row">
              How it sits
            </TableCell>
            {compared.map((c) => (
              <TableCell key={c.name}>
                <Sits sits={c.sits} />
              </TableCell>
            ))}
          </TableRow>
          {rows.map(([label, say, term]) => (
            <TableRow key={label}>
              <TableCell component="th" scope="row">
                {term ? <Term of={term}>{label}</Term> : label}
              </TableCell>
              {compared.map((c) => (
                <TableCell key={c.name}>{say(c)}</TableCell>
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Wide>
  );
}
