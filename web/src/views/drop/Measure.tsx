import { Box, Button } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import { client, Failure, type MeasureQuestion, type Setup, take } from "../../api/client";
import { Choose, Entry } from "../../parts/Entry";
import { at } from "../../parts/path";
import { useUnits } from "../../parts/preferences";
import { fieldId, Row } from "../../parts/Row";
import { Aside, Wrong } from "../../parts/Said";
import { useSay } from "../../parts/Undo";
import { atTime, onDay, onTheWall } from "../../parts/when";
import { useTracks } from "../../setup/useTracks";

type Key = Exclude<keyof MeasureQuestion, "way" | "mass" | "drift" | "at">;

interface Way {
  way: MeasureQuestion["way"];
  title: string;
  words: string;
  fields: { key: Key; label: string; hint: string; optional?: boolean }[];
  mass?: string;
}

const ways: Way[] = [
  {
    way: "float",
    title: "Current, by a float",
    words: "Let a float go by two marks a known length apart, and time it a few times.",
    fields: [
      { key: "length", label: "Length", hint: "10 m" },
      { key: "times", label: "Times", hint: "21 19.5 22" },
    ],
  },
  {
    way: "line angle",
    title: "Current, by the angle of the line",
    words:
      "From a boat at anchor or a pier, let a head hang off the bed and read the angle of the line at the rod tip from the vertical, or measure how far it is aside over how far it is down.",
    mass: "Head that hangs",
    fields: [
      { key: "out", label: "Line from the tip", hint: "9 m" },
      { key: "angle", label: "Angle", hint: "25°, or 40 / 90 cm" },
    ],
  },
  {
    way: "two positions",
    title: "Drift, by two positions",
    words:
      "Read the position twice while the boat drifts. With the course of the cast its direction is set too.",
    fields: [
      { key: "from", label: "From", hint: "12.3456, -4.5678" },
      { key: "to", label: "To", hint: "12.3461, -4.5671" },
      { key: "time", label: "Time between", hint: "5 min" },
      { key: "toward", label: "Compass course of the cast", hint: "120°", optional: true },
    ],
  },
  {
    way: "track",
    title: "Drift, along a track",
    words: "Of a GPX file that was taken in with the log, or of the boat’s instruments.",
    fields: [{ key: "toward", label: "Compass course of the cast", hint: "120°", optional: true }],
  },
  {
    way: "log",
    title: "Current, by the log",
    words:
      "Where the line that was out at the touch was counted in the log, a place tells how its current is against what is entered there by eye.",
    fields: [],
  },
  {
    way: "cast",
    title: "Cast, by turns or paces",
    words: "Count the turns of the reel that bring a cast in, or pace it on a field, a few times.",
    mass: "Head that was cast",
    fields: [
      { key: "each", label: "Line a turn, or a pace", hint: "0.72 m" },
      { key: "counts", label: "Counts", hint: "38 41 40" },
    ],
  },
];

/** Currents, drifts and casts from what is timed, counted or read. */
export function Measure(props: { setup: Setup; onChange: (changes: Record<string, unknown>) => void }) {
  return (
    <Box
      sx={{
        display: "grid",
        gridTemplateColumns: "repeat(auto-fit, minmax(300px, 1fr))",
        gap: "8px 32px",
      }}
    >
      {ways.map((w) => (
        <One key={w.way} {...props} way={w} />
      ))}
    </Box>
  );
}

