import { Box, InputBase } from "@mui/material";
import { useEffect, useRef, useState } from "react";
import { client, Failure, take } from "../api/client";
import { useDefinitions, useField } from "../parts/definitions";
import { useUnits } from "../parts/preferences";
import { fieldId, Row } from "../parts/Row";

interface Props {
  path: string;
  value: number;
  /** Takes the value read, whether it was worked out from a label, and what else it sets, by path. */
  onChange: (value: number, estimated: boolean, also: Record<string, number>) => void;
  /** What is wrong with the value together with others. */
  error?: string;
  label?: string;
  /** Of the control, where it is not the only one of its field. */
  id?: string;
  /** What an empty one means, where it is not what it means elsewhere. */
  empty?: string;
  /** Of a line, so that its label can be typed. */
  material?: string;
  estimated?: boolean;
  autoFocus?: boolean;
  /** Line to a turn of the reel, where turns a second can be typed. */
  perTurn?: number;
}

const pause = 350; // ms after the last key before a text is read

/** A quantity that can be typed in any unit; the server reads it. */
export function NumberField({
  path,
  value,
  onChange,
  error,
  label,
  id: own,
  empty,
  material,
  estimated,
  autoFocus,
  perTurn,
}: Props) {
  const field = useField(path);
  const { shown, units } = useUnits();
  const { measures } = useDefinitions();
  const example = measures.find((m) => m.name === field.measure)?.example;
  const [draft, setDraft] = useState<string | null>(null);
  const [refused, setRefused] = useState<string>();
  const [told, setTold] = useState<string>();
  const reading = useRef<AbortController>(undefined);
  const timer = useRef<number>(undefined);
  /** What was read last: leaving the field does not read it again. */
  const last = useRef<string>(undefined);
  /** What stood here when the field was come to: typed again, it is that value, which may be finer than it is shown. */
  const before = useRef<{ words: string; value: number; estimated?: boolean }>(undefined);
  /** What was handed on last and has not come back as the value yet. */
  const handed = useRef<number>(undefined);

  const id = own ?? fieldId(path);
  const { number, unit } = shown(field.measure, value);
  const settled = value === 0 && field.zero ? "" : unit === "°" ? number + unit : `${number} ${unit}`;

  const read = async (typed: string, done: boolean) => {
    window.clearTimeout(timer.current);
    reading.current?.abort();
    const mine = new AbortController();
    reading.current = mine;
    const words = typed.trim() === "" && field.zero ? field.zero : typed;
    const was = before.current;
    if (was && typed === was.words && was.value !== value) {
      setRefused(undefined);
      if (done) setDraft(null);
      handed.current = was.value;
      onChange(was.value, was.estimated ?? false, {});
      return;
    }
    if (typed === settled || (done && typed === last.current)) {
      // What was not changed is not read: it may be finer than it is shown.
      setRefused(undefined);
      if (done) setDraft(null);
      return;
    }
    try {
      const query = { field: path, text: words, unit, material, perTurn };
      const quantity = await take(client.GET("/quantities", { params: { query }, signal: mine.signal }));
      if (mine.signal.aborted) return;
      last.current = typed;
      setRefused(undefined);
      if (done) setDraft(null);
      setTold(quantity.words || undefined);
      if (quantity.value !== value) {
        handed.current = quantity.value;
        onChange(quantity.value, quantity.estimated, quantity.also ?? {});
      }
    } catch (failure) {
      if (mine.signal.aborted) return;
      setRefused(failure instanceof Failure ? failure.message : String(failure));
    }
  };

  const type = (typed: string) => {
    setDraft(typed);
    setTold(undefined);
    last.current = undefined;
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => read(typed, false), pause);
  };

  // A value that comes from elsewhere, the picture or a link, replaces what was refused here. One that was handed on
  // from here may come back after more was typed and refused: on a busy machine "5" does after "5 cm".
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another value or unit counts
  useEffect(() => {
    const own = handed.current === value;
    handed.current = undefined;
    if (own) return;
    setRefused(undefined);
    if (document.activeElement?.id !== id) setDraft(null);
  }, [value, units]);
  useEffect(() => () => window.clearTimeout(timer.current), []);

  const wrong = refused ?? error;
  return (
    <Row id={id} label={label ?? field.label} error={wrong}>
      <Box component="span" sx={{ display: "block" }}>
        <InputBase
          id={id}
          fullWidth
          autoFocus={autoFocus}
          value={draft ?? settled}
          placeholder={empty ?? (field.zero || example)}
          onChange={(e) => type(e.target.value)}
          onFocus={(e) => {
            before.current = { words: settled, value, estimated };
            e.target.select();
          }}
          onBlur={() => (draft !== null && draft !== settled ? read(draft, true) : setDraft(null))}
          onKeyDown={(e) => {
            if (e.key === "Enter" && draft !== null) read(draft, true);
            if (e.key === "Escape") {
              window.clearTimeout(timer.current);
              reading.current?.abort();
              setDraft(null);
              setRefused(undefined);
            }
          }}
          inputProps={{
            inputMode: "text",
            autoComplete: "off",
            spellCheck: false,
            "aria-invalid": !!wrong,
            "aria-describedby": wrong ? `${id}-error` : undefined,
          }}
        />
        {estimated && (
          <Box component="small" sx={rowNoteLook}>
            from the label
          </Box>
        )}
        {told && (
          <Box component="small" sx={rowNoteLook} role="status">
            {told}
          </Box>
        )}
      </Box>
    </Row>
  );
}

const rowNoteLook = { display: "block", paddingLeft: "4px", color: "text.secondary", lineHeight: 1 } as const;
