import { Button, Checkbox } from "@mui/material";
import { lazy, memo, Suspense } from "react";
import type { Field } from "../api/client";
import { at } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { Row } from "../parts/Row";
import { Hint } from "../parts/Said";
import { rigOf } from "../section/rigs";
import { Sits } from "../section/Sits";
import { BackTo, isChanged } from "./Changed";
import { ChoiceField } from "./ChoiceField";
import type { ConditionsOf } from "./Conditions";
import { DirectionField } from "./DirectionField";
import { HeadsField } from "./HeadsField";
import { NumberField } from "./NumberField";
import { Slide } from "./Slide";
import { Words } from "./Words";

const LureEditor = lazy(() => import("./LureEditor"));
const PartsField = lazy(() => import("./PartsField"));
const RigEditor = lazy(() => import("./RigEditor"));

/** What can be slid, and up to where at least. */
const slides: Record<string, number> = {
  "water.depth": 10,
  "flow.speed": 1,
  "wind.speed": 12,
  "boat.speed": 1,
  "line.diameter": 0.4e-3,
  "leader.diameter": 0.6e-3,
  "bait.length": 0.15,
  "cast.distance": 30,
  "approach.speed": 1,
};

/** One field, with what goes with it. */
export default function Given({
  field,
  error,
  setup,
  base,
  answer,
  errors,
  changes,
  onChange,
}: ConditionsOf & { field: Field; error?: string }) {
  const { show } = useUnits();
  const { path } = field;
  const drift = answer && Math.hypot(answer.drift.x, answer.drift.y);
  const { alone, own } = rigOf(setup);
  const set = (value: unknown) => onChange({ [path]: value });
  // The label of a line can be typed instead of its diameter.
  const line = path === "line.diameter" ? setup.line : path === "leader.diameter" ? setup.leader : undefined;
  if (path === "heads")
    return (
      <HeadsField
        heads={setup.heads}
        like={setup.head}
        takes={answer?.takes ?? "head"}
        error={errors.heads}
        onChange={set}
      />
    );
  return (
    <>
      <Control
        field={field}
        value={at(setup, path)}
        error={error}
        material={line?.material}
        perTurn={field.measure === "speed" ? setup.rod.perTurn : undefined}
        estimated={line?.estimated}
        onChange={onChange}
      />
      {path in slides && (
        <Slide
          path={path}
          value={at(setup, path) as number}
          atLeast={slides[path] ?? 1}
          marks={changes?.filter((c) => c.field === path) ?? []}
          onChange={set}
        />
      )}
      {isChanged(setup, base, path) && (
        <BackTo field={field} base={base} onBack={() => set(at(base, path))} />
      )}
      {path.endsWith(".speed") && <Words path={path} value={at(setup, path) as number} onChange={onChange} />}
      {path === "boat.measured" && !setup.boat.measured && drift !== undefined && (
        <Hint>Drifts at {show("speed", drift)}, estimated from current and wind.</Hint>
      )}
      {path === "rig.kind" && (
        <Suspense>
          {alone && <LureEditor setup={setup} onLength={(metres) => onChange({ "bait.length": metres })} />}
          {!alone && !own && <RigEditor setup={setup} onChange={onChange} />}
          {answer && <Sits sits={answer.sits} />}
          {own && <PartsField parts={setup.rig.parts ?? []} errors={errors} onChange={onChange} />}
        </Suspense>
      )}
      {path === "rig.kind" && !own && answer && (
        <Button variant="link" onClick={() => onChange({ "rig.kind": "own", "rig.parts": answer.rig })}>
          Take it apart, and make it your own
        </Button>
      )}
    </>
  );
}

/** The control of a field, by its type. While another field is dragged it stays as it is drawn. */
const Control = memo(function Control({
  field,
  value,
  error,
  material,
  perTurn,
  estimated,
  onChange,
}: {
  field: Field;
  value: unknown;
  error?: string;
  material?: string;
  perTurn?: number;
  estimated?: boolean;
  onChange: ConditionsOf["onChange"];
}) {
  const { path } = field;
  const id = path.replace(".", "-");
  const set = (next: unknown) => onChange({ [path]: next });
  switch (field.type) {
    case "yes or no":
      return (
        <Row id={id} label={field.label}>
          <Checkbox id={id} size="small" checked={value as boolean} onChange={(e) => set(e.target.checked)} />
        </Row>
      );
    case "choice":
      return <ChoiceField path={path} value={value as string} error={error} onChange={set} />;
  }
  if (field.measure === "angle" && !field.zero)
    return <DirectionField path={path} value={value as number} onChange={set} />;
  return (
    <NumberField
      path={path}
      value={value as number}
      error={error}
      material={material}
      estimated={estimated}
      perTurn={perTurn}
      onChange={(next, fromLabel, also) =>
        onChange({
          [path]: next,
          ...also,
          ...(material === undefined ? {} : { [path.replace("diameter", "estimated")]: fromLabel }),
        })
      }
    />
  );
});
