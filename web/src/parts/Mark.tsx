import type { Head } from "../api/client";

const words = { does: "does it", perhaps: "perhaps", no: "does not", open: "not judged yet" } as const;

/** A verdict by its shape: a filled disc does it, a half disc perhaps, a ring does not. */
export function Mark({
  verdict,
  x = 0,
  y = 0,
  r = 5,
}: {
  verdict: Head["verdict"];
  x?: number;
  y?: number;
  r?: number;
}) {
  return (
    <g className={`mark mark-${verdict}`}>
      <circle cx={x} cy={y} r={r} className="mark-ring" />
      {verdict === "does" && <circle cx={x} cy={y} r={r} className="mark-fill" />}
      {verdict === "perhaps" && (
        <path d={`M${x - r} ${y}A${r} ${r} 0 0 0 ${x + r} ${y}Z`} className="mark-fill" />
      )}
    </g>
  );
}

/** The mark in a line of text, with its words for those who do not see it. */
export function VerdictMark({ verdict }: { verdict: Head["verdict"] }) {
  return (
    <svg
      className="verdict"
      viewBox="-7 -7 14 14"
      width="14"
      height="14"
      role="img"
      aria-label={words[verdict]}
    >
      <Mark verdict={verdict} />
    </svg>
  );
}
