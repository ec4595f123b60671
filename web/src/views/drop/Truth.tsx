import { Box, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { Headings } from "../../parts/Headings";
import { useUnits } from "../../parts/preferences";
import { Aside } from "../../parts/Said";
import { Wide } from "../../parts/Wide";
import { odds } from "../../units/odds";
import * as own from "./looks";
import { useTruth } from "./useDropTests";

/** Times on the water against what was expected, and what would explain the difference. */
export function Truth() {
  const { data, error } = useTruth();
  const { show } = useUnits();
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <p aria-busy="true">Working it out…</p>;
  const lines = data.cases.some((c) => c.lineOut > 0);
  return (
    <div className="truth">
      <Box component="p" className="droptest-words" sx={own.droptestWords}>
        {data.words}
      </Box>
      <Aside>
        From all kept tests “on the water”. Where the line out at the touch was counted too, it tells the
        current from the bait.
      </Aside>
      {data.cases.length > 0 && (
        <Wide label="The times, as a table">
          <Table size="small">
            <Headings
              of={["Head", "Depth", "Measured", "Expected", ...(lines ? ["Line out", "Expected then"] : [])]}
            />
            <TableBody>
              {data.cases.map((c, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cases have no other name
                <TableRow key={i}>
                  <TableCell component="th" scope="row">
                    {show("mass", c.mass)}
                  </TableCell>
                  <TableCell>{show("depth", c.depth)}</TableCell>
                  <TableCell>{c.measured.toFixed(1)} s</TableCell>
                  <TableCell>
                    {c.expected.toFixed(1)} s ({c.low.toFixed(1)} to {c.high.toFixed(1)})
                  </TableCell>
                  {lines && <TableCell>{c.lineOut > 0 ? show("depth", c.lineOut) : "–"}</TableCell>}
                  {lines && <TableCell>{c.lineOut > 0 ? show("depth", c.lineExpected) : "–"}</TableCell>}
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </Wide>
      )}
      {data.causes.length > 0 && (
        <>
          <h2>What would explain it</h2>
          <Box
            component="ol"
            className="causes"
            sx={{
              margin: 0,
              padding: 0,
              listStyle: "none",
              "& li": { display: "flex", alignItems: "center", gap: "8px", padding: "3px 0" },
            }}
          >
            {data.causes.map((c) => (
              <li key={c.name}>
                <Box
                  component="span"
                  sx={{ flex: "none", height: "10px", bgcolor: "primary.main" }}
                  style={{ width: `${Math.round(c.sure * 160)}px` }}
                />
                {c.name}
                {c.factor !== 1 && `, ${c.factor.toFixed(2)} times`}: {odds(c.sure)}
              </li>
            ))}
          </Box>
        </>
      )}
    </div>
  );
}
