import { useEffect, useRef, useState } from "react";
import { type Answer, Failure, type Problem, type Setup } from "../api/client";
import { lines } from "../api/stream";
import { useUnits } from "../parts/preferences";
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
 * whole. A draft is drawn as soon as it is there, and however fast the setup changes one always comes. Nothing is
 * asked before it is wanted.
 */
export function useAnswer(setup: Setup, looked?: number, wanted = true) {
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
  useEffect(() => {
    if (wanted) pumping.current?.ask(question);
  }, [question, wanted]);

  const here = came?.of === question;
  useEffect(() => {
    const away = came?.error instanceof Failure && came.error.problem.status === 0;
    if (!away || came.of !== question) return;
    const timer = setTimeout(() => pumping.current?.ask(question), again);
    return () => clearTimeout(timer);
  }, [came, question]);
  const isOld = useLate(!here || !!came.error, came);
  return {
    data: answered,
    error: here ? (came.error ?? null) : null,
    /** What is shown is of another setup, until its own comes. */
    isPlaceholderData: !here,
    /** The rest of what is said is still to come. */
    isDraft: !here || came.draft,
    /** It has been so for longer than a picture takes, or is refused. */
    isOld,
    askAgain: () => pumping.current?.ask(question),
  };
}

/** How long a picture may be of what was set before until it is shown as old, ms. */
const late = 500;

/** Whether something has been waited for, since anything came, for longer than it should take. */
function useLate(waiting: boolean, came: unknown): boolean {
  const [isLate, setLate] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever comes begins the time anew
  useEffect(() => {
    setLate(false);
    if (!waiting) return;
    const timer = setTimeout(() => setLate(true), late);
    return () => clearTimeout(timer);
  }, [waiting, came]);
  return isLate;
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
