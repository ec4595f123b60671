import type { Answer, Head, Setup } from "../api/client";
import { useUnits } from "../parts/preferences";
import { Backdrop } from "./Backdrop";
import { arrowsAt, CurrentArrows } from "./CurrentArrows";
import type { Frame } from "./frame";
import { Handles } from "./Handles";
import { isBesideNote, Tackle } from "./Tackle";

export { Hand } from "./Hand";

interface Props {
  /** What is set now, for the handles; and what the answer is for, for the picture. */
  setup: Setup;
  answered: Setup;
  answer: Answer;
  head: Head | undefined;
  /** Seconds after the splash. */
  count: number;
  frame: Frame;
  stale: boolean;
  onChange: (changes: Record<string, unknown>) => void;
  onHold: (held: boolean) => void;
  /** Takes the path of the field that a clicked label belongs to. */
  onType: (path: string) => void;
}

/** The water in section, drawn from the engine's numbers. */
export function Section({
  setup,
  answered,
  answer,
  head,
  count,
  frame,
  stale,
  onChange,
  onHold,
  onType,
}: Props) {
  const { show } = useUnits();
  const stretched = frame.down / frame.along;
  const arrows = arrowsAt(frame, answered, head?.contact.boat.x);
  return (
    <svg
      className="section"
      data-stale={stale || undefined}
      width={frame.width}
      height={frame.height}
      role="group"
      aria-label={`The water in section: ${show("depth", setup.water.depth)} deep, cast ${show("depth", setup.cast.distance)}`}
    >
      <Backdrop setup={answered} answer={answer} frame={frame} />
      <CurrentArrows setup={answered} answer={answer} frame={frame} x={arrows} />
      {head && <Tackle setup={answered} answer={answer} head={head} count={count} frame={frame} />}
      <Handles
        setup={setup}
        answer={answer}
        frame={frame}
        arrows={arrows}
        noted={head && isBesideNote(head, frame, arrows)}
        landing={head?.fall.landing.x}
        onChange={onChange}
        onHold={onHold}
        onType={onType}
      />
      <text x={frame.width - 10} y={frame.height - 24} className="scale-note" textAnchor="end">
        {stretched > 1.02 ? `depth drawn ${stretched.toFixed(1)} × as tall as distance` : "to scale"}
      </text>
    </svg>
  );
}
