import { Box, Button } from "@mui/material";
import type { Change } from "../../api/client";
import * as looks from "../../parts/looks";
import { Working } from "../../parts/Working";

interface Props {
  changes: Change[] | undefined;
  /** Those that were found while the others are looked for. */
  soFar: Change[] | undefined;
  share: number | undefined;
  /** What the answer has said already. */
  said: string;
  /** The looking was given up. */
  failed: boolean;
  onAgain: () => void;
}

/** What would change the answer: the nearest in a line, the others on demand. */
export function Changes({ changes, soFar, share, said, failed, onAgain }: Props) {
  const [nearest, ...others] = (changes ?? soFar ?? []).filter((c) => !said.includes(c.words));
  return (
    <Box
      className="changes"
      sx={{
        flexBasis: "100%",
        "& span": { color: "text.secondary" },
        "& ul": { margin: 0, paddingLeft: "20px", columns: "300px" },
        [looks.thumb]: { minHeight: "48px" },
      }}
      aria-live="off"
      aria-busy={changes === undefined && !failed}
    >
      {failed && (
        <p>
          What would change it was not found out to the end.{" "}
          <Button variant="link" onClick={onAgain}>
            Look again
          </Button>
        </p>
      )}
      {changes === undefined && !failed && (
        <p>
          Looking for what would change it… <Working share={share} label="How far the looking is" />
        </p>
      )}
      {changes?.length === 0 && <p>Nothing near by would change it.</p>}
      {nearest && others.length === 0 && <p>{nearest.words}</p>}
      {nearest && others.length > 0 && (
        <details>
          <summary>
            {nearest.words} <span>{others.length} more</span>
          </summary>
          <ul>
            {others.map((c) => (
              <li key={c.words}>{c.words}</li>
            ))}
          </ul>
        </details>
      )}
    </Box>
  );
}
