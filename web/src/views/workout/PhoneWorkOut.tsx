import { Box, Button, ButtonBase } from "@mui/material";
import { lazy, type ReactNode, Suspense, useState } from "react";
import type { Answer, Setup } from "../../api/client";
import * as looks from "../../parts/looks";
import { Dials } from "../../setup/Dials";

const Sheet = lazy(() => import("./Sheet"));

const sheets = ["Why", "Heads", "Conditions"] as const;
export type SheetName = (typeof sheets)[number];

interface Props {
  setup: Setup;
  answer: Answer | undefined;
  errors: Record<string, string>;
  /** How rod and line are held, drawn. */
  hand: ReactNode;
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
  hand,
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
      <Brief answer={answer} hand={hand} old={old} refused={refused} />
      {picture}
      <Box
        sx={{
          display: "grid",
          gridTemplateColumns: "repeat(3, 1fr)",
          borderTop: looks.rule,
        }}
      >
        {sheets.map((s) => (
          <Button key={s} size="small" aria-haspopup="dialog" onClick={() => onSheet(s)}>
            {s}
          </Button>
        ))}
      </Box>
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
function Brief({
  answer,
  hand,
  old,
  refused,
}: {
  answer: Answer | undefined;
  hand: ReactNode;
  old: boolean;
  refused?: ReactNode;
}) {
  const [whole, setWhole] = useState(false);
  if (!answer)
    return (
      <Box
        component="section"
        className="answer brief"
        sx={[looks.answer, briefLook]}
        aria-label="Answer"
        aria-busy={!refused}
      >
        {refused || <h1>Working it out…</h1>}
      </Box>
    );
  const { head, odds, count, range } = answer.brief;
  const pick = answer.heads[answer.pick];
  return (
    <Box
      component="section"
      className="answer brief"
      sx={[looks.answer, briefLook]}
      aria-label="Answer"
      data-old={old || undefined}
    >
      {refused}
      <h1 data-pick={pick ? pick.mass : "none"} aria-live="polite">
        <b>{head === "none" ? "None does it" : head}</b> {odds && <span>{odds}</span>}{" "}
        {count && (
          <span className="brief-count">
            {count} {range && <small>({range})</small>}
          </span>
        )}
      </h1>
      <ButtonBase
        sx={{
          display: "block",
          width: "100%",
          minHeight: "48px",
          fontSize: "1rem",
          textAlign: "left",
        }}
        aria-expanded={whole}
        onClick={() => setWhole(!whole)}
      >
        {whole || head === "none" ? (
          answer.sentence
        ) : (
          <>
            {hand} {answer.hand}
          </>
        )}
      </ButtonBase>
    </Box>
  );
}

const briefLook = {
  padding: "6px 12px",
  minHeight: 0,
  "& h1": {
    display: "flex",
    flexWrap: "wrap",
    alignItems: "baseline",
    gap: "0 12px",
    margin: 0,
    fontSize: "1.125rem",
  },
  // A line of its own where not all fits on one, so that the picture stays where it is when the odds take more room.
  [looks.narrow]: { "& .brief-count": { flexBasis: "100%" } },
  "& h1 b": { fontSize: "1.875rem" },
  "& h1 small": { fontWeight: 400 },
} as const;
