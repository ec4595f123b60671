import { Box, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import type { DayPlan, DaySpot } from "../../api/client";
import { useCare } from "../../parts/Care";
import { useUnits } from "../../parts/preferences";
import { useGuide } from "../../parts/useGuide";
import { useCard } from "../../setup/useCard";
import { counted } from "../../units/numbers";
import * as own from "./looks";
import type { Sky, Worked } from "./useDay";

/** The other side of the pocket card: what to count to at each spot, what to look at on each rig, and what to mind. */
export function Back({ plan, sky, worked }: { plan: DayPlan; sky: Sky; worked: Worked }) {
  const { shown } = useCare(worked.care);
  return (
    <Box className="pocket" sx={own.pocket}>
      {plan.spots.map((spot, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: spots go by their order
        <Counts key={i} spot={spot} masses={fishedAt(worked, i)} deep={deepest(sky, i)} />
      ))}
      <Checks spots={plan.spots} />
      <Box component="ul" className="pocket-care" sx={{ margin: 0, paddingLeft: "16px" }}>
        {shown.map((c) => (
          <li key={c.key}>{c.words}</li>
        ))}
      </Box>
    </Box>
  );
}

const fishedAt = (worked: Worked, spot: number) =>
  [...new Set(worked.fished.filter((f) => f.spot === spot && f.mass > 0).map((f) => f.mass))].sort(
    (a, b) => a - b,
  );

const deepest = (sky: Sky, spot: number) =>
  Math.max(...(sky.spots[spot]?.conditions ?? []).map((c) => c.depth));

/** What to count to at a spot in its deepest water, with the heads that are fished there. */
function Counts({ spot, masses, deep }: { spot: DaySpot; masses: number[]; deep: number }) {
  const { shown } = useUnits();
  const { setup } = spot;
  const depth = Number.isFinite(deep) ? deep : setup.water.depth;
  const { data: card } = useCard(
    { ...setup, heads: masses, water: { ...setup.water, depth } },
    masses.length > 0,
  );
  if (!card) return null;
  return (
    <Table
      size="small"
      className="pocket-counts"
      sx={{ breakInside: "avoid", "& td": { padding: "1px 4px" }, "& th": { padding: "1px 4px" } }}
      aria-label={`Counts at ${spot.name}`}
    >
      <TableHead>
        <TableRow>
          <TableCell component="th" scope="col">
            {spot.name}, {shown("depth", 1).unit}
          </TableCell>
          {card.heads.map((h) => (
            <TableCell component="th" key={h.mass} scope="col">
              {shown("mass", h.mass).number} {shown("mass", h.mass).unit}
            </TableCell>
          ))}
        </TableRow>
      </TableHead>
      <TableBody>
        {card.depths.map((d, i) => (
          <TableRow key={d}>
            <TableCell>{shown("depth", d).number}</TableCell>
            {card.heads.map((h) => {
              const time = h.counts[i]?.time ?? 0;
              return <TableCell key={h.mass}>{time > 0 ? counted(time) : "–"}</TableCell>;
            })}
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

/** What to look at on each of the rigs. */
function Checks({ spots }: { spots: DaySpot[] }) {
  const { data: guide } = useGuide();
  const rigs = [...new Set(spots.map((s) => s.setup.rig.kind))];
  return rigs.map((kind) => {
    const page = guide?.pages.find((p) => p.rig && p.key === kind.replaceAll(" ", "-"));
    return (
      page && (
        <p key={kind}>
          <b>{page.name}:</b> {page.check.join(" ")}
        </p>
      )
    );
  });
}
