import { Box, Button } from "@mui/material";
import { useState } from "react";
import { client, type DropTest, Failure, take } from "../../api/client";
import { Entry } from "../../parts/Entry";
import * as looks from "../../parts/looks";
import { Aside, Wrong } from "../../parts/Said";
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
      {drops.length === 0 && <Aside>No drops yet.</Aside>}
      <Box
        component="ol"
        className="drops"
        sx={{
          margin: 0,
          padding: "0 0 0 26px",
          "& li": { padding: "2px 0", borderBottom: looks.rule },
          "& li::marker": { color: "text.secondary" },
          "& li[data-struck] .drops-time": {
            textDecoration: "line-through",
            fontWeight: 400,
            color: "text.secondary",
          },
          "& li[data-struck] .drops-odd": { color: "text.secondary" },
        }}
      >
        {drops.map((d, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: drops have no other name than their number
          <li key={i} data-struck={d.struck || undefined}>
            <Box sx={{ display: "grid", gridTemplateColumns: "64px 1fr auto", alignItems: "center" }}>
              <Box component="span" className="drops-time" sx={{ fontSize: "1.0625rem", fontWeight: 650 }}>
                {d.time.toFixed(1)} s
              </Box>
              <Box component="span" className="drops-odd" sx={{ color: "primary.main" }}>
                {d.struck ? "does not count" : odd[i]}
              </Box>
              <Button
                variant="outlined"
                onClick={() =>
                  put(
                    i,
                    { struck: !d.struck },
                    d.struck ? `Drop ${i + 1} counts again.` : `Drop ${i + 1} is struck.`,
                  )
                }
              >
                {d.struck ? "Count it" : "Strike"}
              </Button>
            </Box>
          </li>
        ))}
      </Box>
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
    <Box
      component="form"
      className="drop-times"
      sx={{
        display: "grid",
        gridTemplateColumns: "auto 1fr auto",
        gap: "4px 8px",
        alignItems: "center",
        margin: "8px 0",
        [looks.thumb]: {
          gridTemplateColumns: "1fr auto",
          "& label": { gridColumn: "1 / -1" },
        },
      }}
      onSubmit={(e) => {
        e.preventDefault();
        read();
      }}
    >
      <label htmlFor="drop-times">Times written down</label>
      <Entry
        boxed
        id="drop-times"
        value={text}
        placeholder="5.2 4.9 5.1"
        autoComplete="off"
        aria-invalid={!!wrong}
        aria-describedby={wrong ? "drop-times-error" : undefined}
        onChange={(e) => setText(e.target.value)}
      />
      <Button variant="outlined" type="submit">
        Add
      </Button>
      {wrong && <Wrong id="drop-times-error">{wrong}</Wrong>}
    </Box>
  );
}
