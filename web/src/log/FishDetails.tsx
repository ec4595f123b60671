import { Checkbox } from "@mui/material";
import { useRef, useState } from "react";
import type { LogEvent } from "../api/client";
import { fieldId, Row } from "../parts/Row";
import { Suggest } from "../parts/Suggest";
import { NumberField } from "../setup/NumberField";

/** What is to be known of the fish that was just logged: nothing of it is needed. */
export function FishDetails({
  of,
  kinds,
  onKeep,
}: {
  of: LogEvent;
  /** Of fish that were logged before. */
  kinds: string[];
  onKeep: (event: LogEvent) => void;
}) {
  const [event, setEvent] = useState(of);
  const now = useRef(of);
  const set = (changes: Partial<LogEvent>) => {
    now.current = { ...now.current, ...changes };
    setEvent(now.current);
  };
  // A quantity may be read a moment after it was typed: each is kept as it comes.
  const keep = (changes: Partial<LogEvent>) => {
    set(changes);
    onKeep(now.current);
  };
  const id = fieldId("fish-kind");
  return (
    <details>
      <summary>Kind, length, weight</summary>
      <Row id={id} label="Kind of fish">
        <Suggest
          id={id}
          known={kinds}
          maxLength={80}
          value={event.species ?? ""}
          onChange={(species) => set({ species })}
          onLeave={() => event.species !== (of.species ?? "") && keep({})}
        />
      </Row>
      <NumberField path="event.length" value={event.length ?? 0} onChange={(length) => keep({ length })} />
      <NumberField path="event.weight" value={event.weight ?? 0} onChange={(weight) => keep({ weight })} />
      {event.kind === "fish" && (
        <Row id={fieldId("fish-released")} label="Released">
          <Checkbox
            size="small"
            id={fieldId("fish-released")}
            checked={event.released ?? false}
            onChange={(e) => keep({ released: e.target.checked })}
          />
        </Row>
      )}
    </details>
  );
}
