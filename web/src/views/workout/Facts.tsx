import { Box } from "@mui/material";
import type { Answer } from "../../api/client";
import { KeepPicture } from "../../parts/KeepPicture";
import * as looks from "../../parts/looks";
import { Term } from "../../parts/Term";
import { Handed } from "../../setup/Handed";

/** Small facts about the head to tie on, each of which opens to what is behind it. */
export function Facts({ facts }: { facts: Answer["facts"] }) {
  return (
    <Box
      component="section"
      className="facts"
      sx={{
        display: "flex",
        flexWrap: "wrap",
        alignContent: "start",
        alignItems: "baseline",
        minHeight: "66px",
        gap: "0 16px",
        padding: "4px 16px 8px",
        borderTop: looks.rule,
        fontSize: "0.8125rem",
        "& summary": {
          padding: "4px 0",
          listStyle: "none",
          color: "text.secondary",
          textDecoration: "underline dotted",
          textUnderlineOffset: "3px",
        },
        "& summary b": { color: "text.primary", fontWeight: 650 },
        "& details[open]": { flexBasis: "100%" },
        "& p": { margin: "0 0 4px" },
      }}
      aria-label="More about it"
    >
      {facts.map((f) => (
        <details key={f.name} name="fact">
          <summary>
            {f.name} {f.short && <b>{f.short}</b>}
          </summary>
          <p>
            {f.words} {f.term && <Term of={f.term}>What that is</Term>}
          </p>
        </details>
      ))}
      <Handed to="/guide?trust=">How far to trust it</Handed>
      <KeepPicture of=".section" name="dunvel-water" />
    </Box>
  );
}
