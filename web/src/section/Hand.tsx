import type { Head } from "../api/client";

type Handling = Head["handling"];

/** How rod and line are held on the fall, in two small drawings beside the words that say it. */
export function Hand({ handling }: { handling: Handling }) {
  return (
    <svg viewBox="0 0 112 28" className="hand-drawn" aria-hidden="true">
      <path d="M0 25H48" />
      <path d={handling.down ? "M4 16Q26 17 45 22" : "M4 21Q28 16 45 4"} className="hand-rod" />
      <path d={handling.down ? "M4 16L13 16.6" : "M4 21L13 18.8"} className="hand-grip" />
      <path d="M60 4H112M73 4V13" className="hand-rod" />
      <rect x={70} y={11} width={14} height={13} rx={2} className="hand-spool" />
      {bails[handling.line].map((d, i) => (
        <path key={d} d={d} className="hand-bail" strokeDasharray={i > 0 ? "2 3" : undefined} />
      ))}
      <path d={lines[handling.line]} />
      {handling.line === "fed under a finger" && <path d="M90 4L87 11" className="hand-finger" />}
    </svg>
  );
}

// The bail lies back over the spool where it is open, and before it where it is closed: later on, where it is dashed.
const open = "M70 24C56 20 57 8 70 11";
const closed = "M72 25C86 31 96 24 92 12";
const bails: Record<Handling["line"], string[]> = {
  "bail open": [open],
  "fed under a finger": [open],
  "closed at the splash": [closed],
  "closed part-way": [open, closed],
};

// Line off the lip of the spool runs free; through the bail it is held.
const free = "M84 13C90 9 89 20 95 14S104 9 112 10";
const lines: Record<Handling["line"], string> = {
  "bail open": free,
  "fed under a finger": "M84 14L87 12L112 8",
  "closed at the splash": "M84 19L92 13L112 8",
  "closed part-way": free,
};
