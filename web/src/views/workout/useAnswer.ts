import { useEffect, useRef, useState } from "react";
import { type Answer, Failure, type Problem, type Setup } from "../../api/client";
import { lines } from "../../api/stream";
import { useUnits } from "../../app/preferences";
import { type Came, pump } from "./pump";

type Units = ReturnType<typeof useUnits>["units"];

/** An answer and the setup it answers. Heads that it has not judged yet are those of the answer before: the old. */
export interface Answered {
  of: Setup;
  answer: Answer;
  old: number[];
}

interface Question {
  setup: Setup;
  units: Units;
  /** A head that is looked at, kg. */
  looked?: number;
}

/**
 * The server's answer to a setup, with the setup it answers: while the next one is under way the picture stays
 * whole. A draft is drawn as soon as it is there, and however fast the setup changes one always comes.
 */
export function useAnswer(setup: Setup, looked?: number) {
  const { units } = useUnits();
  const [answered, setAnswered] = useState<Answered>();
  const [came, setCame] = useState<Came<Question, Answer>>();
  const pumping = useRef<ReturnType<typeof pump<Question, Answer>>>(undefined);
  const key = JSON.stringify([setup, units]);
  const asked = useRef<{ key: string; question: Question }>({ key: "", question: { setup, units } });
  if (asked.current.key !== key) asked.current = { key, question: { setup, units, looked } };
  const { question } = asked.current;

  useEffect(() => {
    const own = pump(ask, (what) => {
      setCame(what);
      const { answer } = what;
      if (answer) setAnswered((before) => kept({ of: what.of.setup, answer, old: [] }, before));
    });
    pumping.current = own;
    return () => own.stop();
  }, []);
  useEffect(() => pumping.current?.ask(question), [question]);

  const here = came?.of === question;
  const away = here && came.error instanceof Failure && came.error.problem.status === 0;
  useEffect(() => {
    if (!away) return;
    const timer = setTimeout(() => pumping.current?.ask(question), again);
    return () => clearTimeout(timer);
  }, [away, question]);
  return {
    data: answered,
    error: here ? (came.error ?? null) : null,
    /** What is shown is of another setup, until its own comes. */
    isPlaceholderData: !here,
    /** The rest of what is said is still to come. */
    isDraft: !here || came.draft,
  };
}

/** How long after a server did not answer it is asked again, ms. */
const again = 3000;

/** The heads of a draft that are open yet as they were before. */
function kept(now: Answered, before: Answered | undefined): Answered {
  const old: number[] = [];
  const heads = now.answer.heads.map((h) => {
    const was = h.verdict === "open" && before?.answer.heads.find((b) => b.mass === h.mass);
    if (!was) return h;
    old.push(h.mass);
    return was;
  });
  return old.length ? { ...now, answer: { ...now.answer, heads }, old } : now;
}

async function ask(
  { setup, units, looked }: Question,
  signal: AbortSignal,
  told: (draft: Answer) => void,
): Promise<Answer> {
  let answer: Answer | undefined;
  await lines<{ draft?: Answer; result?: Answer; problem?: Problem }>(
    `/answers?draft=true${looked === undefined ? "" : `&looked=${looked}`}`,
    { setup, units },
    signal,
    (line) => {
      if (line.draft) told(line.draft);
      answer ??= line.result;
    },
  );
  if (!answer) throw new Error("The answer was cut off; ask again.");
  return answer;
}
