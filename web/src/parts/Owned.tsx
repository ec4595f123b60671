import { Autocomplete, createFilterOptions, InputBase } from "@mui/material";
import { useState } from "react";
import type { SavedItem } from "../api/client";
import { Choose } from "./Entry";
import { fieldId, Row } from "./Row";
import { listed } from "./Suggest";

interface Among {
  things: SavedItem[];
  /** What stands there before anything is chosen. */
  says: string;
  onPick: (item: SavedItem["item"]) => void;
}

/** So many are seen at a glance, and chosen from without a keyboard. */
const few = 15;

/** A thing from the box, in two taps: one for the list, one for the thing. Of many it is found by typing. */
export function Owned({
  of,
  label,
  things,
  says,
  onPick,
}: Among & {
  of: string;
  label: string;
}) {
  if (things.length === 0) return null;
  const id = fieldId(of);
  return (
    <Row id={id} label={label}>
      {things.length > few ? (
        <Found id={id} things={things} says={says} onPick={onPick} />
      ) : (
        <Choose
          id={id}
          value=""
          onChange={(e) => {
            const thing = things.find((t) => String(t.id) === e.target.value);
            if (thing) onPick(thing.item);
          }}
        >
          <option value="">{says}</option>
          {things.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </Choose>
      )}
    </Row>
  );
}

const found = createFilterOptions<SavedItem>({ limit: listed });

/** The list is as wide as names are, not as the field. */
const wide = { popper: { placement: "bottom-end", style: { width: "min(420px, 92vw)" } } } as const;

/** One of many, found by typing some of its name. */
function Found({ id, things, says, onPick }: Among & { id: string }) {
  const [typed, setTyped] = useState("");
  return (
    <Autocomplete
      id={id}
      fullWidth
      blurOnSelect
      options={things}
      filterOptions={found}
      getOptionLabel={(t) => t.name}
      getOptionKey={(t) => t.id}
      slotProps={wide}
      noOptionsText="Nothing in the box is called so."
      value={null}
      inputValue={typed}
      onInputChange={(_, now, why) => setTyped(why === "input" ? now : "")}
      onChange={(_, thing) => thing && onPick(thing.item)}
      renderInput={({ slotProps, id: of }) => (
        <InputBase
          fullWidth
          id={of}
          placeholder={says}
          className={slotProps.input.className}
          ref={slotProps.input.ref}
          onMouseDown={slotProps.input.onMouseDown}
          endAdornment={slotProps.input.endAdornment}
          inputProps={slotProps.htmlInput}
        />
      )}
    />
  );
}
