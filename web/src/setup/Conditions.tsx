import { Checkbox } from "@mui/material";
import { lazy, memo, type ReactNode, Suspense, useEffect, useState } from "react";
import { Link } from "react-router";
import type { Answer, Change, Field, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { at } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { fieldId, Row } from "../parts/Row";
import { rigOf } from "../section/rigs";
import { Sits } from "../section/Sits";
import { applies } from "./applies";
import { BackTo, isChanged } from "./Changed";
import { ChoiceField } from "./ChoiceField";
import { DirectionField } from "./DirectionField";
import { HeadsField } from "./HeadsField";
import { NumberField } from "./NumberField";
import { Slide } from "./Slide";

// What is seen only in a group that is open is loaded then.
const FromBox = lazy(() => import("./FromBox"));
const LureEditor = lazy(() => import("./LureEditor"));
const PartsField = lazy(() => import("./PartsField"));
const RigEditor = lazy(() => import("./RigEditor"));

interface Props {
  setup: Setup;
  /** What it was begun with. */
  base: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  /** What would change the answer, for the marks on the slides. */
  changes: Change[] | undefined;
  onChange: (changes: Record<string, unknown>) => void;
}

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

/** What is told beside a value rather than in a row of its own. */
const beside = ["line.estimated", "leader.estimated", "leader.measured"];

/**
 * Everything that is given, in the order in which it is read on the water: a line for each group, which opens to its
 * fields; what does not matter is left out.
 */
export function Conditions({
  setup,
  base,
  answer,
  errors,
  changes,
  wanted,
  head,
  onChange,
}: ConditionsProps) {
  const { fields, groups } = useDefinitions();
  const matter = applies(fields, setup);
  const [open, setOpen] = useState<string[]>([]);
  useWanted(fields, wanted, setOpen);
  return (
    <section className="conditions" aria-label="Conditions">
      {head}
      {groups.map((group) => {
        const shown = fields.filter((f) => f.group === group && !beside.includes(f.path) && matter(f));
        if (shown.length === 0) return null;
        const wrong =
          shown.some((f) => errors[f.path]) ||
          (group === "Rig" && Object.keys(errors).some((e) => e.startsWith("rig.parts")));
        const changed = shown.filter((f) => isChanged(setup, base, f.path)).length;
        const isOpen = open.includes(group) || wrong;
        return (
          <details
            key={group}
            className="group"
            open={isOpen}
            onToggle={(e) => {
              const now = e.currentTarget.open;
              setOpen((was) =>
                now === was.includes(group) ? was : now ? [...was, group] : was.filter((g) => g !== group),
              );
            }}
            data-ids={shown.map((f) => fieldId(f.path)).join(" ")}
            data-wrong={wrong || undefined}
          >
            <summary>
              <b>{group}</b>
              {changed > 0 && <small>{changed} changed</small>}
              <span>{answer?.lines.find((l) => l.group === group)?.words}</span>
            </summary>
            {isOpen && (group !== "Rig" || rigOf(setup).floats) && (
              <Suspense>
                <FromBox group={group} onChange={onChange} />
              </Suspense>
            )}
            {isOpen &&
              shown.map((field) => (
                <One
                  key={field.path}
                  field={field}
                  setup={setup}
                  base={base}
                  answer={answer}
                  error={errors[field.path]}
                  errors={errors}
                  changes={changes}
                  onChange={onChange}
                />
              ))}
          </details>
        );
      })}
      <p className="row-hint">
        Every field takes any unit: 60 ft, 3/8 oz, 0.8 kn, PE 1, 12 lb. <a href="/api/docs">For programs</a>{" "}
        <Link to="/licences">Licences</Link> <Link to="/devices">Devices</Link>
      </p>
    </section>
  );
}

interface ConditionsProps extends Props {
  /** A field that is to be typed into, asked for so many times. */
  wanted?: { path: string; times: number };
  /** What stands over them. */
  head?: ReactNode;
}

/** Opens the group of a field that is wanted, and brings the focus there. */
function useWanted(
  fields: Field[],
  wanted: { path: string; times: number } | undefined,
  setOpen: (change: (was: string[]) => string[]) => void,
) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: once each time that it is asked for
  useEffect(() => {
    const group = fields.find((f) => f.path === wanted?.path)?.group;
    if (!wanted || !group) return;
    setOpen((was) => (was.includes(group) ? was : [...was, group]));
    const id = requestAnimationFrame(() => {
      const field = document.getElementById(fieldId(wanted.path));
      field?.scrollIntoView({ block: "center" });
      field?.focus();
    });
    return () => cancelAnimationFrame(id);
  }, [wanted?.times]);
}

/** One field, with what goes with it. */
function One({
  field,
  error,
  setup,
  base,
  answer,
  errors,
  changes,
  onChange,
}: Props & { field: Field; error?: string }) {
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
        <p className="row-hint">Drifts at {show("speed", drift)}, estimated from current and wind.</p>
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
        <button
          type="button"
          className="link"
          onClick={() => onChange({ "rig.kind": "own", "rig.parts": answer.rig })}
        >
          Take it apart, and make it your own
        </button>
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
  onChange: Props["onChange"];
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

/** Words for the speed of the flow or the wind, for those with no instrument. */
export function Words({
  path,
  value,
  onChange,
}: {
  path: string;
  value: number;
  onChange: Props["onChange"];
}) {
  const words = useDefinitions().words.filter((w) => w.field === path);
  if (words.length === 0) return null;
  return (
    <fieldset className="words" aria-labelledby={fieldId(path)}>
      {words.map((w) => (
        <button
          key={w.word}
          type="button"
          aria-pressed={w.value === value}
          onClick={() => onChange({ [path]: w.value, [path.replace("speed", "source")]: "by eye" })}
        >
          {w.word}
        </button>
      ))}
    </fieldset>
  );
}
