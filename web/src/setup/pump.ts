/** How one question is asked: told is given what comes before the end; what it returns is the end. */
export type Ask<Question, Answer> = (
  question: Question,
  signal: AbortSignal,
  told: (draft: Answer) => void,
) => Promise<Answer>;

/** What came of a question: its answer or a draft of it, or why there is none. */
export interface Came<Question, Answer> {
  of: Question;
  answer?: Answer;
  error?: Error;
  draft: boolean;
}

/**
 * Asks the newest of questions that come faster than they are answered. One that is under way is let go on until
 * its draft is out, so that something is always drawn; then the newest takes its place. The last one is answered
 * to the end.
 */
export function pump<Question, Answer>(
  ask: Ask<Question, Answer>,
  came: (what: Came<Question, Answer>) => void,
) {
  let wanted: { question: Question } | undefined;
  let running: { stop: AbortController; drafted: boolean } | undefined;
  let stopped = false;

  const next = () => {
    if (!wanted || stopped) return;
    const { question } = wanted;
    wanted = undefined;
    const run = { stop: new AbortController(), drafted: false };
    running = run;
    const over = () => {
      if (running !== run) return;
      running = undefined;
      next();
    };
    ask(question, run.stop.signal, (draft) => {
      if (stopped || running !== run) return;
      run.drafted = true;
      came({ of: question, answer: draft, draft: true });
      if (wanted) {
        run.stop.abort();
        over();
      }
    }).then(
      (answer) => {
        if (!stopped && running === run) came({ of: question, answer, draft: false });
        over();
      },
      (error: Error) => {
        if (!stopped && running === run && !run.stop.signal.aborted)
          came({ of: question, error, draft: false });
        over();
      },
    );
  };

  return {
    /** Asks this instead of what has not begun yet. */
    ask(question: Question) {
      wanted = { question };
      if (running?.drafted) {
        running.stop.abort();
        running = undefined;
      }
      if (!running) next();
    },
    stop() {
      stopped = true;
      running?.stop.abort();
    },
  };
}
