import { Button } from "@mui/material";
import { lazy, type ReactNode, Suspense, useState } from "react";
import type { Answer, Setup } from "../../api/client";
import { Dials } from "../../setup/Dials";

const Sheet = lazy(() => import("./Sheet"));

const sheets = ["Why", "Heads", "Conditions"] as const;
export type SheetName = (typeof sheets)[number];

interface Props {
  setup: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  old: boolean;
  refused: ReactNode;
  picture: ReactNode;
  sheet: SheetName | undefined;
  onSheet: (sheet: SheetName | undefined) => void;
  /** What stands in each sheet. */
  inSheet: Record<SheetName, ReactNode>;
  onChange: (changes: Record<string, unknown>) => void;
}

/** On a phone the answer stays above, the dials below, the water between them, and the rest comes up as a sheet. */
export default function PhoneWorkOut({
  setup,
  answer,
  errors,
  old,
  refused,
  picture,
  sheet,
  onSheet,
  inSheet,
  onChange,
}: Props) {
  return (
    <>
      <Brief answer={answer} old={old} refused={refused} />
      {picture}
      <div className="phone-more">
        {sheets.map((s) => (
          <Button key={s} size="small" aria-haspopup="dialog" onClick={() => onSheet(s)}>
            {s}
          </Button>
        ))}
      </div>
      <Dials setup={setup} answer={answer} errors={errors} onChange={onChange} />
      {sheet && (
        <Suspense>
          <Sheet names={sheets} shown={sheet} onShow={onSheet}>
            {inSheet[sheet]}
          </Sheet>
        </Suspense>
      )}
    </>
  );
}

/** The answer as it is read at arm's length. */
export function Brief({
  answer,
  old,
  refused,
}: {
  answer: Answer | undefined;
  old: boolean;
  refused?: ReactNode;
}) {
  const [whole, setWhole] = useState(false);
  if (!answer)
    return (
      <section className="answer brief" aria-label="Answer" aria-busy={!refused}>
        {refused || <h1>Working it out…</h1>}
      </section>
    );
  const { head, odds, count, range } = answer.brief;
  const pick = answer.heads[answer.pick];
  return (
    <section className="answer brief" aria-label="Answer" data-old={old || undefined}>
      {refused}
      <h1 data-pick={pick ? pick.mass : "none"} aria-live="polite">
        <b>{head === "none" ? "None does it" : head}</b> {odds && <span>{odds}</span>}{" "}
        {count && (
          <span>
            {count} {range && <small>({range})</small>}
          </span>
        )}
      </h1>
      <button type="button" className="brief-hand" aria-expanded={whole} onClick={() => setWhole(!whole)}>
        {whole || head === "none" ? answer.sentence : answer.hand}
      </button>
    </section>
  );
}
