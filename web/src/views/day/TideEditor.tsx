import { Button } from "@mui/material";
import { useState } from "react";
import { client, type DayPlan, Failure, take } from "../../api/client";
import { Choose, Lines } from "../../parts/Entry";
import { useUnits } from "../../parts/preferences";
import { Row } from "../../parts/Row";
import { Hint, Wrong } from "../../parts/Said";
import { atTime } from "../../parts/when";

const mostFile = 90_000; // bytes

/** What is reckoned with until constants are read. */
const example = {
  name: "An example, until yours are read",
  mean: 0,
  constituents: [{ name: "M2", amplitude: 1, lag: 0 }],
};

/** Where the tide is from: none, the made-up station, a table or harmonic constants, pasted or from a file. */
export function TideEditor({
  plan,
  errors,
  onChange,
}: {
  plan: DayPlan;
  errors: Record<string, string>;
  onChange: (tide: DayPlan["tide"]) => void;
}) {
  const { tide } = plan;
  const { units, show } = useUnits();
  const own = tide.kind === "station" && tide.station;
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const kind = own ? "constants" : tide.kind;
  const read = async (of: string) => {
    try {
      if (own) {
        const station = await take(client.POST("/tides/station", { body: { text: of } }));
        onChange({ ...tide, station });
      } else {
        const table = await take(
          client.POST("/tides", { body: { text: of, date: plan.date, zone: plan.zone, units } }),
        );
        onChange({ ...tide, kind: "table", table });
      }
      setWrong(undefined);
    } catch (failure) {
      setWrong(failure instanceof Failure ? failure.message : String(failure));
    }
  };
  const choose = (next: string) => {
    setText("");
    setWrong(undefined);
    if (next === "constants") onChange({ ...tide, kind: "station", station: example });
    else onChange({ ...tide, kind: next as DayPlan["tide"]["kind"], station: null });
  };
  const table = tide.table ?? [];
  return (
    <>
      <Row id="day-tide" label="Tide" error={errors["tide.kind"] ?? errors["tide.table"] ?? errors.tide}>
        <Choose id="day-tide" value={kind} onChange={(e) => choose(e.target.value)}>
          <option value="none">none</option>
          <option value="table">a table of high and low water</option>
          <option value="constants">harmonic constants of a station</option>
          <option value="station">a made-up station, to try it</option>
        </Choose>
      </Row>
      {kind === "station" && <Hint>It is of no real place: never plan a real day by it.</Hint>}
      {(kind === "table" || own) && (
        <div className="day-table">
          <label htmlFor="day-tide-text">
            {own
              ? "Constituents, amplitude in m and lag at Greenwich in degrees, a line each"
              : "High and low waters, as you copied them; one before the first hour, one after the last"}
          </label>
          <Lines
            id="day-tide-text"
            rows={4}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={
              own
                ? "mean 2.6\nM2 1.42 178\nS2 0.52 214"
                : "HW 05:42 4.6 m\nLW 11:51 1.3 m\nHW 18:05 4.4 m\nLW 00:20 1.1 m"
            }
          />
          <Button variant="outlined" onClick={() => read(text)} disabled={!text.trim()}>
            Read it
          </Button>
          <label htmlFor="day-tide-file">Or from a file{own ? "" : ", a calendar too"}</label>
          <input
            id="day-tide-file"
            type="file"
            accept=".txt,.csv,.tsv,.json,.ics,text/*"
            onChange={async (e) => {
              const file = e.target.files?.[0];
              if (!file) return;
              if (file.size > mostFile)
                setWrong(
                  `${file.name} has ${Math.ceil(file.size / 1000)} kB; a tide has ${mostFile / 1000} at most.`,
                );
              else await read(await file.text());
              e.target.value = "";
            }}
          />
          {wrong && <Wrong>{wrong}</Wrong>}
          {own && (
            <Hint>
              {own.name}: mean {show("depth", own.mean)},{" "}
              {own.constituents.map((c) => `${c.name} ${show("depth", c.amplitude)} ${c.lag}°`).join(", ")}
            </Hint>
          )}
          {!own && table.length > 0 && (
            <Hint>
              {table
                .slice(0, 8)
                .map((t) => `${t.high ? "high" : "low"} ${atTime(t.time)} ${show("depth", t.height)}`)
                .join(", ")}
              {table.length > 8 && ` and ${table.length - 8} more`}
            </Hint>
          )}
        </div>
      )}
    </>
  );
}
