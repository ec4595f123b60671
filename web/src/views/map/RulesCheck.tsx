import { Box, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { useEffect, useState } from "react";
import type { Setup, Trial } from "../../api/client";
import { Lines } from "../../parts/Entry";
import { Headings } from "../../parts/Headings";
import * as looks from "../../parts/looks";
import { useKept, useUnits } from "../../parts/preferences";
import { Wrong } from "../../parts/Said";
import { useAsked } from "../../parts/useAsked";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";

const stillness = 600; // ms without a change before rules are tried

const signs: Record<Trial["verdict"], string> = {
  agrees: "=",
  "too light": "↓",
  "too heavy": "↑",
  "says nothing": "?",
  "no head does it": "×",
};

/** Own rules of thumb against the engine: where they agree, where not, and why. */
export function RulesCheck({ setup }: { setup: Setup }) {
  const { show, units } = useUnits();
  const [own, setRules] = useKept<string | null>("dunvel.rules", null);
  const rules =
    own ??
    (units.mass === "oz"
      ? "to 10 ft: 1/8 oz; deeper or windy: 1/4 oz"
      : "to 3 m: 3.5 g; deeper or windy: 7 g");
  const [still, setStill] = useState<{ rules: string; setup: Setup }>();
  useEffect(() => {
    const timer = setTimeout(() => setStill({ rules, setup }), stillness);
    return () => clearTimeout(timer);
  }, [rules, setup]);
  const { data, error, isFetching, share } = useAsked<Trial[]>(
    "/rules",
    { ...still, units },
    still !== undefined,
    { keep: true },
  );
  const trials = error ? undefined : data;
  const agreed = trials?.filter((t) => t.verdict === "agrees").length ?? 0;
  return (
    <Box
      component="section"
      className="rules"
      sx={{
        gridArea: "rules",
        padding: "8px 16px 24px",
        borderTop: looks.rule,
        "& h2": { margin: "4px 0", fontSize: "1.0625rem" },
        '& tr:not([data-verdict="agrees"]) td:last-child b': { color: "error.main" },
      }}
      aria-label="Your rules of thumb"
    >
      <h2>Your rules of thumb</h2>
      <label htmlFor="rules">
        When, a colon, and the head; one a line or with semicolons between. The heaviest that applies counts.
      </label>
      <Lines
        sx={{ display: "block", maxWidth: 720, my: 0.5, p: 0.75 }}
        id="rules"
        rows={3}
        value={rules}
        spellCheck={false}
        aria-invalid={!!error}
        aria-describedby={error ? "rules-error" : undefined}
        onChange={(e) => setRules(e.target.value)}
      />
      {error && <Wrong id="rules-error">{error.message}</Wrong>}
      {isFetching && <Working share={share} label="How far the trying is" />}
      {trials && (
        <>
          <p aria-live="polite" aria-busy={isFetching}>
            <b>
              They agree in {agreed} of {trials.length}
            </b>{" "}
            waters with your line, bait and approach.
          </p>
          <Wide label="The rules tried, as a table">
            <Table size="small">
              <Headings of={["Depth", "Wind", "Current", "You", "Engine", "Why"]} />
              <TableBody>
                {trials.map((t) => (
                  <TableRow key={`${t.depth} ${t.wind} ${t.flow}`} data-verdict={t.verdict}>
                    <TableCell>{show("depth", t.depth)}</TableCell>
                    <TableCell>{show("wind", t.wind)}</TableCell>
                    <TableCell>{show("speed", t.flow)}</TableCell>
                    <TableCell>{t.mass > 0 ? show("mass", t.mass) : "–"}</TableCell>
                    <TableCell>{t.pick > 0 ? show("mass", t.pick) : "none"}</TableCell>
                    <TableCell>
                      <b>
                        {signs[t.verdict]} {t.verdict}
                      </b>{" "}
                      {t.words}
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </Wide>
        </>
      )}
    </Box>
  );
}
