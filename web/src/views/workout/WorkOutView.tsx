import { useState } from "react";
import { Failure, type Head } from "../../api/client";
import { fieldId } from "../../parts/Row";
import { View } from "../../parts/View";
import { CountStrip } from "../../section/CountStrip";
import { type Frame, fit, reachOf } from "../../section/frame";
import { Ladder } from "../../section/Ladder";
import { Section } from "../../section/Section";
import { useSize } from "../../section/useSize";
import { Conditions } from "../../setup/Conditions";
import { SaveBar } from "../../setup/SaveBar";
import { useAnswer } from "../../setup/useAnswer";
import { useChanges } from "../../setup/useChanges";
import { useAddressNumber, useSetup } from "../../setup/useSetup";
import { AnswerText } from "./AnswerText";
import { HeadTable } from "./HeadTable";

/** Conditions at the left, the water in the middle, the ladder of heads at the right, the answer above. */
export function WorkOutView() {
  const { setup, change, replace, opened } = useSetup();
  const [grams, setGrams] = useAddressNumber("head");
  const looked = setup.heads.find((mass) => Math.abs(mass * 1000 - (grams ?? -1)) < 1e-6);
  const {
    data: answered,
    error,
    isPlaceholderData,
    isDraft,
    isOld,
    askAgain,
  } = useAnswer(setup, looked, opened);
  const answer = answered?.answer;
  const { data: changes, soFar, share, isError, refetch } = useChanges(isDraft ? undefined : answered?.of);
  const [counted, setCounted] = useState<number>();
  const [held, setHeld] = useState<Frame | null>(null);
  const [sectionRef, size] = useSize<HTMLDivElement>();
  const [ladderRef, ladderSize] = useSize<HTMLDivElement>();

  const failure = error instanceof Failure ? error : undefined;
  const judged = (h: Head) => h.verdict !== "open" && !answered?.old.includes(h.mass);
  const head =
    answer &&
    (answer.heads.find((h) => judged(h) && Math.abs(h.mass * 1000 - (grams ?? -1)) < 1e-6) ??
      answer.heads[answer.closest]);
  const count = counted ?? answer?.wait ?? 0;
  // While something is dragged the scales stay, so that it stays under the finger.
  const frame =
    held ??
    (answered && size.width > 0
      ? fit(answered.of, answered.answer, head ? reachOf(head) : [], size.width, size.height)
      : null);

  const type = (path: string) => {
    const field = document.getElementById(fieldId(path));
    field?.closest("details")?.setAttribute("open", "");
    field?.scrollIntoView({ block: "center" });
    field?.focus();
  };

  return (
    <View title="Work out" bar={<SaveBar setup={setup} onOpen={replace} />} className="workout">
      <AnswerText
        of={answered?.of}
        answer={answer}
        head={head}
        changes={changes}
        soFar={soFar}
        share={share}
        failure={error}
        stale={isPlaceholderData}
        old={isOld}
        draft={isDraft}
        onChange={change}
        onAgain={askAgain}
        onLook={refetch}
        lookFailed={isError}
      />
      <Conditions
        setup={setup}
        answer={answer}
        changes={changes}
        errors={failure?.fields ?? {}}
        onChange={change}
      />
      <div className="water">
        <div className="section-box" ref={sectionRef}>
          {answered && frame && (
            <Section
              setup={setup}
              answered={answered.of}
              answer={answered.answer}
              head={head}
              count={count}
              frame={frame}
              stale={isOld}
              onChange={change}
              onHold={(on) => setHeld(on ? frame : null)}
              onType={type}
            />
          )}
        </div>
        {answer && <CountStrip answer={answer} head={head} count={count} onCount={setCounted} />}
      </div>
      <div className="ladder-box" data-old={isOld || undefined} ref={ladderRef}>
        {answer && frame && ladderSize.width > 0 && (
          <Ladder
            answer={answer}
            old={isPlaceholderData ? answer.heads.map((h) => h.mass) : answered.old}
            selected={head}
            count={count}
            frame={frame}
            width={ladderSize.width}
            onSelect={(h) => setGrams(Number((h.mass * 1000).toPrecision(8)))}
          />
        )}
      </div>
      {answered && <HeadTable answer={answered.answer} setup={answered.of} />}
    </View>
  );
}
