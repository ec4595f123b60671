import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { fieldId } from "./Row";

/** Finds in a list what has all the words that are typed, in any order; what it is told of each is searched. */
export function useFind<T>(list: T[] | undefined, says: (of: T) => string) {
  const [text, setText] = useState("");
  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    return list?.filter((of) => {
      const said = words.length > 0 ? says(of).toLowerCase() : "";
      return words.every((word) => said.includes(word));
    });
  }, [list, text, says]);
  return { found, text, setText };
}

/** From how many on a list is searched. */
const worth = 5;

export function Find({
  of,
  all,
  text,
  onText,
}: {
  /** What is searched, in words. */
  of: string;
  all: number;
  text: string;
  onText: (text: string) => void;
}) {
  if (all < worth && text === "") return null;
  const id = fieldId(`find-${of}`);
  return (
    <TextField
      id={id}
      type="search"
      size="small"
      fullWidth
      margin="dense"
      label={`Find among ${of}`}
      value={text}
      onChange={(e) => onText(e.target.value)}
      slotProps={{ htmlInput: { autoComplete: "off", spellCheck: false }, inputLabel: { shrink: true } }}
    />
  );
}
