import { Box, Button, GlobalStyles, Table, TableBody, TableCell, TableRow } from "@mui/material";
import type { DayPlan } from "../../api/client";
import { Failure } from "../../api/client";
import { Headings } from "../../parts/Headings";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { clockOf } from "../../parts/when";
import { counted } from "../../units/numbers";
import { Back } from "./Back";
import * as own from "./looks";
import { dayOf } from "./plan";
import type { Sky, Worked } from "./useDay";

/** What is taken along in a pocket: spot, time, head, count and hand, on one side of A6; and the day as files. */
export function Pocket({ plan, sky, worked }: { plan: DayPlan; sky: Sky; worked: Worked }) {
  const { show } = useUnits();
  const clock = clockOf(plan.zone);
  const light = sky.light?.crossings.filter((c) => c.kind === "sunrise" || c.kind === "sunset") ?? [];
  return (
    <section aria-label="Pocket card">
      <GlobalStyles styles={{ "@page pocket": { size: "105mm 148mm", margin: "5mm" } }} />
      <Box component="h2" sx={{ [looks.printed]: { display: "none" } }}>
        Pocket card
      </Box>
      <Box className="pocket" sx={own.pocket}>
        <p>
          <b>{dayOf(plan.date)}</b>{" "}
          {sky.turns
            .map((t) => `${t.high ? "HW" : "LW"} ${clock(t.time)} ${show("depth", t.height)}`)
            .join(", ")}
          {light.map((l) => ` · ${l.kind} ${clock(l.time)}`)}
        </p>
        <Table size="small">
          <Headings of={["From", "Head", "Count"]} />
          <TableBody>
            {worked.fished.map((f, i) => (
              <TableRow key={f.from + f.spot}>
                <TableCell>
                  {clock(f.from)}
                  {f.spot !== worked.fished[i - 1]?.spot && <small> {sky.spots[f.spot]?.name}</small>}
                </TableCell>
                <TableCell component="th" scope="row">
                  {f.mass > 0 ? show("mass", f.mass) : "nothing holds"}
                  {f.down && <small> rod down</small>}
                </TableCell>
                <TableCell>{f.high > 0 ? range(f.low, f.high) : ""}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
        <p>Take {worked.heads.map((h) => `${h.take} × ${show("mass", h.mass)}`).join(", ")}.</p>
      </Box>
      <Back plan={plan} sky={sky} worked={worked} />
      <Files plan={plan} />
    </section>
  );
}

const range = (low: number, high: number) =>
  counted(low) === counted(high) ? `${counted(low)} s` : `${counted(low)} to ${counted(high)} s`;

/** The day to be kept: on paper, in a calendar, as a table. */
function Files({ plan }: { plan: DayPlan }) {
  const { units } = useUnits();
  const say = useSay();
  const keep = async (what: "calendar" | "table", name: string) => {
    try {
      const response = await fetch(`/api/days/${what}`, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ plan, units }),
      });
      if (!response.ok) throw new Failure(await response.json());
      const link = document.createElement("a");
      link.href = URL.createObjectURL(await response.blob());
      link.download = name;
      link.click();
      window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
      say(`Saved as ${name}.`);
    } catch (failure) {
      say(failure instanceof Failure ? failure.message : "The server does not answer; try again.");
    }
  };
  return (
    <Box component="p" sx={{ [looks.printed]: { display: "none" } }}>
      <Button variant="outlined" onClick={() => window.print()}>
        Print the card
      </Button>{" "}
      <Button variant="outlined" onClick={() => keep("calendar", `dunvel-${plan.date}.ics`)}>
        Save as calendar
      </Button>{" "}
      <Button variant="outlined" onClick={() => keep("table", `dunvel-${plan.date}.csv`)}>
        Save as table
      </Button>
    </Box>
  );
}
