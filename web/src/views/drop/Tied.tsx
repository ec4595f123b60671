import type { DropTest } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { Choose } from "../../parts/Entry";
import { Owned } from "../../parts/Owned";
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";
import { Aside } from "../../parts/Said";
import { asBait, asHead } from "../../setup/asTackle";
import { ChoiceField } from "../../setup/ChoiceField";
import { NumberField } from "../../setup/NumberField";
import { useBox } from "../../setup/useBox";

interface Props {
  test: DropTest;
  errors: Record<string, string>;
  onSetup: (changes: Record<string, unknown>) => void;
  onTest: (changes: { mass?: number; depth?: number; place?: string; held?: string }) => void;
}

/** What is dropped, where, and how the line is held. */
export function Tied({ test, errors, onSetup, onTest }: Props) {
  const { places, holds } = useDefinitions();
  const { data: box } = useBox();
  const { show } = useUnits();
  const { setup } = test;
  const baits = (box ?? []).filter((i) => i.item.kind === "bait");
  const heads = (box ?? []).filter((i) => i.item.kind === "head");
  const onWater = test.place === "on the water";
  return (
    <section className="tied" aria-label="What is dropped">
      <Owned
        of="pick-Bait in the box"
        label="Bait in the box"
        things={baits}
        says={`${setup.bait.form}, ${show("size", setup.bait.length)}`}
        onPick={(item) => onSetup(asBait(item))}
      />
      <ChoiceField path="bait.form" value={setup.bait.form} onChange={(v) => onSetup({ "bait.form": v })} />
      <NumberField
        path="bait.length"
        value={setup.bait.length}
        error={errors["bait.length"]}
        onChange={(v) => onSetup({ "bait.length": v })}
      />
      <ChoiceField path="bait.body" value={setup.bait.body} onChange={(v) => onSetup({ "bait.body": v })} />
      <NumberField
        path="bait.weighed"
        value={setup.bait.weighed}
        error={errors["bait.weighed"]}
        onChange={(v) => onSetup({ "bait.weighed": v })}
      />
      <Owned
        of="pick-Head in the box"
        label="Head in the box"
        things={heads}
        says={`${show("mass", test.mass)} ${setup.head.shape}`}
        onPick={(item) => {
          onSetup(asHead(item));
          onTest({ mass: item.mass });
        }}
      />
      <NumberField
        path="drop.mass"
        value={test.mass}
        error={errors.mass}
        onChange={(mass) => onTest({ mass })}
      />
      <Choice
        label="Place"
        id="place"
        options={places}
        value={test.place}
        onChange={(place) => onTest({ place })}
      />
      {!onWater && (
        <NumberField
          path="drop.depth"
          value={test.depth}
          error={errors.depth}
          onChange={(depth) => onTest({ depth })}
        />
      )}
      {!onWater && (
        <Choice
          label="Line held"
          id="held"
          options={holds}
          value={test.held}
          onChange={(held) => onTest({ held })}
        />
      )}
      {onWater && (
        <Aside>
          With the cast, depth, current and wind that are set in Work out:{" "}
          {show("depth", setup.cast.distance)} into {show("depth", setup.water.depth)}. Count from the splash
          to the touch with the bail open.
        </Aside>
      )}
    </section>
  );
}

function Choice(p: {
  label: string;
  id: string;
  options: string[];
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <Row id={fieldId(p.id)} label={p.label}>
      <Choose id={fieldId(p.id)} value={p.value} onChange={(e) => p.onChange(e.target.value)}>
        {p.options.map((o) => (
          <option key={o}>{o}</option>
        ))}
      </Choose>
    </Row>
  );
}
