import { Box, Button } from "@mui/material";
import type { Weight } from "../../api/client";
import { Choose } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { atTime, onTheWall } from "../../parts/when";

/** The weight for now, to be read at arm's length, and what is to be done about it. */
export function Now({
  weight,
  old,
  onTie,
  onStay,
}: {
  weight: Weight | undefined;
  old: boolean;
  /** It was said that a head is on. */
  onTie: (mass: number) => void;
  onStay: () => void;
}) {
  const { show } = useUnits();
  if (!weight)
    return (
      <Box
        component="section"
        className="boat-now"
        sx={boatNowLook}
        aria-label="The weight for now"
        aria-busy="true"
      >
        <h2>Working it out…</h2>
      </Box>
    );
  const { call, brief, hold, watch, answer } = weight;
  const away = call.kind === "under way" || call.kind === "trouble";
  const heads = answer?.heads.map((h) => h.mass) ?? [];
  const line = heads.length > 0 && (
    <Choose
      boxed
      sx={{
        maxWidth: 1,
      }}
      aria-label="Another is on the line"
      value=""
      onChange={(e) => onTie(Number(e.target.value))}
    >
      <option value="" disabled>
        Another is on…
      </option>
      {heads.map((m) => (
        <option key={m} value={m}>
          {show("mass", m)}
        </option>
      ))}
    </Choose>
  );
  return (
    <Box
      component="section"
      className="boat-now"
      sx={boatNowLook}
      aria-label="The weight for now"
      data-call={call.kind}
      data-old={old || undefined}
    >
      <h2 aria-live="polite">
        <b>
          {away
            ? call.mass > 0
              ? show("mass", call.mass)
              : "–"
            : brief.head === "none"
              ? "None does it"
              : brief.head}
        </b>{" "}
        {!away && brief.odds && <span>{brief.odds}</span>}
      </h2>
      {!away && brief.count && (
        <Box
          component="p"
          sx={{
            fontSize: "2rem",
            fontWeight: 650,
            lineHeight: 1.15,
            "& small": { fontSize: "1.125rem", fontWeight: 400 },
          }}
        >
          {brief.count} {brief.range && <small>({brief.range})</small>}
        </Box>
      )}
      {!away && hold && (
        <Box component="p" sx={{ fontSize: "1.25rem" }}>
          {hold}
        </Box>
      )}
      <p className="boat-call" role="status">
        {call.words}
        {call.kind === "keep" && ` On since ${atTime(onTheWall(new Date(watch.told)))}.`}{" "}
        {call.kind !== "change" && call.kind !== "tie on" && line}
      </p>
      {(call.kind === "change" || call.kind === "tie on") && (
        <Box
          component="p"
          sx={{
            display: "grid",
            gridTemplateColumns: "1fr 1fr",
            gap: "8px",
            "& :is(button, select)": { minHeight: "56px", fontSize: "1.125rem" },
            "& .boat-tie": { border: "2px solid var(--palette-primary-main)", fontWeight: 750 },
          }}
        >
          <Button variant="outlined" className="boat-tie" onClick={() => onTie(call.mass)}>
            {show("mass", call.mass)} is on
          </Button>
          {call.kind === "change" ? (
            <Button variant="outlined" onClick={onStay}>
              Stay with {show("mass", call.from)}
            </Button>
          ) : (
            line
          )}
        </Box>
      )}
    </Box>
  );
}

const boatNowLook = {
  position: "sticky",
  top: 0,
  zIndex: 2,
  margin: "0 -16px",
  padding: "4px 16px 8px",
  borderBottom: looks.rule,
  bgcolor: "background.paper",
  "& h2": {
    display: "flex",
    flexWrap: "wrap",
    alignItems: "baseline",
    gap: "0 16px",
    margin: 0,
    fontSize: "1.25rem",
  },
  "& h2 b": { fontSize: "3.75rem", lineHeight: 1.1, fontWeight: 750 },
  // A line of its own where not all odds fit beside the weight, so that nothing under the thumb moves as they change.
  [looks.narrow]: { "& h2 span": { flexBasis: "100%" } },
  "& p": { margin: "2px 0" },
  '&[data-call="change"] .boat-call': {
    padding: "4px 0 4px 10px",
    borderLeft: "4px solid var(--palette-primary-main)",
    fontSize: "1.25rem",
    fontWeight: 650,
  },
} as const;
