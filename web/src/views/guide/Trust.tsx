import { Box, Button, LinearProgress, Table, TableBody, TableCell, TableRow, TextField } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Doubts, type Trust as Report, type Setup, take } from "../../api/client";
import { Headings } from "../../parts/Headings";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Wide } from "../../parts/Wide";
import { Handed } from "../../setup/Handed";
import { useSetup } from "../../setup/useSetup";

/** How far to trust it: what the answer at hand hangs on, what was checked with what result, and what is judged. */
export function Trust() {
  const { data, error, refetch } = useQuery({
    queryKey: ["trust"],
    queryFn: ({ signal }) => take(client.GET("/trust", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const { setup } = useSetup();
  const { units } = useUnits();
  const doubts = useQuery({
    queryKey: ["doubts", setup, units],
    queryFn: ({ signal }) => take(client.POST("/doubts", { body: { setup: setup as Setup, units }, signal })),
    enabled: setup !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  return (
    <>
      <h2>Your answer</h2>
      {doubts.error && <p role="alert">{doubts.error.message}</p>}
      {!doubts.error && !doubts.data && <p aria-busy="true">Looking at everything that is not known…</p>}
      {doubts.data && <Parts doubts={doubts.data} />}
      {error && (
        <p role="alert">
          {error.message}{" "}
          <Button variant="link" onClick={() => refetch()}>
            Try again
          </Button>
        </p>
      )}
      {data && (
        <>
          <Checks report={data} />
          <h2>What is not modelled</h2>
          <ul>
            {data.left.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <Judged report={data} doubts={doubts.data} />
        </>
      )}
    </>
  );
}

const percent = (share: number) => (share < 0.005 ? "under 1\u00a0%" : `${Math.round(100 * share)}\u00a0%`);

/** Where each measurement is made. */
const places: Record<string, string> = {
  float: "/drop?part=measure",
  wind: "/",
  drift: "/drop?part=measure",
  line: "/",
  "drop test": "/drop",
  scale: "/",
};

/** What the range of the answer comes from, and what measuring would make of it. */
function Parts({ doubts }: { doubts: Doubts }) {
  return (
    <>
      <Box component="p" className="guide-says" sx={{ fontSize: "1.125rem" }}>
        {doubts.words}
      </Box>
      {doubts.parts.length > 0 && (
        <Table
          size="small"
          aria-label={`What ${doubts.number} hangs on`}
          className="trust-parts"
          sx={{ maxWidth: "760px" }}
        >
          <Headings of={["Not exactly known", "Known to", "Share of the range"]} />
          <TableBody>
            {doubts.parts.map((p) => (
              <TableRow key={p.name}>
                <TableCell>
                  {p.name}
                  <LinearProgress variant="determinate" value={100 * p.share} aria-hidden="true" />
                </TableCell>
                <TableCell>{p.known}</TableCell>
                <TableCell>{percent(p.share)}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      )}
      {doubts.measure.length > 0 && (
        <>
          <h3>What measuring would buy</h3>
          <ul>
            {doubts.measure.map((m) => (
              <li key={m.key}>
                {m.words} <Handed to={places[m.key] ?? "/drop"}>Measure it</Handed>
              </li>
            ))}
          </ul>
        </>
      )}
      {doubts.parts.length > 0 && doubts.measure.length === 0 && (
        <p>Nothing that you could measure would narrow that range.</p>
      )}
    </>
  );
}

function Checks({ report }: { report: Report }) {
  const groups = [...new Set(report.checks.map((c) => c.group))];
  return (
    <>
      <h2>What it was checked against</h2>
      <p>
        As the tests of Dunvel found it, at {report.commit}. Each of them fails where a figure is not what is
        asked.
      </p>
      {groups.map((group) => (
        <section key={group} aria-label={group}>
          <h3>{group}</h3>
          <Box
            component="ul"
            className="trust-checks"
            sx={{
              padding: 0,
              listStyle: "none",
              "& li": {
                display: "grid",
                gridTemplateColumns: "repeat(auto-fit, minmax(min(100%, 320px), 1fr))",
                gap: "4px 32px",
                padding: "12px 0",
                borderTop: looks.rule,
              },
            }}
          >
            {report.checks
              .filter((c) => c.group === group)
              .map((c) => (
                <li key={c.key}>
                  <div>
                    <b>{c.title}</b>, against {c.against}. {c.words}
                  </div>
                  <div>
                    <b>{c.figure}</b>
                    <br />
                    <small>
                      asked: {c.asked}; {c.cases === 1 ? "one case" : `${c.cases} cases`}
                    </small>
                  </div>
                </li>
              ))}
          </Box>
        </section>
      ))}
    </>
  );
}

/** The numbers that rest on judgement: those that this answer hangs on, or those with some words in them. */
function Judged({ report, doubts }: { report: Report; doubts: Doubts | undefined }) {
  const [wanted, setWanted] = useState("");
  const weights = new Map(doubts?.parts.flatMap((p) => p.from.map((name) => [name, p.share] as const)));
  const words = wanted.trim().toLowerCase();
  const shown = report.judged
    .filter((n) => (words ? `${n.name} ${n.why}`.toLowerCase().includes(words) : weights.has(n.name)))
    .sort((a, b) => (weights.get(b.name) ?? -1) - (weights.get(a.name) ?? -1));
  return (
    <>
      <h2>What rests on judgement</h2>
      <p>
        {report.judged.length} numbers that no publication and no measurement gives. Those with a spread make
        every range and chance as much wider; those without are limits that were chosen. These are the ones
        that this answer’s range hangs on.
      </p>
      <TextField
        id="field-judged"
        label="Find others"
        placeholder="skirt, rock, wait"
        size="small"
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <p aria-live="polite">
        {shown.length === 0
          ? "None has these words."
          : `${shown.length} of ${report.judged.length} are shown.`}
      </p>
      <Wide label="Judged numbers">
        <Table size="small">
          <Headings of={["Number", "Value", "Spread", "In this answer", "Why"]} />
          <TableBody>
            {shown.slice(0, most).map((n) => (
              <TableRow key={n.name}>
                <TableCell>{n.name}</TableCell>
                <TableCell>{n.value}</TableCell>
                <TableCell>{n.known}</TableCell>
                <TableCell>{weights.has(n.name) ? percent(weights.get(n.name) ?? 0) : "–"}</TableCell>
                <TableCell>{n.why}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Wide>
      {shown.length > most && <p>The first {most} of them; write more words to see others.</p>}
    </>
  );
}

/** How many numbers are shown at once. */
const most = 100;
