import { Box, Button, Checkbox } from "@mui/material";
import type { Part } from "../api/client";
import { useDefinitions } from "../parts/definitions";
import { Choose } from "../parts/Entry";
import * as looks from "../parts/looks";
import { useUnits } from "../parts/preferences";
import { fieldId, Row } from "../parts/Row";
import { Wrong } from "../parts/Said";
import { NumberField } from "./NumberField";

interface Props {
  parts: Part[];
  errors: Record<string, string>;
  onChange: (changes: Record<string, unknown>) => void;
}

/** A rig of one's own: what is on the line, from its end up, as a picture and as a list to change. */
export default function PartsField({ parts, errors, onChange }: Props) {
  const { show } = useUnits();
  const set = (next: Part[]) => onChange({ "rig.parts": [...next].sort((a, b) => a.at - b.at) });
  const put = (i: number, part: Part) => set(parts.map((p, k) => (k === i ? part : p)));
  const next = Number(((parts.at(-1)?.at ?? 0) + 0.2).toFixed(3));
  return (
    <Box
      component="fieldset"
      className="rig-box"
      sx={looks.rigBox}
      aria-label="The rig, from the end of the line up"
    >
      {parts.length > 0 && <Picture parts={parts} />}
      <Box
        component="ol"
        className="rig-parts"
        sx={{
          margin: 0,
          padding: 0,
          listStyle: "none",
          "& .row:first-child": { gridTemplateColumns: "minmax(0, 1fr) auto" },
          "& .MuiButton-link": { whiteSpace: "nowrap" },
          "& li": { borderBottom: looks.rule },
          "& li .row:not(:first-child)": { paddingLeft: "1rem" },
        }}
      >
        {parts.map((part, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts go by their order
          <li key={i}>
            <One
              part={part}
              i={i}
              errors={errors}
              onPart={(p) => put(i, p)}
              onRemove={() => set(parts.filter((_, k) => k !== i))}
            />
          </li>
        ))}
      </Box>
      {errors["rig.parts"] && <Wrong>{errors["rig.parts"]}</Wrong>}
      <Button
        variant="link"
        onClick={() => set([...parts, parts.length ? { what: "stop", at: next } : { what: "head", at: 0 }])}
      >
        Put something on{parts.length > 0 && `, ${show("depth", next)} up`}
      </Button>
    </Box>
  );
}

/** One part with what can be said of it. */
function One({
  part,
  i,
  errors,
  onPart,
  onRemove,
}: {
  part: Part;
  i: number;
  errors: Record<string, string>;
  onPart: (part: Part) => void;
  onRemove: () => void;
}) {
  const kinds = useDefinitions().parts;
  const kind = kinds.find((k) => k.what === part.what);
  const path = (of: string) => `rig.parts.${i}.${of}`;
  const wrong = errors[path("what")] ?? errors[path("slides")];
  const become = (what: Part["what"]) => {
    const next = kinds.find((k) => k.what === what);
    onPart({
      what,
      at: part.at,
      ...(next?.weighs && part.mass ? { mass: part.mass } : {}),
      ...(next?.slides && part.slides ? { slides: true } : {}),
    });
  };
  return (
    <>
      <Row id={fieldId(path("what"))} label={`Part ${i + 1}`} error={wrong}>
        <Box component="span" sx={{ display: "flex", gap: "8px", alignItems: "center" }}>
          <Choose
            id={fieldId(path("what"))}
            value={part.what}
            onChange={(e) => become(e.target.value as Part["what"])}
          >
            {kinds.map((k) => (
              <option key={k.what} value={k.what}>
                {k.what}
              </option>
            ))}
          </Choose>
          <Button variant="link" aria-label={`Delete part ${i + 1}, ${part.what}`} onClick={onRemove}>
            Delete
          </Button>
        </Box>
      </Row>
      {i > 0 && (
        <NumberField
          path="rig.part.at"
          id={fieldId(path("at"))}
          value={part.at}
          error={errors[path("at")]}
          onChange={(at) => onPart({ ...part, at })}
        />
      )}
      {i === 0 && errors[path("at")] && <Wrong>{errors[path("at")]}</Wrong>}
      {kind?.weighs && (
        <NumberField
          path="rig.part.mass"
          id={fieldId(path("mass"))}
          label={kind.ladder ? "Weight" : "Carries"}
          empty={kind.ladder ? "from the heads" : ""}
          value={part.mass ?? 0}
          error={errors[path("mass")]}
          onChange={(mass) => onPart({ ...part, mass: mass || undefined })}
        />
      )}
      {kind?.slides && i > 0 && (
        <Row id={fieldId(path("slides"))} label="The line runs through it">
          <Checkbox
            id={fieldId(path("slides"))}
            size="small"
            checked={!!part.slides}
            onChange={(e) => onPart({ ...part, slides: e.target.checked || undefined })}
          />
        </Row>
      )}
    </>
  );
}

