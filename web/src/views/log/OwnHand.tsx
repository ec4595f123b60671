import { Checkbox, FormControlLabel, Table, TableBody, TableCell, TableRow } from "@mui/material";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { client, take } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { Headings } from "../../parts/Headings";
import { useUnits } from "../../parts/preferences";
import { useAsked } from "../../parts/useAsked";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";

type Hand = components["schemas"]["OwnHand"];
type Refusable = NonNullable<components["schemas"]["Preferences"]["refused"]>[number];

/** What is tied on against what is said of the same water; asked for when it is opened, as it takes some seconds. */
export function OwnHand() {
  const [open, setOpen] = useState(false);
  const { units } = useUnits();
  const { data: hand, error, share } = useAsked<Hand>("/hand", { units }, open, { staleTime: 0 });
  return (
    <section aria-label="Your hand">
      <h2>Your hand</h2>
      <details onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>What you tie on, against what is said</summary>
        {error && <p role="alert">{error.message}</p>}
        {open && !hand && !error && (
          <p aria-busy="true">
            Each is worked out… <Working share={share} label="How far it is" />
          </p>
        )}
        {hand && <p>{hand.words}</p>}
        {hand && <Learnt hand={hand} />}
        {hand && hand.rows.length > 0 && <Rows of={hand.rows} />}
      </details>
    </section>
  );
}

/** What answers go by from then on, each to be refused. */
function Learnt({ hand }: { hand: Hand }) {
  const { show } = useUnits();
  const { refused, refuse } = useRefused();
  const one = (what: Refusable, words: string[], learnt: boolean) => (
    <li key={what}>
      {words.join(" ")}{" "}
      {learnt && (
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={!refused.includes(what)}
              onChange={(e) =>
                refuse(e.target.checked ? refused.filter((r) => r !== what) : [...refused, what])
              }
            />
          }
          label="Answers go by it"
        />
      )}
    </li>
  );
  const { lines: thick, flows } = hand.bias;
  const lines = thick.map(
    (l) =>
      `Your ${l.material} of ${show("diameter", l.diameter)} drags as if it were ${l.factor.toFixed(2)} times as thick (known to ${Math.round(100 * l.spread)} %, by ${l.falls} falls).`,
  );
  return (
    <ul aria-label="Learnt of you">
      {one("patience", [hand.patience.words], hand.patience.factor > 0)}
      {one("feel", [hand.feel.words], hand.feel.factor > 0)}
      {lines.length > 0 && one("lines", lines, true)}
      {thick.length + flows.length === 0 && (
        <li>
          Lines and currents are taken as they are entered: no falls tell it better yet. Line out that was
          counted at the touch tells most.
        </li>
      )}
      {flows.map((f) => (
        <li key={f.where}>
          At {f.where} the current runs {f.factor.toFixed(2)} times what is entered (a day is known to{" "}
          {Math.round(100 * f.spread)} %, by {f.falls} falls). <Link to="/drop?part=measure">Measure</Link>{" "}
          sets it.
        </li>
      ))}
    </ul>
  );
}

function useRefused() {
  const queries = useQueryClient();
  const { data } = useQuery({
    queryKey: ["preferences"],
    queryFn: ({ signal }) => take(client.GET("/preferences", { signal })),
  });
  const keep = useMutation({
    mutationFn: (refused: Refusable[]) => take(client.PATCH("/preferences", { body: { refused } })),
    onSuccess: (own) => queries.setQueryData(["preferences"], own),
  });
  return { refused: keep.isPending ? keep.variables : (data?.refused ?? []), refuse: keep.mutate };
}

function Rows({ of }: { of: Hand["rows"] }) {
  const { show } = useUnits();
  return (
    <Wide label="What was tied on, as a table">
      <Table size="small">
        <Headings of={["Place", "Bait", "Casts", "Tied on", "Said"]} />
        <TableBody>
          {of.map((r, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: outfits may be alike
            <TableRow key={i}>
              <TableCell component="th" scope="row">
                {r.place}
              </TableCell>
              <TableCell>{r.bait}</TableCell>
              <TableCell>{r.casts}</TableCell>
              <TableCell>{show("mass", r.tied)}</TableCell>
              <TableCell>{r.said > 0 ? show("mass", r.said) : "none is worth it"}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Wide>
  );
}
