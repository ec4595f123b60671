import { Button } from "@mui/material";
import type { ReactNode } from "react";
import type { Answer, Change, Head, Setup } from "../../api/client";
import { Failure } from "../../api/client";
import { Care } from "../../parts/Care";
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
    <div className="refused" role="alert">
      {(fields.length ? fields : [failure.message]).map((m) => (
        <p key={m}>{m}</p>
      ))}
      {fields.length === 0 && (
        <Button size="small" onClick={onAgain}>
          Try again
        </Button>
      )}
    </div>
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
      <section className="answer" aria-label="Answer" aria-busy={!failure}>
        {failure ? <Refused failure={failure} onAgain={onAgain} /> : <h1>Working it out…</h1>}
      </section>
    );
  }
  const pick = answer.heads[answer.pick];
  const other = head && head !== pick && !answer.sentence.includes(head.reason) ? head : undefined;
  const cautions = answer.notes.filter((n) => n.caution);
  return (
    <section
      className="answer"
      aria-label="Answer"
      data-stale={stale || undefined}
      data-old={old || undefined}
      data-draft={draft || undefined}
      data-depth={of.water.depth}
      aria-busy={stale && !failure}
    >
      {failure && <Refused failure={failure} onAgain={onAgain} />}
      <div className={answer.other ? "states" : undefined}>
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
      </div>
      <p className="hand">
        {hand} {answer.hand} {answer.asks}
      </p>
      {answer.both && <p className="both">{answer.both}</p>}
      <div className="reasons">
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
        <Changes changes={changes} soFar={soFar} share={share} failed={lookFailed} onAgain={onLook} />
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
      </div>
    </section>
  );

  function stateOf(speed: number): string {
    return speed > 0 ? `With ${show("speed", speed)} of current` : "With no current";
  }
}
