import { useField } from "../parts/definitions";
import { Choose } from "../parts/Entry";
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
      <Choose id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        {field.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.says}
          </option>
        ))}
        {!field.options.some((o) => o.value === value) && <option value={value}>{value}</option>}
      </Choose>
    </Row>
  );
}
