import { useState } from "react";
import type { components } from "../../api/schema.gen";
import { useUnits } from "../../parts/preferences";
import { useAsked } from "../../parts/useAsked";
import { Wide } from "../../parts/Wide";
import { Working } from "../../parts/Working";

type Hand = components["schemas"]["OwnHand"];

/** What is tied on against what is said of the same water; asked for when it is opened, as it takes some seconds. */
export function OwnHand() {
  const [open, setOpen] = useState(false);
  const { units, show } = useUnits();
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
        {hand && hand.rows.length > 0 && (
          <Wide label="What was tied on, as a table">
            <table>
              <thead>
                <tr>
                  <th scope="col">Place</th>
                  <th scope="col">Bait</th>
                  <th scope="col">Casts</th>
                  <th scope="col">Tied on</th>
                  <th scope="col">Said</th>
                </tr>
              </thead>
              <tbody>
                {hand.rows.map((r, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: outfits may be alike
                  <tr key={i}>
                    <th scope="row">{r.place}</th>
                    <td>{r.bait}</td>
                    <td>{r.casts}</td>
                    <td>{show("mass", r.tied)}</td>
                    <td>{r.said > 0 ? show("mass", r.said) : "none is worth it"}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Wide>
        )}
      </details>
    </section>
  );
}
