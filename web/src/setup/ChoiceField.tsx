import { NativeSelect } from "@mui/material";
import { useField } from "../parts/definitions";
import { fieldId, Row } from "../parts/Row";

interface Props {
  path: string;
  value: string;
  onChange: (value: string) => void;
  error?: string;
}

/** One of the options that the server knows for a field. */
export function ChoiceField({ path, value, onChange, error }: Props) {
  const field = useField(path);
  const id = fieldId(path);
  return (
    <Row id={id} label={field.label} error={error}>
      <NativeSelect
        id={id}
        value={value}
        onChange={(e) => onChange(e.target.value)}
        disableUnderline
        className="row-input"
      >
        {field.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.says}
          </option>
        ))}
        {!field.options.some((o) => o.value === value) && <option value={value}>{value}</option>}
      </NativeSelect>
    </Row>
  );
}
