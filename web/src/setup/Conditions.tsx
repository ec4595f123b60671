import { Box } from "@mui/material";
import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Link } from "react-router";
import type { Answer, Change, Field, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import * as looks from "../parts/looks";
import { fieldId } from "../parts/Row";
import { Hint } from "../parts/Said";
import { rigOf } from "../section/rigs";
import { applies } from "./applies";
import { isChanged } from "./Changed";

// What is seen only in a group that is open is loaded then.
const FromBox = lazy(() => import("./FromBox"));
const fetchGiven = () => import("./Given");
const Given = lazy(fetchGiven);

export interface ConditionsOf {
  setup: Setup;
  /** What it was begun with. */
  base: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  /** What would change the answer, for the marks on the slides. */
  changes: Change[] | undefined;
  onChange: (changes: Record<string, unknown>) => void;
}

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
  rods,
  onChange,
}: ConditionsProps) {
  const { fields, groups } = useDefinitions();
  const matter = applies(fields, setup);
  const [open, setOpen] = useState<string[]>([]);
  useWanted(fields, wanted, setOpen);
  useEffect(() => {
    if (answer) void fetchGiven(); // so that a group opens at once
  }, [answer]);
  return (
    <Box
      component="section"
      className="conditions"
      sx={{
        gridArea: "conditions",
        overflowY: "auto",
        overscrollBehavior: "contain",
        borderRight: looks.rule,
        padding: "4px 12px 24px 16px",
        [looks.thumb]: { order: 3, borderRight: 0, borderTop: looks.rule, padding: "4px 12px 24px" },
        [looks.printed]: { columns: 2, border: 0 },
      }}
      aria-label="Conditions"
    >
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
          <Box
            component="details"
            key={group}
            className="group"
            sx={looks.group}
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
                {group === "Rod and reel" && rods}
              </Suspense>
            )}
            {isOpen && (
              <Suspense>
                {shown.map((field) => (
                  <Given
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
              </Suspense>
            )}
          </Box>
        );
      })}
      <Hint>
        Every field takes any unit: 60 ft, 3/8 oz, 0.8 kn, PE 1, 12 lb. <a href="/api/docs">For programs</a>{" "}
        <Link to="/licences">Licences</Link> <Link to="/devices">Devices</Link>
      </Hint>
    </Box>
  );
}

interface ConditionsProps extends ConditionsOf {
  /** Rods with what is tied on, to take one of. */
  rods: ReactNode;
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
    let id = 0;
    const bring = () => {
      const field = document.getElementById(fieldId(wanted.path));
      if (!field) {
        id = requestAnimationFrame(bring); // the fields are on their way
        return;
      }
      field.scrollIntoView({ block: "center" });
      field.focus();
    };
    id = requestAnimationFrame(bring);
    return () => cancelAnimationFrame(id);
  }, [wanted?.times]);
}