function One({
  way,
  setup,
  onChange,
}: {
  way: Way;
  setup: Setup;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const { units, show } = useUnits();
  const [texts, setTexts] = useState<Partial<Record<Key, string>>>({});
  const [mass, setMass] = useState(setup.heads[Math.floor(setup.heads.length / 2)] ?? 0);
  const say = useSay();
  const typed = useRested(texts, 350);
  const along = way.way === "track";
  const drifts = useDrifts(along);
  const [chosen, setChosen] = useState(0);
  const drift = drifts[chosen]?.drift;
  const logged = way.way === "log";
  const places = useLoggedFlows(logged);
  const place = places[chosen];
  const whole = along
    ? !!drift
    : logged
      ? !!place
      : way.fields.every((f) => f.optional || typed[f.key]?.trim());
  const question: MeasureQuestion = {
    way: way.way,
    mass,
    ...(along ? { drift } : {}),
    ...(logged ? { at: place } : {}),
    ...typed,
  };
  const { data, error } = useQuery({
    queryKey: ["measure", question, setup, units],
    queryFn: ({ signal }) => take(client.POST("/measurements", { body: { question, setup, units }, signal })),
    enabled: whole,
    retry: false,
  });
  const errors = whole && error instanceof Failure ? error.fields : {};
  const elsewhere = Object.entries(errors).filter(([key]) => !way.fields.some((f) => f.key === key));
  const found = whole && !error ? data : undefined;
  const use = () => {
    if (!found) return;
    const before = Object.fromEntries(Object.keys(found.changes).map((path) => [path, at(setup, path)]));
    onChange(found.changes);
    say("It is in the conditions now.", () => onChange(before));
  };
  return (
    <section aria-label={way.title}>
      <h2>{way.title}</h2>
      <Aside>{way.words}</Aside>
      {way.mass && (
        <Row id={fieldId(`${way.way}-mass`)} label={way.mass}>
          <Choose
            id={fieldId(`${way.way}-mass`)}
            value={mass}
            onChange={(e) => setMass(Number(e.target.value))}
          >
            {setup.heads.map((m) => (
              <option key={m} value={m}>
                {show("mass", m)}
              </option>
            ))}
          </Choose>
        </Row>
      )}
      {along && drifts.length === 0 && (
        <p>
          No track is kept that drifts. <Link to="/log?part=exchange">Take a GPX file in</Link>, or keep that
          of the instruments with a trip.
        </p>
      )}
      {along && (
        <Chosen
          id="track-drift"
          label="Drift"
          of={drifts.map((d) => {
            const from = onTheWall(new Date(d.drift.from));
            return `${onDay(from)} ${atTime(from)}, ${d.name}`;
          })}
          value={chosen}
          onChange={setChosen}
        />
      )}
      {logged && places.length === 0 && (
        <p>
          No place tells it yet. <Link to="/log?part=teaches">What the log teaches</Link> looks for it, under
          “Your hand”.
        </p>
      )}
      {logged && (
        <Chosen
          id="log-place"
          label="Place"
          of={places.map((f) => f.where)}
          value={chosen}
          onChange={setChosen}
        />
      )}
      {way.fields.map((f) => {
        const id = fieldId(`${way.way}-${f.key}`);
        return (
          <Row key={f.key} id={id} label={f.label} error={errors[f.key]}>
            <Entry
              id={id}
              value={texts[f.key] ?? ""}
              placeholder={f.hint}
              autoComplete="off"
              aria-invalid={!!errors[f.key]}
              aria-describedby={errors[f.key] ? `${id}-error` : undefined}
              onChange={(e) => setTexts({ ...texts, [f.key]: e.target.value })}
            />
          </Row>
        );
      })}
      {whole && error && (elsewhere.length > 0 || Object.keys(errors).length === 0) && (
        <Wrong>{elsewhere.map(([, words]) => words).join(" ") || error.message}</Wrong>
      )}
      {found && (
        <Box component="p" className="measure-found" sx={{ margin: "8px 0" }} role="status">
          <b>{found.words}</b>{" "}
          <Button variant="outlined" onClick={use}>
            Use it
          </Button>
        </Box>
      )}
    </section>
  );
}

/** One of a few, by its number. */
function Chosen(props: {
  id: string;
  label: string;
  of: string[];
  value: number;
  onChange: (value: number) => void;
}) {
  if (props.of.length === 0) return null;
  const id = fieldId(props.id);
  return (
    <Row id={id} label={props.label}>
      <Choose id={id} value={props.value} onChange={(e) => props.onChange(Number(e.target.value))}>
        {props.of.map((words, i) => (
          <option key={words} value={i}>
            {words}
          </option>
        ))}
      </Choose>
    </Row>
  );
}

/** What the log has learnt of the currents at places. */
function useLoggedFlows(wanted: boolean) {
  const { data } = useQuery({
    queryKey: ["preferences"],
    queryFn: ({ signal }) => take(client.GET("/preferences", { signal })),
    enabled: wanted,
  });
  return data?.learnt?.bias.flows ?? [];
}

/** The drifts of all tracks that are kept, the latest track first. */
function useDrifts(wanted: boolean) {
  const { data: tracks } = useTracks();
  return wanted ? (tracks ?? []).flatMap((t) => t.drifts.map((drift) => ({ name: t.name, drift }))) : [];
}

/** A value once it has not changed for a while. */
function useRested<T>(value: T, pause: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setRested(value), pause);
    return () => window.clearTimeout(timer);
  }, [value, pause]);
  return rested;
}
