import { Box, Button } from "@mui/material";
import { useState } from "react";
import type { RodState, Setup } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { Choose, Entry } from "../parts/Entry";
import * as looks from "../parts/looks";
import { Owned } from "../parts/Owned";
import { having } from "../parts/path";
import { useUnits } from "../parts/preferences";
import { fieldId, Row } from "../parts/Row";
import { asBait } from "../setup/asTackle";
import { NumberField } from "../setup/NumberField";
import { useBox } from "../setup/useBox";

interface Props {
  state: RodState;
  /** What is set in Work out. */
  setup: Setup;
  onLog: (kind: "changed" | "conditions", state: RodState) => void;
}

/** What was tied on instead, or how the water is now. */
export function Change({ state, setup, onLog }: Props) {
  const { techniques, spots, clarities } = useDefinitions();
  const { show } = useUnits();
  const { data: box } = useBox();
  const [next, setNext] = useState(state);
  const baits = (box ?? []).filter((i) => i.item.kind === "bait");
  const set = (changes: Record<string, unknown>) =>
    setNext((n) => ({ ...n, setup: having(n.setup, changes) }));
  const heads = [...new Set([...next.setup.heads, next.mass])].sort((a, b) => a - b);
  return (
    <Box
      component="section"
      className="change"
      sx={{ maxWidth: "480px", padding: "8px 12px", borderLeft: looks.marked }}
      aria-label="What changed"
    >
      <Row id={fieldId("change-head")} label="Head">
        <Choose
          id={fieldId("change-head")}
          value={next.mass}
          onChange={(e) => setNext({ ...next, mass: Number(e.target.value) })}
        >
          {heads.map((m) => (
            <option key={m} value={m}>
              {show("mass", m)}
            </option>
          ))}
        </Choose>
      </Row>
      <Owned
        of="change-bait"
        label="Bait"
        things={baits}
        says={`${next.setup.bait.form}, ${show("size", next.setup.bait.length)}`}
        onPick={(item) => set(asBait(item))}
      />
      <Row id={fieldId("change-retrieve")} label="Retrieve">
        <Choose
          id={fieldId("change-retrieve")}
          value={next.technique}
          onChange={(e) => setNext({ ...next, technique: e.target.value as RodState["technique"] })}
        >
          {techniques.map((t) => (
            <option key={t.key} value={t.key}>
              {t.name}
            </option>
          ))}
        </Choose>
      </Row>
      <Own
        label="Colour of the bait"
        value={next.colour}
        onChange={(colour) => setNext({ ...next, colour })}
      />
      <Own label="Scent" value={next.scent} onChange={(scent) => setNext({ ...next, scent })} />
      <p>
        <Button variant="outlined" onClick={() => onLog("changed", next)}>
          Tied on
        </Button>
      </p>
      <Own label="Spot" value={next.spot} onChange={(spot) => setNext({ ...next, spot })} />
      <OneOf
        label="Kind of spot"
        value={next.kind}
        among={spots}
        onChange={(kind) => setNext({ ...next, kind: kind as RodState["kind"] })}
      />
      <NumberField
        path="water.depth"
        label="Depth here"
        value={next.setup.water.depth}
        onChange={(v) => set({ "water.depth": v, "water.splashDepth": 0 })}
      />
      <NumberField
        path="flow.speed"
        value={next.setup.flow.speed}
        onChange={(v) => set({ "flow.speed": v })}
      />
      <NumberField
        path="wind.speed"
        value={next.setup.wind.speed}
        onChange={(v) => set({ "wind.speed": v })}
      />
      <OneOf
        label="The water is"
        value={next.clear}
        among={clarities}
        onChange={(clear) => setNext({ ...next, clear: clear as RodState["clear"] })}
      />
      <Own label="Colour of the water" value={next.tint} onChange={(tint) => setNext({ ...next, tint })} />
      <p>
        <Button variant="outlined" onClick={() => onLog("conditions", next)}>
          The water is so now
        </Button>{" "}
        <Button variant="outlined" onClick={() => onLog("conditions", { ...next, setup })}>
          As set in Work out
        </Button>
      </p>
    </Box>
  );
}

/** Something in own words. */
function Own({
  label,
  value,
  onChange,
}: {
  label: string;
  value?: string;
  onChange: (value: string) => void;
}) {
  const id = fieldId(`change-${label}`);
  return (
    <Row id={id} label={label}>
      <Entry id={id} maxLength={60} value={value ?? ""} onChange={(e) => onChange(e.target.value)} />
    </Row>
  );
}

/** One of a few, or none of them. */
function OneOf({
  label,
  value,
  among,
  onChange,
}: {
  label: string;
  value?: string;
  among: string[];
  onChange: (value: string) => void;
}) {
  const id = fieldId(`change-${label}`);
  return (
    <Row id={id} label={label}>
      <Choose id={id} value={value ?? ""} onChange={(e) => onChange(e.target.value)}>
        <option value="">not said</option>
        {among.map((k) => (
          <option key={k} value={k}>
            {k}
          </option>
        ))}
      </Choose>
    </Row>
  );
}
