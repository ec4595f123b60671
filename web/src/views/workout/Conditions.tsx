import { Checkbox } from "@mui/material";
import type { ReactNode } from "react";
import type { Answer, Setup } from "../../api/client";
import { useDefinitions } from "../../app/definitions";
import { useUnits } from "../../app/preferences";
import { ChoiceField } from "../../parts/ChoiceField";
import { DirectionField } from "../../parts/DirectionField";
import { NumberField } from "../../parts/NumberField";
import { at } from "../../parts/path";
import { fieldId, Row } from "../../parts/Row";
import { HeadsField } from "./HeadsField";

interface Props {
  setup: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  onChange: (changes: Record<string, unknown>) => void;
}

/** Everything that is given, in the order in which it is read on the water. */
export function Conditions({ setup, answer, errors, onChange }: Props) {
  const { show } = useUnits();
  const number = (path: string, material?: { of: string; key: string }) => (
    <NumberField
      path={path}
      value={at(setup, path) as number}
      error={errors[path]}
      material={material?.of}
      estimated={material && (at(setup, material.key) as boolean)}
      onChange={(value, estimated) =>
        onChange({ [path]: value, ...(material ? { [material.key]: estimated } : {}) })
      }
    />
  );
  const choice = (path: string, labels?: Record<string, string>) => (
    <ChoiceField
      path={path}
      value={at(setup, path) as string}
      error={errors[path]}
      labels={labels}
      onChange={(value) => onChange({ [path]: value })}
    />
  );
  const direction = (path: string) => (
    <DirectionField
      path={path}
      value={at(setup, path) as number}
      onChange={(value) => onChange({ [path]: value })}
    />
  );
  const drifts = !["bank", "anchored"].includes(setup.boat.kind);
  const drift = answer && Math.hypot(answer.drift.x, answer.drift.y);
  return (
    <section className="conditions" aria-label="Conditions">
      <Group title="Water">
        {number("water.depth")}
        {setup.cast.distance > 0 && number("water.splashDepth")}
        {choice("water.bed")}
        {choice("water.salinity")}
        {number("water.temperature")}
      </Group>
      <Group title="Current, wind and boat">
        {number("flow.speed")}
        <Words path="flow.speed" value={setup.flow.speed} onChange={onChange} />
        {setup.flow.speed > 0 && direction("flow.direction")}
        {setup.flow.speed > 0 && number("flow.nearBed")}
        {number("wind.speed")}
        <Words path="wind.speed" value={setup.wind.speed} onChange={onChange} />
        {setup.wind.speed > 0 && direction("wind.direction")}
        {choice("boat.kind", {
          bank: "bank or pier",
          anchored: "boat, held",
          skiff: "open skiff, drifting",
          kayak: "kayak, drifting",
          drogue: "boat on a drogue",
        })}
        {drifts && (
          <Check
            id="boat-measured"
            label="Drift measured"
            checked={setup.boat.measured}
            onChange={(on) => onChange({ "boat.measured": on })}
          />
        )}
        {drifts && setup.boat.measured && number("boat.speed")}
        {drifts && setup.boat.measured && direction("boat.direction")}
        {drifts && !setup.boat.measured && drift !== undefined && (
          <p className="row-hint">Drifts at {show("speed", drift)}, estimated from current and wind.</p>
        )}
        {number("swell.height")}
        {setup.swell.height > 0 && number("swell.period")}
      </Group>
      <Group title="Line and leader">
        {choice("line.material")}
        {number("line.diameter", { of: setup.line.material, key: "line.estimated" })}
        {number("leader.length")}
        {setup.leader.length > 0 && choice("leader.material")}
        {setup.leader.length > 0 &&
          number("leader.diameter", { of: setup.leader.material, key: "leader.estimated" })}
      </Group>
      <Group title="Bait">
        {choice("bait.form")}
        {number("bait.length")}
        {choice("bait.body")}
        {number("bait.weighed")}
      </Group>
      <Group title="Heads">
        {choice("head.shape")}
        {choice("head.material")}
        {choice("head.hook")}
        {choice("head.wire")}
        <Check
          id="head-skirt"
          label="Skirt or feathers"
          checked={setup.head.skirt}
          onChange={(on) => onChange({ "head.skirt": on })}
        />
        <Check
          id="head-weighed"
          label="Weighed with the hook"
          checked={setup.head.weighed}
          onChange={(on) => onChange({ "head.weighed": on })}
        />
        <HeadsField heads={setup.heads} error={errors.heads} onChange={(heads) => onChange({ heads })} />
      </Group>
      <Group title="Cast and approach">
        {number("cast.distance")}
        {number("target.depth")}
        {choice("approach.kind")}
        {setup.approach.kind === "swim" && number("approach.speed")}
        {setup.approach.kind === "swim" && number("approach.bandLow")}
        {setup.approach.kind === "swim" && number("approach.bandHigh")}
        {setup.approach.kind === "lift and drop" && number("approach.lift")}
        {setup.approach.kind === "lift and drop" && number("approach.backLeast")}
        {setup.approach.kind === "lift and drop" && number("approach.backMost")}
        {setup.approach.kind === "hover" && number("target.band")}
        {setup.approach.kind === "hover" && setup.cast.distance > 0 && number("approach.takeUp")}
        {setup.approach.kind !== "swim" && number("approach.wait")}
        {setup.approach.kind === "slow fall" && number("approach.ceiling")}
        {setup.approach.kind !== "swim" && choice("approach.leaning")}
        {setup.cast.distance > 0 && !["swim", "hover"].includes(setup.approach.kind) && number("cast.drag")}
        {number("rod.tipHeight")}
        {choice("rod.spool")}
        {number("rod.lineOnSpool")}
        {number("rod.least")}
        {number("rod.most")}
      </Group>
      <p className="row-hint">
        Every field takes any unit: 60 ft, 3/8 oz, 0.8 kn, PE 1, 12 lb. <a href="/api/docs">For programs</a>
      </p>
    </section>
  );
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <details className="group" open>
      <summary>{title}</summary>
      {children}
    </details>
  );
}

function Check({
  id,
  label,
  checked,
  onChange,
}: {
  id: string;
  label: string;
  checked: boolean;
  onChange: (on: boolean) => void;
}) {
  return (
    <Row id={id} label={label}>
      <Checkbox id={id} size="small" checked={checked} onChange={(e) => onChange(e.target.checked)} />
    </Row>
  );
}

/** Words for a speed, for those with no instrument. */
function Words({ path, value, onChange }: { path: string; value: number; onChange: Props["onChange"] }) {
  const { words } = useDefinitions();
  return (
    <fieldset className="words" aria-labelledby={fieldId(path)}>
      {words
        .filter((w) => w.field === path)
        .map((w) => (
          <button
            key={w.word}
            type="button"
            aria-pressed={w.value === value}
            onClick={() => onChange({ [path]: w.value })}
          >
            {w.word}
          </button>
        ))}
    </fieldset>
  );
}
