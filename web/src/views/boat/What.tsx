import { Box } from "@mui/material";
import type { SavedPlan, SavedSetup, Toward } from "../../api/client";
import { Choose, Entry } from "../../parts/Entry";
import { fieldId, Row } from "../../parts/Row";

interface Props {
  setups: SavedSetup[];
  plans: SavedPlan[];
  /** Which of them it is: "", "setup:3" or "plan:2:0". */
  chosen: string;
  /** What the page's own setup is called. */
  own: string;
  onChoose: (key: string) => void;
  toward: Toward;
  onToward: (toward: Toward) => void;
}

/** What is fished, and where the casts go. */
export function What({ setups, plans, chosen, own, onChoose, toward, onToward }: Props) {
  const degrees = toward.kind !== "as set";
  return (
    <Box
      component="details"
      className="boat-what"
      sx={{
        "& summary": { minHeight: "48px", padding: "12px 0" },
        "& .row": { gridTemplateColumns: "minmax(90px, 1fr) minmax(0, 2.4fr)" },
      }}
    >
      <summary>
        <b>{nameOf(chosen, own, setups, plans)}</b>, casts {casts(toward)}
      </summary>
      <Row id={fieldId("boat-what")} label="Fished">
        <Choose id={fieldId("boat-what")} value={chosen} onChange={(e) => onChoose(e.target.value)}>
          <option value="">{own}</option>
          <optgroup label="Setups">
            {setups.map((s) => (
              <option key={s.id} value={`setup:${s.id}`}>
                {s.name}
              </option>
            ))}
          </optgroup>
          <optgroup label="By the hour of a plan">
            {plans.flatMap((p) =>
              p.plan.spots.map((s, i) => (
                <option key={`${p.id}:${s.from}:${s.name}`} value={`plan:${p.id}:${i}`}>
                  {p.name}: {s.name}
                </option>
              )),
            )}
          </optgroup>
        </Choose>
      </Row>
      <Row id={fieldId("boat-toward")} label="Casts go">
        <Choose
          id={fieldId("boat-toward")}
          value={toward.kind}
          onChange={(e) => onToward({ ...toward, kind: e.target.value as Toward["kind"] })}
        >
          <option value="as set">as the setup has the drift</option>
          <option value="compass">by the compass</option>
          <option value="bow">off the bow</option>
        </Choose>
      </Row>
      {degrees && (
        <Row
          id={fieldId("boat-degrees")}
          label={toward.kind === "bow" ? "Degrees to starboard" : "Degrees from north"}
        >
          <Entry
            id={fieldId("boat-degrees")}
            type="number"
            min="0"
            max="360"
            step="5"
            value={toward.degrees}
            onChange={(e) =>
              onToward({ ...toward, degrees: Math.min(Math.max(Number(e.target.value) || 0, 0), 360) })
            }
          />
        </Row>
      )}
    </Box>
  );
}

function nameOf(chosen: string, own: string, setups: SavedSetup[], plans: SavedPlan[]): string {
  const [kind, id, spot] = chosen.split(":");
  const plan = plans.find((p) => kind === "plan" && p.id === Number(id));
  const setup = setups.find((s) => kind === "setup" && s.id === Number(id));
  if (plan) return `${plan.plan.spots[Number(spot)]?.name} by the hour of ${plan.name}`;
  return setup?.name ?? own;
}

function casts({ kind, degrees }: Toward): string {
  if (kind === "compass") return `towards ${String(degrees).padStart(3, "0")}°`;
  if (kind === "bow") return `${degrees}° off the bow`;
  return "as the setup has the drift";
}
