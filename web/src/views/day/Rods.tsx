import { Table, TableBody, TableCell, TableRow } from "@mui/material";
import { Headings } from "../../parts/Headings";
import { useUnits } from "../../parts/preferences";
import type { Worked } from "./useDay";

/** Which heads go on the rods, and how many to take of each. */
export function Rods({ worked }: { worked: Worked }) {
  const { show } = useUnits();
  const { heads, missing } = worked;
  return (
    <section aria-label="What to take">
      <h2>What to take</h2>
      {heads.length > 0 && (
        <Table size="small">
          <Headings of={["Rod", "Head", "Fished", "Take", "In the box"]} />
          <TableBody>
            {heads.map((h, i) => (
              <TableRow key={h.mass}>
                <TableCell>{i + 1}</TableCell>
                <TableCell component="th" scope="row">
                  {show("mass", h.mass)}
                </TableCell>
                <TableCell>{h.hours.toFixed(1)} h</TableCell>
                <TableCell>
                  {h.take} <small>({h.lost.toFixed(1)} lost on average)</small>
                </TableCell>
                <TableCell>{h.owned >= h.take ? h.owned : `${h.owned}, ${h.take - h.owned} short`}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
      {missing.length > 0 && (
        <p>Not in the box, and the best at some time: {missing.map((m) => show("mass", m)).join(", ")}.</p>
      )}
      <p className="note">
        All sets of heads that are in the box are tried: those that do it for most of the time, then those
        that are changed least. Taken are as many as are enough 9 days in 10, by the snag index and the casts
        there are time for.
      </p>
    </section>
  );
}