const width = 274;
const x = 60;

/** The parts on their line, to scale where they are not too close together to be told apart. */
function Picture({ parts }: { parts: Part[] }) {
  const { show } = useUnits();
  const apart = 22;
  const whole = Math.max(parts.at(-1)?.at ?? 0, 0.1);
  const height = Math.max(apart * parts.length + 40, 150);
  const scale = (height - 50) / whole;
  let last = Number.NEGATIVE_INFINITY;
  const places = parts.map((p) => {
    last = Math.max(p.at * scale, last + apart);
    return height - 24 - last;
  });
  const top = Math.min(...places);
  return (
    <svg
      className="rig-editor"
      width={width}
      height={height}
      viewBox={`0 ${Math.min(top - 20, 0)} ${width} ${height - Math.min(top - 20, 0)}`}
    >
      <title>The rig, from the end of the line up</title>
      <path d={`M${x} ${Math.min(top - 20, 0)}V${height - 24}`} className="thread" />
      {parts.map((part, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts go by their order
        <g key={i} transform={`translate(${x} ${places[i]})`}>
          <Shape what={part.what} />
          <text x={26} y={4} className="note">
            {part.what}
            {part.mass ? ` ${show("mass", part.mass)}` : ""}
            {part.slides ? ", slides" : ""}
            {part.at > 0 ? `, ${show("depth", part.at)} up` : ", at the end"}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** A part as it is drawn on the line. */
function Shape({ what }: { what: Part["what"] }) {
  const bait = <path d="M0 0q-16-8-34 0q18 8 34 0Z" className="rig-bait" />;
  switch (what) {
    case "head":
      return (
        <>
          {bait}
          <circle r={7} className="rig-body" />
        </>
      );
    case "hook":
      return (
        <>
          {bait}
          <path d="M0 0v5a4 4 0 0 1-8 0" className="rig-measure" />
        </>
      );
    case "sinker":
      return <path d="M0-10q9 8 0 18q-9-10 0-18Z" className="rig-body" />;
    case "shot":
      return <circle r={4} className="rig-body" />;
    case "float":
      return <path d="M0-14q7 14 0 28q-7-14 0-28Z" className="rig-bait" />;
    case "swivel":
      return (
        <path
          d="M0-7a3.5 3.5 0 0 1 0 7a3.5 3.5 0 0 1 0 7a3.5 3.5 0 0 1 0-7a3.5 3.5 0 0 1 0-7Z"
          className="rig-measure"
        />
      );
    case "wire":
      return <path d="M0 0v20" className="rig-wire" />;
    case "blade":
      return <path d="M0-6q-9 7 0 14q9-7 0-14Z" className="rig-bait" />;
    case "stinger":
      return <path d="M0 0h-12v6a4 4 0 0 0 8 0" className="rig-measure" />;
    default:
      return <path d="M-5 0h10" className="rig-measure" />;
  }
}
