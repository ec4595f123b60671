import { Autocomplete, createFilterOptions, InputBase } from "@mui/material";
import * as looks from "./looks";

/** How many are listed at once: more are found by typing. */
export const listed = 60;

const found = createFilterOptions<string>({ limit: listed });

/** A field for words, with those that were written before to take one from. */
export function Suggest({
  id,
  value,
  known,
  onChange,
  onLeave,
  placeholder,
  maxLength,
  boxed,
}: {
  id: string;
  value: string;
  known: string[];
  onChange: (value: string) => void;
  onLeave?: () => void;
  placeholder?: string;
  maxLength?: number;
  /** Ruled all around, where no row of a form rules it off. */
  boxed?: boolean;
}) {
  return (
    <Autocomplete
      id={id}
      freeSolo
      disableClearable
      fullWidth
      options={known}
      filterOptions={found}
      value={value}
      inputValue={value}
      onInputChange={(_, typed) => onChange(typed)}
      onBlur={onLeave}
      renderInput={({ slotProps, id: of }) => (
        <InputBase
          fullWidth
          id={of}
          placeholder={placeholder}
          sx={boxed ? looks.boxed : undefined}
          ref={slotProps.input.ref}
          onMouseDown={slotProps.input.onMouseDown}
          inputProps={{ ...slotProps.htmlInput, maxLength }}
        />
      )}
    />
  );
}
