import { Box, Button, Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import type { Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Aside } from "../../parts/Said";
import { Wide } from "../../parts/Wide";
import { useCard } from "../../setup/useCard";
import { counted } from "../../units/numbers";

/** What to count to for every depth and head; small enough for a phone, and to be printed. */
export function CountDown({ setup }: { setup: Setup }) {
  const { data: card, error } = useCard(setup);
  const { show, shown } = useUnits();
  if (error) return <p role="alert">{error.message}</p>;
  if (!card) return <p aria-busy="true">Working it out…</p>;
  const there = card.heads.filter((h) => h.counts.some((c) => c.time > 0));
  const bed = card.depths.length - 1;
  return (
    <Box
      component="section"
      className="card"
      sx={{
        "& th": { padding: "4px 6px" },
        "& td": { padding: "4px 6px", textAlign: "right" },
        "& thead th + th": { textAlign: "right" },
        "& td small": { display: "block", color: "text.secondary", whiteSpace: "nowrap" },
        [looks.printed]: { "& .table-scroll": { overflow: "visible" } },
      }}
      aria-label="Count-down card"
    >
      <h2>
        Count for the {setup.bait.form}, {show("size", setup.bait.length)}
      </h2>
      <Aside>
        Seconds from the splash, cast {show("depth", setup.cast.distance)}
        {setup.flow.speed > 0 && `, current ${show("speed", setup.flow.speed)}`}.{" "}
        {card.words || "Its drag was not measured: time a few drops."} Small: 8 in 10 of them.
      </Aside>
      <Wide label="The counts, as a table">
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell component="th" scope="col">
                {shown("depth", 1).unit} \ {shown("mass", 0).unit}
              </TableCell>
              {there.map((h) => (
                <TableCell component="th" key={h.mass} scope="col">
                  {shown("mass", h.mass).number}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            <TableRow>
              <TableCell component="th" scope="row">
                held
              </TableCell>
              {there.map((h) => (
                <TableCell key={h.mass}>{heldAs(h, setup)}</TableCell>
              ))}
            </TableRow>
            {card.depths.map((d, i) => (
              <TableRow key={d}>
                <TableCell component="th" scope="row">
                  {shown("depth", d).number}
                  {i === bed && " bed"}
                </TableCell>
                {there.map((h) => {
                  const c = h.counts[i];
                  return (
                    <TableCell key={h.mass}>
                      {c && c.time > 0 ? (
                        <>
                          {counted(c.time)}
                          {i === bed && c.low > 0 && c.high > 0 && (
                            <small>
                              {counted(c.low)}–{counted(c.high)}
                            </small>
                          )}
                        </>
                      ) : (
                        "–"
                      )}
                    </TableCell>
                  );
                })}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Wide>
      <Button
        variant="outlined"
        sx={{ marginTop: "16px", [looks.printed]: { display: "none" } }}
        onClick={() => window.print()}
      >
        Print it
      </Button>
    </Box>
  );
}

/** How a head is held on the fall, in the room of a cell. */
function heldAs(head: { line: string; tip: number }, setup: Setup): string {
  const line = { "bail open": "open", "fed under a finger": "finger" }[head.line] ?? "closed";
  return head.tip < setup.rod.tipHeight - 0.01 ? `${line}, rod down` : line;
}
