import { Owned } from "../parts/Owned";
import { fromBox } from "./asTackle";
import { useBox } from "./useBox";

/** Takes what is owned into the conditions of a group. */
export default function FromBox({
  group,
  onChange,
}: {
  group: string;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const { data } = useBox();
  const how = fromBox[group];
  if (!how) return null;
  return (
    <Owned
      of={`box.${group}`}
      label="From the box"
      things={data?.filter((i) => how.takes(i.item)) ?? []}
      says="choose…"
      onPick={(item) => onChange(how.as(item))}
    />
  );
}
