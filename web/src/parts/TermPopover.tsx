import { Box, Popover } from "@mui/material";
import { Link } from "react-router";
import type { Guide } from "../api/client";
import { useGuide } from "./useGuide";

/** What a word of the job means, beside where it stands. */
export default function TermPopover({
  of,
  at,
  onClose,
}: {
  of: string;
  at: HTMLElement;
  onClose: () => void;
}) {
  const { data, error } = useGuide();
  const term = data?.terms.find((t) => t.key === of);
  return (
    <Popover
      open
      anchorEl={at}
      onClose={onClose}
      anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      slotProps={{ paper: { role: "dialog", "aria-label": term?.name ?? "What it means" } }}
    >
      <Box sx={{ maxWidth: "min(380px, 90vw)", padding: "12px 16px" }}>
        {error && <p role="alert">{error.message}</p>}
        {!error && !term && <p aria-busy="true">Opening…</p>}
        {term && (
          <>
            <b>{term.name}</b>
            <Meaning term={term} />
            <Link to={`/guide?words=${term.key}`}>All words</Link>
          </>
        )}
      </Box>
    </Popover>
  );
}

/** A paragraph on a word, with its formula and where that is from. */
export function Meaning({ term }: { term: Guide["terms"][number] }) {
  return (
    <>
      <p>{term.words}</p>
      {term.formula && (
        <Box component="p" className="formula" sx={{ fontStyle: "italic" }}>
          {term.formula}
        </Box>
      )}
      {term.source && <p className="note">{term.source}</p>}
    </>
  );
}
