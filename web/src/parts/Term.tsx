import { ButtonBase } from "@mui/material";
import { lazy, type ReactNode, Suspense, useState } from "react";

const TermPopover = lazy(() => import("./TermPopover"));

/** A word of the job: dotted, and it opens to what it means. */
export function Term({ of, children }: { of: string; children: ReactNode }) {
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <ButtonBase
        className="term"
        sx={{
          display: "inline",
          verticalAlign: "baseline",
          textDecoration: "underline dotted",
          textUnderlineOffset: "3px",
          textAlign: "inherit",
          cursor: "help",
        }}
        aria-haspopup="dialog"
        aria-expanded={at !== null}
        onClick={(e) => {
          e.currentTarget.focus(); // not every browser does it, and it is where one is back at
          setAt(e.currentTarget);
        }}
      >
        {children}
      </ButtonBase>
      {at && (
        <Suspense>
          <TermPopover of={of} at={at} onClose={() => setAt(null)} />
        </Suspense>
      )}
    </>
  );
}
