import { Table, TableBody, TableCell, TableHead, TableRow } from "@mui/material";
import type { Answer, Setup } from "../../api/client";
import { VerdictMark } from "../../parts/Mark";
import { useUnits } from "../../parts/preferences";
import { Term } from "../../parts/Term";
import { Wide } from "../../parts/Wide";
import { approachOf } from "../../section/kinds";
import { counted, percent } from "../../units/numbers";

/** The ladder as a table: for screen readers, copying and printing. */
export default function HeadTable({ answer, setup }: { answer: Answer; setup: Setup }) {
  const { show, shown } = useUnits();
  const unit = shown("depth", 1).unit;
  const metre = unit === "m" ? 1 : 0.3048;
  const { swims, hovers, lifts } = approachOf(setup);
  const hooked = answer.heads.some((h) => h.hook);
  const boxed = answer.heads.some((h) => h.owned > 0);
  const thrown = answer.heads.some((h) => h.reach > 0);
  const range = (r: { low: number; high: number }, say: (v: number) => string) =>
    `${say(r.low)} to ${say(r.high)}`;
  return (
    <Wide label="The heads, as a table">
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell component="th" scope="col">
              Head
            </TableCell>
            <TableCell component="th" scope="col">
              Verdict
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="odds">How sure</Term>
            </TableCell>
            {hooked && (
              <TableCell component="th" scope="col">
                Hook
              </TableCell>
            )}
            {boxed && (
              <TableCell component="th" scope="col">
                In the box
              </TableCell>
            )}
            <TableCell component="th" scope="col">
              <Term of="net-weight">Weight in water</Term>
            </TableCell>
            <TableCell component="th" scope="col">
              Held
            </TableCell>
            <TableCell component="th" scope="col">
              Falls (s per {unit})
            </TableCell>
            <TableCell component="th" scope="col">
              {answer.onBed ? "Time to the bed" : "Time to the target"}
            </TableCell>
            <TableCell component="th" scope="col">
              Line out then
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="run-out">Runs off at, then</Term>
            </TableCell>
            <TableCell component="th" scope="col">
              Pull at the tip
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="bow">Bow</Term>
            </TableCell>
            {hovers && (
              <TableCell component="th" scope="col">
                Stays in the band
              </TableCell>
            )}
            {hovers && (
              <TableCell component="th" scope="col">
                Sinks on to
              </TableCell>
            )}
            {hovers && (
              <TableCell component="th" scope="col">
                Taken up at
              </TableCell>
            )}
            {lifts && (
              <TableCell component="th" scope="col">
                Back from a lift
              </TableCell>
            )}
            {swims && (
              <TableCell component="th" scope="col">
                <Term of="band">In the band</Term>
              </TableCell>
            )}
            {swims && (
              <TableCell component="th" scope="col">
                {answer.onBed ? "Height" : "Depth"} on average
              </TableCell>
            )}
            {swims && (
              <TableCell component="th" scope="col">
                Swims right reeled at (turns a second)
              </TableCell>
            )}
            <TableCell component="th" scope="col">
              <Term of="felt">Pulls, is told at</Term>
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="contact-margin">Contact margin</Term>
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="lift-off">Lifts off at</Term>
            </TableCell>
            <TableCell component="th" scope="col">
              <Term of="snag-index">Snags (of 10)</Term>
            </TableCell>
            {thrown && (
              <TableCell component="th" scope="col">
                Flies
              </TableCell>
            )}
          </TableRow>
        </TableHead>
        <TableBody>
          {answer.heads.map((h, i) => {
            const falls = h.fall.outcome === "reached";
            if (h.verdict === "open")
              return (
                <TableRow key={h.mass}>
                  <TableCell component="th" scope="row">
                    {show("mass", h.mass)}
                  </TableCell>
                  <TableCell>not judged yet</TableCell>
                </TableRow>
              );
            return (
              <TableRow
                key={h.mass}
                sx={i === answer.pick ? { "& th": { color: "primary.main" } } : undefined}
              >
                <TableCell component="th" scope="row">
                  {show("mass", h.mass)}
                </TableCell>
                <TableCell>
                  <VerdictMark verdict={h.verdict} /> {h.reason}
                </TableCell>
                <TableCell>{percent(h.sure)}</TableCell>
                {hooked && <TableCell>{h.hook}</TableCell>}
                {boxed && <TableCell>{h.owned || "–"}</TableCell>}
                <TableCell>{show("mass", h.weightInWater / 9.80665)}</TableCell>
                <TableCell>{`${h.handling.down ? "rod down, " : ""}${h.handling.line}`}</TableCell>
                <TableCell>{falls ? (metre / h.fall.speed).toFixed(2) : "–"}</TableCell>
                <TableCell>
                  {falls ? `${counted(h.fall.time)} s, ${range(h.ranges.time, counted)}` : h.fall.outcome}
                </TableCell>
                <TableCell>{falls ? show("depth", h.fall.lineOut) : "–"}</TableCell>
                <TableCell>
                  {falls ? `${show("speed", h.fall.runOut)}, ${show("speed", h.fall.runOutAfter)}` : "–"}
                </TableCell>
                <TableCell>{falls ? show("force", h.fall.tension) : "–"}</TableCell>
                <TableCell>{falls ? percent(h.fall.bow) : "–"}</TableCell>
                {hovers && <TableCell>{falls ? `${h.hover.stays.toFixed(1)} s` : "–"}</TableCell>}
                {hovers && <TableCell>{falls ? show("depth", h.hover.deepest) : "–"}</TableCell>}
                {hovers && <TableCell>{falls ? show("speed", h.hover.takeUp) : "–"}</TableCell>}
                {lifts && <TableCell>{h.back > 0 ? `${h.back.toFixed(1)} s` : "–"}</TableCell>}
                {swims && <TableCell>{percent(h.swim.inBand)}</TableCell>}
                {swims && <TableCell>{show("depth", h.swim.height)}</TableCell>}
                {swims && (
                  <TableCell>
                    {falls ? `${show("speed", h.swim.reel)} (${h.swim.turns.toFixed(1)})` : "–"}
                  </TableCell>
                )}
                <TableCell>
                  {h.feel.told > 0 ? `${show("force", h.feel.pull)}, ${show("force", h.feel.told)}` : "–"}
                </TableCell>
                <TableCell>
                  {falls ? `${percent(h.contact.margin)}, ${range(h.ranges.margin, percent)}` : "–"}
                </TableCell>
                <TableCell>
                  {falls && h.contact.liftOff > 0
                    ? h.contact.liftOff >= 3
                      ? "never"
                      : show("speed", h.contact.liftOff)
                    : "–"}
                </TableCell>
                <TableCell>{answer.onBed && falls ? Math.round(h.snags) : "–"}</TableCell>
                {thrown && <TableCell>{h.reach > 0 ? show("depth", h.reach) : "–"}</TableCell>}
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </Wide>
  );
}
