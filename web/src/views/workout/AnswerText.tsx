import type { Answer, Head, Setup } from "../../api/client";
import { Failure } from "../../api/client";
import { useUnits } from "../../app/preferences";
import { VerdictMark } from "../../parts/Mark";
import { Changes } from "./Changes";

interface Props {
  /** What is answered. */
  of: Setup | undefined;
  answer: Answer | undefined;
  head: Head | undefined;
  failure: Error | null;
  stale: boolean;
}

/** The answer in a sentence, the reasons next to it. */
export function AnswerText({ of, answer, head, failure, stale }: Props) {
  const { show } = useUnits();
  if (failure) {
    const fields = failure instanceof Failure ? Object.values(failure.fields) : [];
    return (
      <section className="answer answer-wrong" aria-label="Answer" role="alert">
        <h1>No answer yet</h1>
        {(fields.length ? fields : [failure.message]).map((m) => (
          <p key={m}>{m}</p>
        ))}
      </section>
    );
  }
  if (!answer) {
    return (
      <section className="answer" aria-label="Answer" aria-busy="true">
        <h1>Working it out…</h1>
      </section>
    );
  }
  const pick = answer.heads[answer.pick];
  const other = head && head !== pick && !answer.sentence.includes(head.reason) ? head : undefined;
  return (
    <section className="answer" aria-label="Answer" aria-live="polite" data-stale={stale || undefined}>
      <h1 data-pick={pick ? pick.mass : "none"}>{answer.sentence}</h1>
      <div className="reasons">
        {answer.notLighter && (
          <p>
            <b>Not lighter</b> {answer.notLighter}
          </p>
        )}
        {answer.notHeavier && (
          <p>
            <b>{pick ? "Not heavier" : "Instead"}</b> {answer.notHeavier}
          </p>
        )}
        {of && <Changes setup={of} />}
        {other && (
          <p>
            <VerdictMark verdict={other.verdict} /> <b>{show("mass", other.mass)}</b> {other.reason}.
          </p>
        )}
      </div>
      <p className="aside">
        {answer.cue} Wait {Math.round(answer.wait)} s: {answer.waitReason}.
        {pick && ` ${Math.floor(3600 / pick.fall.castTime)} casts an hour.`}
      </p>
    </section>
  );
}
