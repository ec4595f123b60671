import { Box, Button, Popover, TextField } from "@mui/material";
import { useDefinitions } from "../parts/definitions";
import { imperial } from "../parts/imperial";
import { usePreferences } from "../parts/preferences";

const measureLabels: Record<string, string> = {
  mass: "Weights",
  depth: "Depths and distances",
  size: "Bait length",
  diameter: "Line diameter",
  speed: "Current and drift",
  wind: "Wind",
  temperature: "Temperature",
  force: "Pulls",
  strength: "Strengths",
};

/** The unit in which each kind of quantity is shown. */
export default function UnitsPopover({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
  const { measures } = useDefinitions();
  const { units, setUnits } = usePreferences();
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      slotProps={{ paper: { role: "dialog", "aria-label": "Units" } }}
    >
      <Box
        component="section"
        className="units"
        sx={{
          display: "grid",
          gap: "12px",
          padding: "16px",
          width: "260px",
          "& p": { margin: 0, color: "text.secondary" },
        }}
        aria-label="Units"
      >
        <Box sx={{ display: "flex", gap: "8px" }}>
          <Button size="small" variant="outlined" onClick={() => setUnits({})}>
            All metric
          </Button>
          <Button size="small" variant="outlined" onClick={() => setUnits(imperial)}>
            All imperial
          </Button>
        </Box>
        {measures
          .filter((m) => m.symbols.length > 1)
          .map((m) => (
            <TextField
              key={m.name}
              select
              size="small"
              label={measureLabels[m.name] ?? m.name}
              value={units[m.name] ?? m.symbols[0]}
              onChange={(e) => setUnits({ ...units, [m.name]: e.target.value })}
              slotProps={{ select: { native: true } }}
            >
              {m.symbols.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </TextField>
          ))}
        <p>You can type any unit into any field; it is shown in yours.</p>
      </Box>
    </Popover>
  );
}
