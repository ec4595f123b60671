import { Box, Button } from "@mui/material";
import type { DayPlan, SavedSetup, Setup } from "../../api/client";
import { Choose, Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { PositionFields } from "../../parts/PositionFields";
import { Row } from "../../parts/Row";
import { DirectionField } from "../../setup/DirectionField";
import { NumberField } from "../../setup/NumberField";
import { spotOf } from "./plan";
import { SpotEditor } from "./SpotEditor";
import { TideEditor } from "./TideEditor";

interface Props {
  plan: DayPlan;
  errors: Record<string, string>;
  saved: SavedSetup[];
  setup: Setup;
  onChange: (plan: DayPlan) => void;
}

/** When, where, with how many rods; tide and wind. */
export function PlanEditor({ plan, errors, saved, setup, onChange }: Props) {
  const set = (change: Partial<DayPlan>) => onChange({ ...plan, ...change });
  const wind = plan.wind ?? [];
  const where = plan.where;
  return (
    <Box
      component="section"
      className="day-plan"
      sx={{ [looks.printed]: { display: "none" } }}
      aria-label="The plan"
    >
      <Row id="day-date" label="Day" error={errors.date}>
        <Entry
          id="day-date"
          type="date"
          value={plan.date}
          onChange={(e) => e.target.value && set({ date: e.target.value })}
        />
      </Row>
      <Row id="day-zone" label="Time zone" error={errors.zone}>
        <Entry
          id="day-zone"
          value={plan.zone}
          onChange={(e) => set({ zone: e.target.value })}
          placeholder="Europe/Lisbon"
        />
      </Row>
      <Row id="day-rods" label="Rods" error={errors.rods}>
        <Choose id="day-rods" value={plan.rods} onChange={(e) => set({ rods: Number(e.target.value) })}>
          {[1, 2, 3, 4, 5, 6].map((n) => (
            <option key={n} value={n}>
              {n}
            </option>
          ))}
        </Choose>
      </Row>
      <Box component="details" className="group" sx={looks.group} open={!!where}>
        <summary>
          <b>Sun and moon</b> <span>{where ? `${where.latitude}°, ${where.longitude}°` : "no position"}</span>
        </summary>
        <PositionFields
          id="day"
          where={where ?? null}
          error={errors.where}
          onChange={(next) => set({ where: next })}
        />
      </Box>
      <TideEditor plan={plan} errors={errors} onChange={(tide) => set({ tide })} />
      <Box component="details" className="group" sx={looks.group} open={wind.length > 0}>
        <summary>
          <b>Wind by the hour</b> <span>{wind.length ? `${wind.length} times` : "as each setup has it"}</span>
        </summary>
        {wind.map((w, i) => {
          const one = (change: Partial<typeof w>) =>
            set({ wind: wind.map((old, k) => (k === i ? { ...old, ...change } : old)) });
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: winds go by their order
            <div key={i}>
              <Row id={`day-wind-${i}`} label="From" error={errors[`wind.${i}.from`]}>
                <Entry
                  id={`day-wind-${i}`}
                  type="time"
                  value={w.from}
                  onChange={(e) => one({ from: e.target.value })}
                />
              </Row>
              <NumberField
                path="wind.speed"
                id={`day-wind-speed-${i}`}
                value={w.speed}
                error={errors[`wind.${i}.speed`]}
                onChange={(speed) => one({ speed })}
              />
              <DirectionField
                path="wind.direction"
                id={`day-wind-way-${i}`}
                value={w.direction}
                onChange={(direction) => one({ direction })}
              />
              <Button variant="outlined" onClick={() => set({ wind: wind.filter((_, k) => k !== i) })}>
                Delete this wind
              </Button>
            </div>
          );
        })}
        <Button
          variant="outlined"
          onClick={() =>
            set({
              wind: [
                ...wind,
                {
                  from: wind.length ? later(wind.at(-1)?.from ?? "06:00") : "06:00",
                  speed: 3,
                  direction: 90,
                },
              ],
            })
          }
        >
          Add a wind
        </Button>
      </Box>
      {plan.spots.map((spot, i) => (
        <SpotEditor
          // biome-ignore lint/suspicious/noArrayIndexKey: spots go by their order
          key={i}
          index={i}
          spot={spot}
          tidal={plan.tide.kind !== "none"}
          errors={errors}
          saved={saved}
          setup={setup}
          onChange={(next) => set({ spots: plan.spots.map((s, k) => (k === i ? next : s)) })}
          onDelete={
            plan.spots.length > 1 ? () => set({ spots: plan.spots.filter((_, k) => k !== i) }) : undefined
          }
        />
      ))}
      <p>
        <Button
          variant="outlined"
          disabled={plan.spots.length >= 8}
          onClick={() => {
            const next = spotOf("As in Work out", setup);
            const last = plan.spots.at(-1);
            set({
              spots: [
                ...plan.spots,
                { ...next, from: last?.to ?? next.from, to: later(last?.to ?? next.from) },
              ],
            });
          }}
        >
          Add a spot after it
        </Button>
      </p>
    </Box>
  );
}

/** Three hours after a time of the day. */
function later(time: string): string {
  const [h = 0, m = 0] = time.split(":").map(Number);
  return `${String((h + 3) % 24).padStart(2, "0")}:${String(m).padStart(2, "0")}`;
}
