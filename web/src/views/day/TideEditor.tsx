import { NativeSelect } from "@mui/material";
import { useState } from "react";
import { client, type DayPlan, Failure, take } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { Row } from "../../parts/Row";
import { atTime } from "../../parts/when";

/** Where the tide is from: none, the made-up station, or a table that is pasted. */
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
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const read = async () => {
    try {
      const table = await take(
        client.POST("/tides", { body: { text, date: plan.date, zone: plan.zone, units } }),
      );
      setWrong(undefined);
      onChange({ ...tide, kind: "table", table });
    } catch (failure) {
      setWrong(failure instanceof Failure ? failure.message : String(failure));
    }
  };
  const table = tide.table ?? [];
  return (
    <>
      <Row id="day-tide" label="Tide" error={errors["tide.kind"] ?? errors["tide.table"] ?? errors.tide}>
        <NativeSelect
          id="day-tide"
          className="row-input"
          disableUnderline
          value={tide.kind}
          onChange={(e) => onChange({ ...tide, kind: e.target.value as DayPlan["tide"]["kind"] })}
        >
          <option value="none">none</option>
          <option value="table">a table of high and low water</option>
          <option value="station">a made-up station, to try it</option>
        </NativeSelect>
      </Row>
      {tide.kind === "station" && (
        <p className="row-hint">It is of no real place: never plan a real day by it.</p>
      )}
      {tide.kind === "table" && (
        <div className="day-table">
          <label htmlFor="day-tide-text">
            High and low waters, as you copied them; one before the first hour, one after the last
          </label>
          <textarea
            id="day-tide-text"
            rows={4}
            value={text}
            onChange={(e) => setText(e.target.value)}
            placeholder={"HW 05:42 4.6 m\nLW 11:51 1.3 m\nHW 18:05 4.4 m\nLW 00:20 1.1 m"}
          />
          <button type="button" onClick={read} disabled={!text.trim()}>
            Read it
          </button>
          {wrong && (
            <p className="row-error" role="alert">
              {wrong}
            </p>
          )}
          {table.length > 0 && (
            <p className="row-hint">
              {table
                .slice(0, 8)
                .map((t) => `${t.high ? "high" : "low"} ${atTime(t.time)} ${show("depth", t.height)}`)
                .join(", ")}
              {table.length > 8 && ` and ${table.length - 8} more`}
            </p>
          )}
        </div>
      )}
    </>
  );
}
