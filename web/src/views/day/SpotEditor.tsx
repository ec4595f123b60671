import { Box, Button } from "@mui/material";
import type { DaySpot, SavedSetup, Setup } from "../../api/client";
import { Choose, Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { Row } from "../../parts/Row";
import { DirectionField } from "../../setup/DirectionField";
import { NumberField } from "../../setup/NumberField";

interface Props {
  index: number;
  spot: DaySpot;
  tidal: boolean;
  errors: Record<string, string>;
  saved: SavedSetup[];
  setup: Setup;
  onChange: (spot: DaySpot) => void;
  onDelete?: () => void;
}

type Flow = NonNullable<DaySpot["flow"]>;

/** A spot: its setup, its hours, and how its water rises and runs. */
export function SpotEditor({ index, spot, tidal, errors, saved, setup, onChange, onDelete }: Props) {
  const id = (name: string) => `day-spot-${index}-${name}`;
  const wrong = (name: string) => errors[`spots.${index}.${name}`];
  const flow: Flow = spot.flow ?? { kind: "as set" };
  const set = (change: Partial<DaySpot>) => onChange({ ...spot, ...change });
  const setFlow = (change: Partial<Flow>) => set({ flow: { ...flow, ...change } });
  const of = saved.find((s) => s.name === spot.name);
  const inSetup = Object.entries(errors).find(([f]) => f.startsWith(`spots.${index}.setup.`))?.[1];
  return (
    <Box
      component="fieldset"
      className="day-spot"
      sx={{ margin: "12px 0", border: looks.rule, borderRadius: "4px" }}
    >
      <legend>{spot.name}</legend>
      <Row id={id("setup")} label="Water and tackle" error={inSetup}>
        <Choose
          id={id("setup")}
          value={of ? String(of.id) : ""}
          onChange={(e) => {
            const next = saved.find((s) => String(s.id) === e.target.value);
            set(next ? { name: next.name, setup: next.setup } : { name: "As in Work out", setup });
          }}
        >
          <option value="">as in Work out</option>
          {saved.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
        </Choose>
      </Row>
      {(["from", "to"] as const).map((key) => (
        <Row key={key} id={id(key)} label={key === "from" ? "From" : "Until"} error={wrong(key)}>
          <Entry
            id={id(key)}
            type="time"
            value={spot[key]}
            onChange={(e) => e.target.value && set({ [key]: e.target.value })}
          />
        </Row>
      ))}
      {(tidal || (spot.charted ?? 0) > 0) && (
        <NumberField
          path="water.splashDepth"
          id={id("charted")}
          label="Charted depth"
          empty="the depth of the setup stays"
          value={spot.charted ?? 0}
          error={wrong("charted")}
          onChange={(charted) => set({ charted })}
        />
      )}
      <Row id={id("flow")} label="Water runs" error={wrong("flow.kind") ?? wrong("flow")}>
        <Choose
          id={id("flow")}
          value={flow.kind}
          onChange={(e) => setFlow({ kind: e.target.value as Flow["kind"] })}
        >
          <option value="as set">as the setup has it</option>
          {tidal && <option value="with the tide">with the tide</option>}
          <option value="by times">by times, as a sluice does</option>
        </Choose>
      </Row>
      {flow.kind === "with the tide" && <Tidal index={index} flow={flow} setFlow={setFlow} />}
      {flow.kind === "by times" && <ByTimes index={index} flow={flow} errors={errors} setFlow={setFlow} />}
      {onDelete && (
        <Button variant="outlined" onClick={onDelete}>
          Delete this spot
        </Button>
      )}
    </Box>
  );
}

const still = { spring: 0, neap: 0, direction: 0 };

function Tidal({ index, flow, setFlow }: { index: number; flow: Flow; setFlow: (f: Partial<Flow>) => void }) {
  return (
    <>
      {(["flood", "ebb"] as const).map((key) => {
        const run = flow[key] ?? still;
        const name = key === "flood" ? "Flood" : "Ebb";
        const one = (change: Partial<typeof run>) => setFlow({ [key]: { ...run, ...change } });
        return (
          <div key={key}>
            <NumberField
              path="flow.speed"
              id={`day-${index}-${key}-spring`}
              label={`${name} at springs`}
              value={run.spring}
              onChange={(spring) => one({ spring })}
            />
            <NumberField
              path="flow.speed"
              id={`day-${index}-${key}-neap`}
              label={`${name} at neaps`}
              value={run.neap}
              onChange={(neap) => one({ neap })}
            />
            <DirectionField
              path="flow.direction"
              id={`day-${index}-${key}-way`}
              label={`${name} runs`}
              value={run.direction}
              onChange={(direction) => one({ direction })}
            />
          </div>
        );
      })}
      {(["afterHigh", "afterLow"] as const).map((key) => (
        <Row
          key={key}
          id={`day-${index}-${key}`}
          label={key === "afterHigh" ? "Slack after high water, minutes" : "Slack after low water, minutes"}
        >
          <Entry
            id={`day-${index}-${key}`}
            type="number"
            step={5}
            min={-360}
            max={360}
            value={Math.round((flow[key] ?? 0) / 60)}
            onChange={(e) => setFlow({ [key]: 60 * Number(e.target.value) })}
          />
        </Row>
      ))}
    </>
  );
}

function ByTimes({
  index,
  flow,
  errors,
  setFlow,
}: {
  index: number;
  flow: Flow;
  errors: Record<string, string>;
  setFlow: (f: Partial<Flow>) => void;
}) {
  const spans = flow.spans ?? [];
  return (
    <>
      {spans.map((span, i) => {
        const one = (change: Partial<typeof span>) =>
          setFlow({ spans: spans.map((old, k) => (k === i ? { ...old, ...change } : old)) });
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: times go by their order
          <div key={i}>
            {(["from", "to"] as const).map((key) => (
              <Row
                key={key}
                id={`day-${index}-span-${i}-${key}`}
                label={key === "from" ? "It runs from" : "until"}
                error={errors[`spots.${index}.flow.spans.${i}.${key}`]}
              >
                <Entry
                  id={`day-${index}-span-${i}-${key}`}
                  type="time"
                  value={span[key]}
                  onChange={(e) => e.target.value && one({ [key]: e.target.value })}
                />
              </Row>
            ))}
            <NumberField
              path="flow.speed"
              id={`day-${index}-span-${i}-speed`}
              value={span.speed}
              error={errors[`spots.${index}.flow.spans.${i}.speed`]}
              onChange={(speed) => one({ speed })}
            />
            <DirectionField
              path="flow.direction"
              id={`day-${index}-span-${i}-way`}
              value={span.direction}
              onChange={(direction) => one({ direction })}
            />
            <Button variant="outlined" onClick={() => setFlow({ spans: spans.filter((_, k) => k !== i) })}>
              Delete these times
            </Button>
          </div>
        );
      })}
      <Button
        variant="outlined"
        disabled={spans.length >= 24}
        onClick={() =>
          setFlow({ spans: [...spans, { from: "08:00", to: "10:00", speed: 0.3, direction: 90 }] })
        }
      >
        Add times at which it runs
      </Button>
    </>
  );
}
