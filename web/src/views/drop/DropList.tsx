import { useState } from "react";
import { client, type DropTest, Failure, take } from "../../api/client";
import { NumberField } from "../../setup/NumberField";

type Drop = DropTest["drops"][number];

interface Props {
  drops: Drop[];
  /** What looks wrong with each of them. */
  odd: string[];
  onWater: boolean;
  onChange: (change: (drops: Drop[]) => Drop[], words: string) => void;
}

/** A row for every drop; one that went wrong is struck, and can be counted again. */
export function DropList({ drops, odd, onWater, onChange }: Props) {
  const put = (i: number, with_: Partial<Drop>, words: string) =>
    onChange((all) => all.map((d, k) => (k === i ? { ...d, ...with_ } : d)), words);
  return (
    <section aria-label="Drops">
      <TimesField onTimes={(times) => onChange((all) => [...all, ...times.map(fresh)], added(times))} />
      {drops.length === 0 && <p className="aside">No drops yet.</p>}
      <ol className="drops">
        {drops.map((d, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: drops have no other name than their number
          <li key={i} data-struck={d.struck || undefined}>
            <div className="drops-row">
              <span className="drops-time">{d.time.toFixed(1)} s</span>
              <span className="drops-odd">{d.struck ? "does not count" : odd[i]}</span>
              <button
                type="button"
                onClick={() =>
                  put(
                    i,
                    { struck: !d.struck },
                    d.struck ? `Drop ${i + 1} counts again.` : `Drop ${i + 1} is struck.`,
                  )
                }
              >
                {d.struck ? "Count it" : "Strike"}
              </button>
            </div>
          </li>
        ))}
      </ol>
      {onWater && drops.length > 0 && (
        <NumberField
          path="drop.lineOut"
          value={drops.at(-1)?.lineOut ?? 0}
          onChange={(lineOut) => put(drops.length - 1, { lineOut }, "Line out is kept with the last one.")}
        />
      )}
    </section>
  );
}

export const fresh = (time: number): Drop => ({ time, lineOut: 0, struck: false });

const added = (times: number[]) =>
  times.length === 1 ? `${times[0]} s put in.` : `${times.length} times put in.`;

/** Several times at once, as they were written down. */
function TimesField({ onTimes }: { onTimes: (times: number[]) => void }) {
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState("");
  const read = async () => {
    if (text.trim() === "") return;
    try {
      onTimes(await take(client.GET("/times", { params: { query: { text } } })));
      setText("");
      setWrong("");
    } catch (failure) {
      setWrong(failure instanceof Failure ? failure.message : String(failure));
    }
  };
  return (
    <form
      className="drop-times"
      onSubmit={(e) => {
        e.preventDefault();
        read();
      }}
    >
      <label htmlFor="drop-times">Times written down</label>
      <input
        id="drop-times"
        value={text}
        placeholder="5.2 4.9 5.1"
        autoComplete="off"
        aria-invalid={!!wrong}
        aria-describedby={wrong ? "drop-times-error" : undefined}
        onChange={(e) => setText(e.target.value)}
      />
      <button type="submit">Add</button>
      {wrong && (
        <p className="row-error" id="drop-times-error" role="alert">
          {wrong}
        </p>
      )}
    </form>
  );
}
