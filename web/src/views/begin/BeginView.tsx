import { Box, Button, ButtonBase } from "@mui/material";
import { useEffect } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Definitions, Field, Setup } from "../../api/client";
import { Failure } from "../../api/client";
import { useDefinitions } from "../../parts/definitions";
import { imperial } from "../../parts/imperial";
import * as looks from "../../parts/looks";
import { at } from "../../parts/path";
import { useKept, usePreferences } from "../../parts/preferences";
import { Aside } from "../../parts/Said";
import { View } from "../../parts/View";
import { Small } from "../../section/Small";
import { applies } from "../../setup/applies";
import { ChoiceField } from "../../setup/ChoiceField";
import { DirectionField } from "../../setup/DirectionField";
import { NumberField } from "../../setup/NumberField";
import { useAnswer } from "../../setup/useAnswer";
import { isBare, toAddress, useAddressText, useSetup } from "../../setup/useSetup";
import { Words } from "../../setup/Words";

/** What kind of fishing it is, three questions, and the answer. */
export default function BeginView() {
  const { begins } = useDefinitions();
  const { defaults } = useDefinitions();
  const navigate = useNavigate();
  const [from] = useAddressText("from");
  const kind = begins.find((b) => b.key === from);
  return (
    <View title="Begin" className="page begin" sx={[looks.page, { maxWidth: "1080px" }]}>
      {kind ? (
        <Questions key={kind.key} kind={kind} onBack={() => navigate("/begin")} />
      ) : (
        <Kinds
          onChoose={(b) =>
            navigate(`/begin?${new URLSearchParams({ ...toAddress(defaults, b.setup), from: b.key })}`)
          }
        />
      )}
    </View>
  );
}

type Kind = Definitions["begins"][number];

function Kinds({ onChoose }: { onChoose: (kind: Kind) => void }) {
  const { begins } = useDefinitions();
  const { units, setUnits } = usePreferences();
  const [, setBegun] = useKept("dunvel.begun", false);
  const navigate = useNavigate();
  const isImperial = units.depth === "ft";
  return (
    <>
      <h1>How will you fish?</h1>
      <p>
        Choose what is nearest; everything can be changed.{" "}
        <Button variant="outlined" aria-pressed={!isImperial} onClick={() => setUnits({})}>
          Metres and grams
        </Button>{" "}
        <Button variant="outlined" aria-pressed={isImperial} onClick={() => setUnits(imperial)}>
          Feet and ounces
        </Button>
      </p>
      <Box
        component="ul"
        className="kinds"
        sx={{
          display: "grid",
          gridTemplateColumns: "repeat(auto-fill, minmax(150px, 1fr))",
          gap: "8px",
          margin: "12px 0",
          padding: 0,
          listStyle: "none",
          "& span": { color: "text.secondary" },
        }}
      >
        {begins.map((b) => (
          <li key={b.key}>
            <ButtonBase sx={card} onClick={() => onChoose(b)}>
              <Small setup={b.setup} />
              <b>{b.name}</b>
              <span>{b.says}</span>
            </ButtonBase>
          </li>
        ))}
      </Box>
      <Aside>
        <Button
          variant="link"
          onClick={() => {
            setBegun(true);
            navigate("/");
          }}
        >
          Look at an example instead
        </Button>
      </Aside>
    </>
  );
}

/** What makes a kind one's own, with the answer as it comes. */
function Questions({ kind, onBack }: { kind: Kind; onBack: () => void }) {
  const { questions, fields, defaults } = useDefinitions();
  const { setup, change, replace } = useSetup();
  const [params] = useSearchParams();
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, of an address that names no more than the kind
  useEffect(() => {
    if (isBare(params)) replace(kind.setup);
  }, []);
  const [, setBegun] = useKept("dunvel.begun", false);
  const { data: answered, error, isPlaceholderData, isDraft, isOld } = useAnswer(setup);
  const navigate = useNavigate();
  const errors = error instanceof Failure ? error.fields : {};
  const matter = applies(fields, setup);
  const brief = answered?.answer.brief;
  const go = () => {
    setBegun(true);
    navigate(`/?${new URLSearchParams({ ...toAddress(defaults, setup), from: kind.key })}`);
  };
  return (
    <>
      <p>
        <Button variant="link" onClick={onBack}>
          Another kind
        </Button>
      </p>
      <h1>{kind.name}</h1>
      <Box
        className="begin-answer"
        sx={{
          position: "sticky",
          top: 0,
          zIndex: 1,
          minHeight: "56px",
          bgcolor: "background.paper",
          borderBottom: looks.rule,
          fontSize: "1.125rem",
          "& b": { fontSize: "1.625rem" },
          "& p": { margin: "8px 0" },
          "&[data-old] p": { color: "text.secondary" },
        }}
        data-old={isOld || undefined}
        aria-live="polite"
        aria-busy={isPlaceholderData || isDraft}
      >
        {error && !Object.keys(errors).length && <p role="alert">{error.message}</p>}
        {brief ? (
          <p>
            <b>{brief.head === "none" ? "None of the usual heads does it" : brief.head}</b> {brief.odds}{" "}
            {brief.count}
          </p>
        ) : (
          <p>Working it out…</p>
        )}
      </Box>
      {questions.map((q) => {
        const asked = q.fields
          .map((path) => fields.find((f) => f.path === path))
          .filter((f) => f && matter(f));
        if (asked.length === 0) return null;
        return (
          <Box
            component="fieldset"
            key={q.asks}
            sx={{
              maxWidth: "420px",
              margin: "16px 0 0",
              padding: 0,
              border: 0,
              "& legend": { padding: 0, fontSize: "1.0625rem", fontWeight: 650 },
            }}
          >
            <legend>{q.asks}</legend>
            {asked.map(
              (f) =>
                f && <Asked key={f.path} field={f} setup={setup} error={errors[f.path]} onChange={change} />,
            )}
          </Box>
        );
      })}
      <Button variant="contained" size="large" sx={{ my: 2.5 }} onClick={go}>
        See it in the water
      </Button>
    </>
  );
}

function Asked({
  field,
  setup,
  error,
  onChange,
}: {
  field: Field;
  setup: Setup;
  error?: string;
  onChange: (changes: Record<string, unknown>) => void;
}) {
  const { path } = field;
  const set = (value: unknown) => onChange({ [path]: value });
  if (field.type === "choice")
    return <ChoiceField path={path} value={at(setup, path) as string} error={error} onChange={set} />;
  const value = at(setup, path) as number;
  const way = path.replace("speed", "direction");
  return (
    <>
      <NumberField
        path={path}
        value={value}
        error={error}
        material={path === "line.diameter" ? setup.line.material : undefined}
        onChange={(next, fromLabel, also) =>
          onChange({
            [path]: next,
            ...also,
            ...(path === "line.diameter" && { "line.estimated": fromLabel }),
          })
        }
      />
      {path.endsWith(".speed") && (
        <>
          <Words path={path} value={value} onChange={onChange} />
          {value > 0 && (
            <DirectionField
              path={way}
              value={at(setup, way) as number}
              onChange={(v) => onChange({ [way]: v })}
            />
          )}
        </>
      )}
    </>
  );
}

/** A kind of fishing to choose: its picture, its name, what it is. */
const card = {
  display: "grid",
  gap: "2px",
  alignContent: "start",
  justifyItems: "stretch",
  width: 1,
  height: 1,
  padding: "8px",
  border: looks.rule,
  borderRadius: 1,
  textAlign: "left",
  "&:hover": { borderColor: "primary.main" },
} as const;
