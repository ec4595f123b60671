import { useField } from "../parts/definitions";
import { Choose } from "../parts/Entry";
import { fieldId, Row } from "../parts/Row";

const names: [number, string][] = [
  [0, "↑ away"],
  [45, "↖ away, left"],
  [90, "← to the left"],
  [135, "↙ to you, left"],
  [180, "↓ to you"],
  [225, "↘ to you, right"],
  [270, "→ to the right"],
  [315, "↗ away, right"],
];

/** A direction against the cast, as seen by the angler who looks along it. */
export function DirectionField({
  path,
  value,
  onChange,
  label,
  id: own,
}: {
  path: string;
  value: number;
  onChange: (value: number) => void;
  /** Where it is not that of its field. */
  label?: string;
  /** Of the control, where it is not the only one of its field. */
  id?: string;
}) {
  const field = useField(path);
  const id = own ?? fieldId(path);
  const turned = ((value % 360) + 360) % 360;
  return (
    <Row id={id} label={label ?? field.label}>
      <Choose id={id} value={turned} onChange={(e) => onChange(Number(e.target.value))}>
        {names.map(([degrees, name]) => (
          <option key={degrees} value={degrees}>
            {name}
          </option>
        ))}
        {!names.some(([degrees]) => degrees === turned) && <option value={turned}>{turned}°</option>}
      </Choose>
    </Row>
  );
}
