import { Box, Button } from "@mui/material";
import { type DropTest, Failure, type SavedDropTest, type Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { useUnits } from "../../parts/preferences";
import { Aside, Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { useAddressNumber, useAddressText } from "../../setup/useSetup";
import { DropList, fresh } from "./DropList";
import * as own from "./looks";
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
  const named = ({ test: t }: SavedDropTest) =>
    `${t.setup.bait.form} ${show("size", t.setup.bait.length)} on ${show("mass", t.mass)}, ${t.place === "on the water" ? t.place : show("depth", t.depth)}`;
  const open = (t: SavedDropTest) => {
    like(t.test);
    setId(t.id);
  };

  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "minmax(260px, 300px) minmax(320px, 1fr) minmax(280px, 360px)",
        gap: "0 24px",
        [looks.thumb]: { display: "block" },
      }}
    >
      <Box sx={{ gridColumn: 2, gridRow: 1 }}>
        <Stopwatch
          floats={look?.floats ?? false}
          onTime={(s) => drops((d) => [...d, fresh(s)], `${s.toFixed(1)} s put in.`)}
        />
        {look && look.expected > 0 && (
          <Box component="p" className="droptest-expected" sx={{ margin: "8px 0", fontSize: "0.9375rem" }}>
            {show("mass", test.mass)}: about <b>{look.now.toFixed(1)} s</b> is expected
            {look.fit.drops > 0 && `; by its form alone ${look.expected.toFixed(1)} s`}
          </Box>
        )}
        {failure && <Wrong>{Object.values(errors).join(" ") || failure.message}</Wrong>}
        {look?.caution && (
          <Box
            component="p"
            className="droptest-caution"
            sx={{ margin: "8px 0", paddingLeft: "10px", borderLeft: looks.marked, fontWeight: 650 }}
          >
            {look.caution}
          </Box>
        )}
        <DropList
          drops={test.drops}
          odd={look?.odd ?? []}
          onWater={test.place === "on the water"}
          onChange={drops}
        />
      </Box>
      <Box sx={{ gridColumn: 3, gridRow: 1 }}>
        {look && (
          <Box component="p" className="droptest-words" sx={own.droptestWords}>
            {look.words}
          </Box>
        )}
        {look && <Known look={look} />}
        {look && <Against look={look} />}
      </Box>
      <Box sx={{ gridColumn: 1, gridRow: 1 }}>
        {kept ? (
          <>
            <h2>{named(kept)}</h2>
            <p>
              <Button variant="outlined" onClick={begin}>
                Begin another, with the same bait
              </Button>
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
        {tests?.length === 0 && <Aside>None yet. The first drop that is timed begins one.</Aside>}
        <Box
          component="ul"
          className="droptest-kept"
          sx={{
            margin: 0,
            padding: 0,
            listStyle: "none",
            "& li": {
              display: "grid",
              gridTemplateColumns: "1fr auto auto",
              gap: "8px",
              alignItems: "center",
              borderBottom: looks.rule,
            },
            "& li[aria-current]": {
              boxShadow: "inset 3px 0 var(--palette-primary-main)",
              paddingLeft: "8px",
            },
            "& span": { color: "text.secondary", whiteSpace: "nowrap" },
          }}
        >
          {tests?.map((t) => (
            <li key={t.id} aria-current={t.id === id || undefined}>
              <Button variant="link" onClick={() => open(t)}>
                {named(t)}
              </Button>
              <span>
                {counted(t)}, {onShortDay(t.created)}
              </span>
              <Button
                variant="outlined"
                aria-label={`Delete ${named(t)}, ${onShortDay(t.created)}`}
                onClick={() =>
                  remove.mutate(t.id, {
                    onSuccess: () => {
                      if (t.id === id) setId(undefined);
                      forget();
                      say(`“${named(t)}” is deleted.`, () => restore.mutate(t.id));
                    },
                  })
                }
              >
                ×
              </Button>
            </li>
          ))}
        </Box>
      </Box>
    </Box>
  );
}

const onShortDay = (iso: string) =>
  new Date(iso).toLocaleDateString(undefined, { day: "numeric", month: "short" });

function counted(t: SavedDropTest) {
  const n = t.test.drops.filter((d) => !d.struck).length;
  return n === 1 ? "1 drop" : `${n} drops`;
}
