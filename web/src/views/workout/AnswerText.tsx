import { Box, Button } from "@mui/material";
import type { ReactNode } from "react";
import type { Answer, Change, Head, Setup } from "../../api/client";
import { Failure } from "../../api/client";
import { Care } from "../../parts/Care";
import * as looks from "../../parts/looks";
import { VerdictMark } from "../../parts/Mark";
import { useUnits } from "../../parts/preferences";
import { Changes } from "./Changes";

interface Props {
  /** What is answered. */
  of: Setup | undefined;
  answer: Answer | undefined;
  head: Head | undefined;
  /** How rod and line are held, drawn. */
  hand: ReactNode;
  changes: Change[] | undefined;
  /** Those that were found so far. */
  soFar: Change[] | undefined;
  /** How far the looking for them is. */
  share: number | undefined;
  failure: Error | null;
  stale: boolean;
  /** And has been for a while. */
  old: boolean;
  /** More is still to come. */
  draft: boolean;
  onChange: (changes: Record<string, unknown>) => void;
  /** Asks once more. */
  onAgain: () => void;
  /** Looks once more for what would change it. */
  onLook: () => void;
  /** That was given up. */
  lookFailed: boolean;
}

/** What is wrong, over the last answer there was. */
export function Refused({ failure, onAgain }: { failure: Error; onAgain: () => void }) {
  const fields = failure instanceof Failure ? Object.values(failure.fields) : [];
  return (
    <Box className="refused" sx={looks.refused} role="alert">
      {(fields.length ? fields : [failure.message]).map((m) => (
        <p key={m}>{m}</p>
      ))}
      {fields.length === 0 && (
        <Button size="small" onClick={onAgain}>
          Try again
        </Button>
      )}
    </Box>
  );
}

/** The answer in a sentence, the reasons next to it. */
export function AnswerText({
  of,
  answer,
  head,
  hand,
  changes,
  soFar,
  share,
  failure,
  stale,
  old,
  draft,
  onChange,
  onAgain,
  onLook,
  lookFailed,
}: Props) {
  const { show } = useUnits();
  if (!answer || !of) {
    return (
      <Box component="section" className="answer" sx={looks.answer} aria-label="Answer" aria-busy={!failure}>
        {failure ? <Refused failure={failure} onAgain={onAgain} /> : <h1>Working it out…</h1>}
      </Box>
    );
  }
  const pick = answer.heads[answer.pick];
  const other = head && head !== pick && !answer.sentence.includes(head.reason) ? head : undefined;
  const cautions = answer.notes.filter((n) => n.caution);
  return (
    <Box
      component="section"
      className="answer"
      sx={looks.answer}
      aria-label="Answer"
      data-stale={stale || undefined}
      data-old={old || undefined}
      data-draft={draft || undefined}
      data-depth={of.water.depth}
      aria-busy={stale && !failure}
    >
      {failure && <Refused failure={failure} onAgain={onAgain} />}
      <Box className={answer.other ? "states" : undefined} sx={answer.other && states}>
        <h1 data-pick={pick ? pick.mass : "none"} aria-live="polite">
          {answer.other && <small>{stateOf(of.flow.speed)}</small>}
          {answer.sentence}
        </h1>
        {answer.other && (
          <h2>
            <small>
              {stateOf(of.other.speed)}
              <Button
                size="small"
                onClick={() =>
                  onChange({
                    "flow.speed": of.other.speed,
                    "flow.direction": of.other.direction,
                    "flow.nearBed": 0,
                    "other.speed": of.flow.speed,
                    "other.direction": of.flow.direction,
                  })
                }
              >
                Show this one
              </Button>
            </small>
            {answer.other.sentence}
          </h2>
        )}
      </Box>
      <p className="hand">
        {hand} {answer.hand} {answer.asks}
      </p>
      {answer.both && (
        <Box component="p" className="both" sx={{ fontWeight: 650 }}>
          {answer.both}
        </Box>
      )}
      <Box
        className="reasons"
        sx={{
          display: "flex",
          flexWrap: "wrap",
          gap: "0 24px",
          "& > p": { flexBasis: "100%" },
          "& b": { fontWeight: 650 },
          [looks.thumb]: { display: "block" },
        }}
      >
        {answer.notLighter && (
          <p>
            <b>Not lighter</b> {answer.notLighter}
          </p>
        )}
        {answer.notHeavier && !answer.sentence.includes(answer.notHeavier) && (
          <p>
            <b>{pick ? "Not heavier" : "Instead"}</b> {answer.notHeavier}
          </p>
        )}
        <Changes
          changes={changes}
          soFar={soFar}
          share={share}
          said={answer.sentence}
          failed={lookFailed}
          onAgain={onLook}
        />
        {cautions.map((n) => (
          <p key={n.words}>
            <b>Mind</b> {n.words}
          </p>
        ))}
        <Care folded cautions={answer.care} onMetal={(metal) => onChange({ "head.material": metal })} />
        {other && (
          <p>
            <VerdictMark verdict={other.verdict} /> <b>{show("mass", other.mass)}</b> {other.reason}.
          </p>
        )}
      </Box>
    </Box>
  );

  function stateOf(speed: number): string {
    return speed > 0 ? `With ${show("speed", speed)} of current` : "With no current";
  }
}

/** Two states of the water beside one another. */
const states = {
  display: "grid",
  gridTemplateColumns: "1fr 1fr",
  gap: "0 24px",
  "& h1, & h2": {
    margin: "0 0 4px",
    fontSize: "1.125rem",
    lineHeight: 1.25,
    fontWeight: 650,
    textWrap: "pretty",
  },
  "& h2": { paddingLeft: "24px", borderLeft: looks.rule },
  "& small": {
    display: "block",
    minHeight: 24,
    color: "text.secondary",
    fontSize: "0.8125rem",
    fontWeight: 400,
  },
  "& small .MuiButton-root": { marginLeft: "8px", padding: "0 4px" },
  [looks.thumb]: { display: "block", "& h2": { padding: "4px 0 0", borderLeft: 0, borderTop: looks.rule } },
} as const;
