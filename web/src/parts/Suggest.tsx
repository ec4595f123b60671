import { Autocomplete, createFilterOptions, InputBase } from "@mui/material";

const boxed = { border: 1, borderColor: "divider", borderRadius: 1 } as const;

/** How many are listed at once: more are found by typing. */
const listed = 60;

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
  ruled,
}: {
  id: string;
  value: string;
  known: string[];
  onChange: (value: string) => void;
  onLeave?: () => void;
  placeholder?: string;
  maxLength?: number;
  /** Ruled all around, where no row of a form rules it off. */
  ruled?: boolean;
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
          sx={ruled ? boxed : undefined}
          ref={slotProps.input.ref}
          onMouseDown={slotProps.input.onMouseDown}
          inputProps={{ ...slotProps.htmlInput, maxLength }}
        />
      )}
    />
  );
}
