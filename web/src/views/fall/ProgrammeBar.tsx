import { Box, Button, ButtonBase, Menu, MenuItem } from "@mui/material";
import { lazy, Suspense, useState } from "react";
import type { Action, Programme } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { Choose, Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { ActionChip } from "./ActionChip";
import * as own from "./looks";
import { useProgramme, useProgrammes } from "./useProgramme";

const NameDialog = lazy(() => import("../../parts/NameDialog"));

interface Props {
  /** What is wrong, by the server's field. */
  errors: Record<string, string>;
}

/** What is done after the splash: a technique with a name, one's own, or any row of actions. */
export function ProgrammeBar({ errors }: Props) {
  const { techniques } = useDefinitions();
  const { programme, technique, setProgramme } = useProgramme();
  const { kept, create, change, remove, restore } = useProgrammes();
  const [naming, setNaming] = useState(false);
  const say = useSay();
  const mine = kept.find((k) => JSON.stringify(k.programme) === JSON.stringify(programme));
  const failed = (failure: Error) => say(failure.message);

  const chosen = technique ? technique.key : mine ? `kept-${mine.id}` : "own";
  const choose = (key: string) => {
    const next =
      techniques.find((t) => t.key === key)?.programme ?? kept.find((k) => `kept-${k.id}` === key)?.programme;
    if (next) setProgramme(next);
  };
  const drop = () => {
    if (!mine) return;
    remove.mutate(mine.id, {
      onSuccess: () => say(`“${mine.name}” deleted.`, () => restore.mutate(mine.id, { onError: failed })),
      onError: failed,
    });
  };

  return (
    <Box
      component="section"
      className="programme"
      sx={{
        gridArea: "programme",
        display: "flex",
        flexWrap: "wrap",
        alignItems: "center",
        gap: "0 24px",
        padding: "4px 16px",
        borderBottom: looks.rule,
      }}
      aria-label="What is done after the splash"
    >
      <Box
        sx={{
          "& .MuiNativeSelect-root": { width: "auto", borderBottom: looks.rule },
          display: "flex",
          flexWrap: "wrap",
          alignItems: "center",
          gap: "4px 8px",
        }}
      >
        <label htmlFor="technique">Technique</label>
        <Choose id="technique" value={chosen} onChange={(e) => choose(e.target.value)}>
          {techniques.map((t) => (
            <option key={t.key} value={t.key}>
              {t.name}
            </option>
          ))}
          {kept.length > 0 && (
            <optgroup label="Yours">
              {kept.map((k) => (
                <option key={k.id} value={`kept-${k.id}`}>
                  {k.name}
                </option>
              ))}
            </optgroup>
          )}
          {chosen === "own" && <option value="own">changed</option>}
        </Choose>
        {chosen === "own" && (
          <Button
            size="small"
            onClick={() => {
              create.reset();
              setNaming(true);
            }}
          >
            Save programme as…
          </Button>
        )}
        {mine && !technique && (
          <Button size="small" onClick={drop} aria-label={`Delete ${mine.name}`}>
            Delete
          </Button>
        )}
        <Box component="span" sx={{ color: "text.secondary" }}>
          {technique?.words}
        </Box>
      </Box>
      <Row
        title="First"
        actions={programme.start}
        wrong={(i) => `programme.start.${i}` in errors}
        onChange={(start) => setProgramme({ ...programme, start })}
      />
      <Row
        title="Then"
        actions={programme.work}
        wrong={(i) => `programme.work.${i}` in errors}
        onChange={(work) => setProgramme({ ...programme, work, times: Math.max(programme.times, 1) })}
      >
        {programme.work.length > 0 && <Times programme={programme} onChange={setProgramme} />}
      </Row>
      {Object.entries(errors).map(([field, message]) => (
        <Wrong key={field}>{message}</Wrong>
      ))}
      {naming && (
        <Suspense>
          <NameDialog
            title="Save this programme"
            hint="Such as what it is meant to look like"
            error={create.error?.message ?? change.error?.message}
            pending={create.isPending}
            onClose={() => setNaming(false)}
            onName={(name) =>
              create.mutate(
                { name, programme },
                {
                  onSuccess: (made) => {
                    setNaming(false);
                    say(`Saved as “${made.name}”.`);
                  },
                },
              )
            }
          />
        </Suspense>
      )}
    </Box>
  );
}

interface RowProps {
  title: string;
  actions: Action[];
  wrong: (index: number) => boolean;
  onChange: (actions: Action[]) => void;
  children?: React.ReactNode;
}

/** A row of chips, with one at its end to add more. */
function Row({ title, actions, wrong, onChange, children }: RowProps) {
  const { actions: kinds } = useDefinitions();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const put = (index: number, ...instead: Action[]) => onChange(actions.toSpliced(index, 1, ...instead));
  const move = (index: number, by: 1 | -1) => {
    const moved = actions[index];
    const other = actions[index + by];
    if (moved && other) onChange(actions.with(index, other).with(index + by, moved));
  };
  return (
    <Box
      className="chips"
      sx={{ display: "flex", flexWrap: "wrap", alignItems: "center", gap: "4px", padding: "3px 0" }}
    >
      <Box component="span" sx={{ paddingRight: "4px", color: "text.secondary" }}>
        {title}
      </Box>
      {actions.map((action, i) => (
        <ActionChip
          // biome-ignore lint/suspicious/noArrayIndexKey: an action is its place in the row
          key={i}
          action={action}
          wrong={wrong(i)}
          onChange={(next) => put(i, next)}
          onMove={(by) => move(i, by)}
          onRemove={() => put(i)}
        />
      ))}
      <ButtonBase
        className="chip chip-add"
        sx={own.chip}
        aria-haspopup="menu"
        aria-label={`Add to “${title}”`}
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        +
      </ButtonBase>
      {children}
      <Menu open={!!anchor} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {kinds.map((k) => (
          <MenuItem
            key={k.kind}
            onClick={() => {
              setAnchor(null);
              onChange([...actions, k.usual]);
            }}
          >
            {k.label}
          </MenuItem>
        ))}
      </Menu>
    </Box>
  );
}

function Times({ programme, onChange }: { programme: Programme; onChange: (next: Programme) => void }) {
  return (
    <Box
      component="span"
      className="times"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: "4px",
        paddingLeft: "4px",
      }}
    >
      ×
      <Entry
        boxed
        type="number"
        min={1}
        max={60}
        value={programme.times}
        aria-label="Times"
        onChange={(e) => {
          const times = e.target.valueAsNumber;
          if (Number.isInteger(times)) onChange({ ...programme, times });
        }}
      />
    </Box>
  );
}
