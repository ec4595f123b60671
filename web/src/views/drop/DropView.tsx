import * as looks from "../../parts/looks";
import { Parts } from "../../parts/Parts";
import { Unread } from "../../parts/Unread";
import { View } from "../../parts/View";
import { SaveBar } from "../../setup/SaveBar";
import { useAddressText, useSetup } from "../../setup/useSetup";
import { CountDown } from "./CountDown";
import { Drops } from "./Drops";
import { Measure } from "./Measure";
import { Truth } from "./Truth";

const parts = [
  { key: "drops", label: "Time drops" },
  { key: "measure", label: "Measure flow and cast" },
  { key: "truth", label: "Truth check" },
  { key: "card", label: "Count-down card" },
] as const;

/** What an angler measures: baits that are dropped, the current, the cast; and what comes of it. */
export default function DropView() {
  const { setup, change, replace } = useSetup();
  const [part = "drops", setPart] = useAddressText("part");
  return (
    <View
      title="Drop test"
      bar={<SaveBar setup={setup} onOpen={replace} />}
      className="page droptest"
      sx={[
        looks.page,
        {
          maxWidth: "none",
          "& > h1": { margin: "8px 0 12px" },
          "& h2": { margin: "16px 0 4px", fontSize: "0.9375rem" },
          "& .axis": { fill: "none", stroke: "var(--palette-text-secondary)" },
          [looks.printed]: { "& > h1": { display: "none" } },
        },
      ]}
    >
      <h1>Drop test</h1>
      <Unread of={["drop_test"]} />
      <Parts
        label="What to measure"
        parts={parts}
        shown={parts.find((p) => p.key === part)?.key ?? "drops"}
        onShow={(key) => setPart(key === "drops" ? undefined : key)}
      />
      {part === "measure" && <Measure setup={setup} onChange={change} />}
      {part === "truth" && <Truth />}
      {part === "card" && <CountDown setup={setup} />}
      {!parts.some((p) => p.key === part && p.key !== "drops") && (
        <Drops setup={setup} onChange={change} onOpen={replace} />
      )}
    </View>
  );
}
