import type { Answer } from "../../api/client";
import { KeepPicture } from "../../parts/KeepPicture";
import { Term } from "../../parts/Term";
import { Handed } from "../../setup/Handed";

/** Small facts about the head to tie on, each of which opens to what is behind it. */
export function Facts({ facts }: { facts: Answer["facts"] }) {
  return (
    <section className="facts" aria-label="More about it">
      {facts.map((f) => (
        <details key={f.name} name="fact">
          <summary>
            {f.name} {f.short && <b>{f.short}</b>}
          </summary>
          <p>
            {f.words} {f.term && <Term of={f.term}>What that is</Term>}
          </p>
        </details>
      ))}
      <Handed to="/guide?trust=">How far to trust it</Handed>
      <KeepPicture of=".section" name="dunvel-water" />
    </section>
  );
}
