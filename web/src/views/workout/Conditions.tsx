import { Checkbox } from "@mui/material";
import type { ReactNode } from "react";
import type { Answer, Change, Setup } from "../../api/client";
import { useDefinitions } from "../../app/definitions";
import { useUnits } from "../../app/preferences";
import { ChoiceField } from "../../parts/ChoiceField";
import { DirectionField } from "../../parts/DirectionField";
import { NumberField } from "../../parts/NumberField";
import { at } from "../../parts/path";
import { fieldId, Row } from "../../parts/Row";
import { Slide } from "../../parts/Slide";
import { rigOf } from "../../section/rigs";
import { HeadsField } from "./HeadsField";
import { LureEditor } from "./LureEditor";
import { RigEditor } from "./RigEditor";

interface Props {
  setup: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  /** What would change the answer, for the marks on the slides. */
  changes: Change[] | undefined;
  onChange: (changes: Record<string, unknown>) => void;
}

/** Everything that is given, in the order in which it is read on the water. */
export function Conditions({ setup, answer, errors, changes, onChange }: Props) {
  const { show } = useUnits();
  const number = (path: string, material?: { of: string; key: string }, label?: string) => (
    <NumberField
      path={path}
      label={label}
      value={at(setup, path) as number}
      error={errors[path]}
      material={material?.of}
      estimated={material && (at(setup, material.key) as boolean)}
      onChange={(value, estimated) =>
        onChange({ [path]: value, ...(material ? { [material.key]: estimated } : {}) })
      }
    />
  );
  const slide = (path: string, atLeast: number) => (
    <Slide
      path={path}
      value={at(setup, path) as number}
      atLeast={atLeast}
      marks={changes?.filter((c) => c.field === path) ?? []}
      onChange={(value) => onChange({ [path]: value })}
    />
  );
  const check = (path: string, label: string) => (
    <Check
      id={path.replace(".", "-")}
      label={label}
      checked={at(setup, path) as boolean}
      onChange={(on) => onChange({ [path]: on })}
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
  const swims = setup.approach.kind === "swim";
  const { floats } = rigOf(setup);
  const offBed = setup.target.depth > 0 || setup.target.height > 0;
  const drift = answer && Math.hypot(answer.drift.x, answer.drift.y);
  return (
    <section className="conditions" aria-label="Conditions">
      <Group title="Water">
        {number("water.depth")}
        {slide("water.depth", 10)}
        {setup.cast.distance > 0 && number("water.splashDepth")}
        {choice("water.bed")}
        {choice("water.salinity")}
        {number("water.temperature")}
      </Group>
      <Group title="Current, wind and boat">
        {number("flow.speed")}
        {slide("flow.speed", 1)}
        <Words path="flow" value={setup.flow.speed} onChange={onChange} />
        {setup.flow.speed > 0 && direction("flow.direction")}
        {setup.flow.speed > 0 && choice("flow.source")}
        {setup.flow.spread > 0 && number("flow.spread")}
        {setup.flow.speed > 0 && number("flow.nearBed")}
        {check("other.asked", "It comes and goes")}
        {setup.other.asked && number("other.speed")}
        {setup.other.asked && setup.other.speed > 0 && direction("other.direction")}
        {number("wind.speed")}
        {slide("wind.speed", 12)}
        <Words path="wind" value={setup.wind.speed} onChange={onChange} />
        {setup.wind.speed > 0 && direction("wind.direction")}
        {setup.wind.speed > 0 && choice("wind.source")}
        {choice("boat.kind", {
          bank: "bank or pier",
          anchored: "boat, held",
          skiff: "open skiff, drifting",
          kayak: "kayak, drifting",
          drogue: "boat on a drogue",
        })}
        {drifts && check("boat.measured", "Drift measured")}
        {drifts && setup.boat.measured && number("boat.speed")}
        {drifts && setup.boat.measured && slide("boat.speed", 1)}
        {drifts && setup.boat.measured && direction("boat.direction")}
        {drifts && setup.boat.measured && setup.boat.spread > 0 && number("boat.spread")}
        {drifts && !setup.boat.measured && drift !== undefined && (
          <p className="row-hint">Drifts at {show("speed", drift)}, estimated from current and wind.</p>
        )}
        {number("swell.height")}
        {setup.swell.height > 0 && number("swell.period")}
        {setup.swell.height > 0 && number("swell.direction")}
      </Group>
      <Group title="Line and leader">
        {choice("line.material")}
        {number("line.diameter", { of: setup.line.material, key: "line.estimated" })}
        {slide("line.diameter", 0.4e-3)}
        {check("line.measured", "Measured with a gauge")}
        {number("line.strength")}
        {number("leader.length")}
        {setup.leader.length > 0 && choice("leader.material")}
        {setup.leader.length > 0 &&
          number("leader.diameter", { of: setup.leader.material, key: "leader.estimated" })}
        {setup.leader.length > 0 && slide("leader.diameter", 0.6e-3)}
        {setup.leader.length > 0 && number("leader.strength")}
        {setup.leader.length > 0 && check("leader.loop", "Loop tied in the leader")}
      </Group>
      <Group title="Bait">
        {choice("bait.form")}
        {number("bait.length")}
        {slide("bait.length", 0.15)}
        {choice("bait.body")}
        {number("bait.weighed")}
        {number("bait.trimmed")}
        {setup.bait.trimmed > 0 && check("bait.noTail", "Its tail is off")}
        {number("bait.drag", undefined, "Drag, over its form's")}
        {setup.bait.drag > 0 && number("bait.dragSpread")}
      </Group>
      <Group title="Heads">
        {choice("head.shape")}
        {choice("head.material")}
        {choice("head.hook")}
        {choice("head.wire")}
        {check("head.skirt", "Skirt or feathers")}
        {check("head.weighed", "Weighed with the hook")}
        <HeadsField
          heads={setup.heads}
          like={setup.head}
          error={errors.heads}
          onChange={(heads) => onChange({ heads })}
        />
      </Group>
      <Group title="Rig">
        {choice("rig.kind")}
        {setup.rig.kind === "single head" ? (
          <LureEditor setup={setup} onLength={(metres) => onChange({ "bait.length": metres })} />
        ) : (
          <RigEditor setup={setup} onGap={(metres) => onChange({ "rig.gap": metres })} />
        )}
        {setup.rig.kind !== "single head" && number("rig.gap", undefined, floats ? "Stop at" : undefined)}
        {setup.rig.kind === "two heads" && number("rig.second", undefined, "Upper head")}
        {floats && number("rig.second", undefined, "Float carries")}
        {number("rig.wire")}
        {check("rig.blade", "Blade under the head")}
        {check("rig.stinger", "Stinger hook")}
      </Group>
      <Group title="Cast and approach">
        {number("cast.distance")}
        {setup.cast.distance > 0 && slide("cast.distance", 30)}
        {setup.cast.distance > 0 && check("cast.sighted", "To fish that are seen")}
        {setup.cast.distance > 0 && setup.cast.sighted && number("cast.splashMost")}
        {choice("approach.kind")}
        {setup.target.height === 0 && number("target.depth")}
        {setup.target.depth === 0 && setup.approach.kind !== "lift and drop" && number("target.height")}
        {swims && number("approach.speed")}
        {swims && slide("approach.speed", 1)}
        {offBed && setup.approach.kind !== "lift and drop" && number("target.band")}
        {swims && !offBed && number("approach.bandLow")}
        {swims && !offBed && number("approach.bandHigh")}
        {swims && choice("approach.begins")}
        {swims && setup.approach.begins === "at a count" && number("approach.count")}
        {setup.approach.kind === "lift and drop" && setup.approach.liftTurns === 0 && number("approach.lift")}
        {setup.approach.kind === "lift and drop" && number("approach.liftTurns")}
        {setup.approach.kind === "lift and drop" && number("approach.backLeast")}
        {setup.approach.kind === "lift and drop" && number("approach.backMost")}
        {setup.approach.kind === "hover" && setup.cast.distance > 0 && number("approach.takeUp")}
        {!swims && number("approach.wait")}
        {setup.approach.kind === "slow fall" && number("approach.ceiling")}
        {choice("approach.leaning")}
        {setup.cast.distance > 0 && !["swim", "hover"].includes(setup.approach.kind) && number("cast.drag")}
        {setup.approach.kind === "hold bottom" && setup.cast.drag === 0 && choice("approach.still")}
      </Group>
      {!floats && (
        <Group title="Hand" closed>
          {choice("hand.rod")}
          {choice("hand.line")}
          {setup.hand.line === "closed part-way" && number("hand.closes")}
          {choice("rod.outfit")}
        </Group>
      )}
      <Group title="Rod and reel">
        {number("rod.tipHeight")}
        {choice("rod.spool")}
        {number("rod.lineOnSpool")}
        {number("rod.least")}
        {number("rod.most")}
        {number("rod.length")}
        {number("rod.perTurn")}
        {number("rod.thrown")}
        {setup.rod.thrown > 0 && number("rod.thrownMass")}
      </Group>
      <Group title="What counts" closed>
        {number("approach.sure")}
        {setup.approach.kind === "hold bottom" && number("approach.margin")}
        {swims && number("approach.share")}
        {setup.approach.kind === "hover" && number("approach.stays")}
        {number("approach.snagMost")}
      </Group>
      <p className="row-hint">
        Every field takes any unit: 60 ft, 3/8 oz, 0.8 kn, PE 1, 12 lb. <a href="/api/docs">For programs</a>
      </p>
    </section>
  );
}

function Group({ title, closed, children }: { title: string; closed?: boolean; children: ReactNode }) {
  return (
    <details className="group" open={!closed}>
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

/** Words for the speed of the flow or the wind, for those with no instrument. */
function Words({ path, value, onChange }: { path: string; value: number; onChange: Props["onChange"] }) {
  const { words } = useDefinitions();
  return (
    <fieldset className="words" aria-labelledby={fieldId(`${path}.speed`)}>
      {words
        .filter((w) => w.field === `${path}.speed`)
        .map((w) => (
          <button
            key={w.word}
            type="button"
            aria-pressed={w.value === value}
            onClick={() => onChange({ [`${path}.speed`]: w.value, [`${path}.source`]: "by eye" })}
          >
            {w.word}
          </button>
        ))}
    </fieldset>
  );
}
