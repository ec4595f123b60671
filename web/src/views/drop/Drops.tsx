import { type DropTest, Failure, type SavedDropTest, type Setup } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { useSay } from "../../parts/Undo";
import { useAddressNumber, useAddressText } from "../../setup/useSetup";
import { DropList, fresh } from "./DropList";
import { Against, Known } from "./Pictures";
import { Stopwatch } from "./Stopwatch";
import { Tied } from "./Tied";
import { useDropTestActions, useDropTests, useLook } from "./useDropTests";

interface Props {
  setup: Setup;
  onChange: (changes: Record<string, unknown>) => void;
  onOpen: (setup: Setup) => void;
}

/** A bait timed over and over: what is tied, the watch, the drops, and what they say. */
export function Drops({ setup, onChange, onOpen }: Props) {
  const [grams, setGrams] = useAddressNumber("head");
  const [deep, setDeep] = useAddressNumber("deep");
  const [place, setPlace] = useAddressText("place");
  const [held, setHeld] = useAddressText("held");
  const [id, setId] = useAddressNumber("test");
  const { show } = useUnits();
  const { data: tests } = useDropTests();
  const { keep, forget, remove, restore } = useDropTestActions();
  const say = useSay();
  const kept = tests?.find((t) => t.id === id);
  const test: DropTest = kept?.test ?? {
    setup,
    mass: grams !== undefined ? grams / 1000 : (setup.heads[Math.floor(setup.heads.length / 2)] ?? 0),
    depth: deep ?? 3,
    place: (place as DropTest["place"] | undefined) ?? "beside the boat",
    held: (held as DropTest["held"] | undefined) ?? "slack",
    drops: [],
  };
  const { data: look, error } = useLook(test, id);
  const failure = error ?? keep.error;
  const errors = failure instanceof Failure ? failure.fields : {};

  const inGrams = (kg: number) => Number((kg * 1000).toPrecision(8));
  /** Sets the fields of a test that is not kept yet by another. */
  const like = (t: DropTest) => {
    onOpen(t.setup);
    setGrams(inGrams(t.mass));
    setDeep(t.depth);
    setPlace(t.place);
    setHeld(t.held);
  };
  // Drops are of one bait on one head in one place: with another a new test begins.
  const begin = () => {
    if (!kept) return;
    like(kept.test);
    setId(undefined);
    forget();
    say("A new test begins; the other is kept.", () => setId(kept.id));
  };
  const drops = (change: (drops: DropTest["drops"]) => DropTest["drops"], words: string) => {
    let before = test.drops;
    const noted = (drops: DropTest["drops"]) => {
      before = drops;
      return change(drops);
    };
    keep.mutate(
      { test, of: kept, change: noted },
      {
        onSuccess: (now) => {
          if (!kept) setId(now.id);
          say(words, () => keep.mutate({ test: now.test, of: now, change: () => before }));
        },
      },
    );
  };
  const open = (t: SavedDropTest) => {
    like(t.test);
    setId(t.id);
  };

  return (
    <div className="droptest-all">
      <div className="droptest-watch">
        <Stopwatch
          floats={look?.floats ?? false}
          onTime={(s) => drops((d) => [...d, fresh(s)], `${s.toFixed(1)} s put in.`)}
        />
        {look && look.expected > 0 && (
          <p className="droptest-expected">
            {show("mass", test.mass)}: about <b>{look.now.toFixed(1)} s</b> is expected
            {look.fit.drops > 0 && `; by its form alone ${look.expected.toFixed(1)} s`}
          </p>
        )}
        {failure && (
          <p className="row-error" role="alert">
            {Object.values(errors).join(" ") || failure.message}
          </p>
        )}
        {look?.caution && <p className="droptest-caution">{look.caution}</p>}
        <DropList
          drops={test.drops}
          odd={look?.odd ?? []}
          onWater={test.place === "on the water"}
          onChange={drops}
        />
      </div>
      <div className="droptest-said">
        {look && <p className="droptest-words">{look.words}</p>}
        {look && <Known look={look} />}
        {look && <Against look={look} />}
      </div>
      <div className="droptest-tied">
        {kept ? (
          <>
            <h2>{kept.name}</h2>
            <p>
              <button type="button" onClick={begin}>
                Begin another, with the same bait
              </button>
            </p>
          </>
        ) : (
          <Tied
            test={test}
            errors={errors}
            onSetup={onChange}
            onTest={(t) => {
              if (t.mass !== undefined) setGrams(inGrams(t.mass));
              if (t.depth !== undefined) setDeep(t.depth);
              if (t.place !== undefined) setPlace(t.place);
              if (t.held !== undefined) setHeld(t.held);
            }}
          />
        )}
        <h2>Kept tests</h2>
        {tests?.length === 0 && <p className="aside">None yet. The first drop that is timed begins one.</p>}
        <ul className="droptest-kept">
          {tests?.map((t) => (
            <li key={t.id} aria-current={t.id === id || undefined}>
              <button type="button" className="link" onClick={() => open(t)}>
                {t.name}
              </button>
              <span>{counted(t)}</span>
              <button
                type="button"
                aria-label={`Delete ${t.name}`}
                onClick={() =>
                  remove.mutate(t.id, {
                    onSuccess: () => {
                      if (t.id === id) setId(undefined);
                      forget();
                      say(`“${t.name}” is deleted.`, () => restore.mutate(t.id));
                    },
                  })
                }
              >
                ×
              </button>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}

function counted(t: SavedDropTest) {
  const n = t.test.drops.filter((d) => !d.struck).length;
  return n === 1 ? "1 drop" : `${n} drops`;
}
