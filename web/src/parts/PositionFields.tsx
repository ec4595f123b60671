import { useState } from "react";
import { Entry } from "./Entry";
import { Row } from "./Row";

interface Position {
  latitude: number;
  longitude: number;
}

const fields = [
  { key: "latitude", label: "Latitude, north is +", example: "57.1" },
  { key: "longitude", label: "Longitude, east is +", example: "-5.8" },
] as const;

const degrees = (text: string) => (text.trim() === "" ? undefined : Number(text.replace(",", ".")));

/** Where the sun is seen from, in degrees; empty where that is not known. */
export function PositionFields({
  id,
  where,
  error,
  onChange,
}: {
  id: string;
  where: Position | null;
  error?: string;
  onChange: (where: Position | null) => void;
}) {
  const [odd, setOdd] = useState<Record<string, string>>({}); // what was typed that is no number
  return fields.map(({ key, label, example }) => (
    <Row
      key={key}
      id={`${id}-${key}`}
      label={label}
      error={
        odd[key]
          ? `${label.split(",")[0]}: “${odd[key]}” is no number of degrees, such as ${example}.`
          : key === "latitude"
            ? error
            : undefined
      }
    >
      <Entry
        id={`${id}-${key}`}
        inputMode="decimal"
        placeholder={example}
        defaultValue={where?.[key] ?? ""}
        onBlur={(e) => {
          const value = degrees(e.target.value);
          setOdd({ ...odd, [key]: Number.isNaN(value) ? e.target.value : "" });
          if (value === where?.[key]) return;
          if (value === undefined) onChange(null);
          else if (Number.isFinite(value)) onChange({ latitude: 0, longitude: 0, ...where, [key]: value });
        }}
      />
    </Row>
  ));
}
