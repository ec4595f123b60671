import { Box } from "@mui/material";
import type { SavedItem } from "../../api/client";
import { useUnits } from "../../parts/preferences";

/** Of the heaviest ball, px. */
const largest = 40;

/** So many weights are seen at a glance; more are a table. */
const most = 60;

/** The heads of the box as balls in a row, as large against one another as they are, with how many there are of each. */
export function Weights({ heads }: { heads: SavedItem[] }) {
  const { show } = useUnits();
  const counts = new Map<number, number>();
  for (const { item } of heads) counts.set(item.mass, (counts.get(item.mass) ?? 0) + item.count);
  const all = [...counts].sort(([a], [b]) => a - b);
  const heaviest = all.at(-1)?.[0];
  if (!heaviest || all.length < 2 || all.length > most) return null;
  return (
    <Box component="ul" className="weights" sx={look} aria-label="Heads by weight">
      {all.map(([mass, count]) => {
        const size = largest * Math.cbrt(mass / heaviest);
        return (
          <li key={mass} data-none={count === 0 || undefined}>
            <svg width={size + 2} height={size + 2} aria-hidden="true">
              <circle cx={size / 2 + 1} cy={size / 2 + 1} r={size / 2} />
            </svg>
            <span>{show("mass", mass)}</span>
            <small>{count === 0 ? "none" : `${count} there`}</small>
          </li>
        );
      })}
    </Box>
  );
}

const look = {
  display: "flex",
  flexWrap: "wrap",
  alignItems: "flex-end",
  gap: "8px 16px",
  margin: "8px 0",
  padding: 0,
  listStyle: "none",
  "& li": { display: "grid", justifyItems: "center", lineHeight: 1.25 },
  "& circle": { fill: "var(--palette-text-primary)", stroke: "var(--palette-text-primary)" },
  "& [data-none] circle": { fill: "none" },
  "& small": { color: "text.secondary" },
} as const;
