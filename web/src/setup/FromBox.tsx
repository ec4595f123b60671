import { Choose } from "../parts/Entry";
import { fieldId, Row } from "../parts/Row";
import { fromBox } from "./asTackle";
import { useBox } from "./useBox";

/** Takes what is owned: one tap for the list, one for the thing. */
export default function FromBox({
  group,
  onChange,
}: {
  group: string;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const { data } = useBox();
  const how = fromBox[group];
  const owned = data?.filter((i) => how?.takes(i.item)) ?? [];
  if (!how || owned.length === 0) return null;
  const id = fieldId(`box.${group}`);
  return (
    <Row id={id} label="From the box">
      <Choose
        id={id}
        value=""
        onChange={(e) => {
          const saved = owned.find((i) => String(i.id) === e.target.value);
          if (saved) onChange(how.as(saved.item));
        }}
      >
        <option value="">choose…</option>
        {owned.map((i) => (
          <option key={i.id} value={i.id}>
            {i.name}
          </option>
        ))}
      </Choose>
    </Row>
  );
}
