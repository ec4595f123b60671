import type { Change } from "../../api/client";
import { Working } from "../../parts/Working";

interface Props {
  changes: Change[] | undefined;
  /** Those that were found while the others are looked for. */
  soFar: Change[] | undefined;
  share: number | undefined;
  /** The looking was given up. */
  failed: boolean;
  onAgain: () => void;
}

/** What would change the answer: the nearest in a line, the others on demand. */
export function Changes({ changes, soFar, share, failed, onAgain }: Props) {
  const [nearest, ...others] = changes ?? soFar ?? [];
  return (
    <div className="changes" aria-live="off" aria-busy={changes === undefined && !failed}>
      {failed && (
        <p>
          What would change it was not found out to the end.{" "}
          <button type="button" className="link" onClick={onAgain}>
            Look again
          </button>
        </p>
      )}
      {changes === undefined && !failed && (
        <p>
          Looking for what would change it… <Working share={share} label="How far the looking is" />
        </p>
      )}
      {changes && !nearest && <p>Nothing near by would change it.</p>}
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
    </div>
  );
}
