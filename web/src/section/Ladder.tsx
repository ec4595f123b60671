import type { KeyboardEvent } from "react";
import type { Answer, Head } from "../api/client";
import { Mark } from "../parts/Mark";
import { useUnits } from "../parts/preferences";
import type { Frame } from "./frame";
import { placeAt, spreadAt } from "./motion";

interface Props {
  answer: Answer;
  /** Masses of heads that are still as they were before. */
  old: number[];
  selected: Head | undefined;
  count: number;
  frame: Frame;
  width: number;
  onSelect: (head: Head) => void;
}

const foot = 74; // pixels under the water for weights and verdicts

/** Every head on a thread of its own, on the section's depth scale, hanging where the count has it. */
export function Ladder({ answer, old, selected, count, frame, width, onSelect }: Props) {
  const { show, shown } = useUnits();
  const { z } = frame;
  const bed = answer.onBed ? answer.target : undefined;
  const column = width / answer.heads.length;
  const at = selected ? answer.heads.indexOf(selected) : -1;

  const key = (e: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
    const next = by && answer.heads[at + by];
    if (!next) return;
    e.preventDefault();
    onSelect(next);
    const group = e.currentTarget;
    requestAnimationFrame(() => group.querySelector<SVGElement>('[aria-checked="true"]')?.focus());
  };

  return (
    <svg
      className="ladder"
      width={width}
      height={frame.height + foot}
      role="radiogroup"
      aria-label={`Heads after ${Math.round(count)} seconds`}
      onKeyDown={key}
    >
      <rect x={0} y={z(0)} width={width} height={frame.height - z(0)} fill="url(#water)" />
      {bed !== undefined && z(-bed) < frame.height && (
        <rect x={0} y={z(-bed)} width={width} height={frame.height - z(-bed)} className="ground" />
      )}
      <path d={`M0 ${z(0)}H${width}`} className="surface-line" />
      {answer.heads.some((h) => h.owned > 0) && (
        <>
          <path d="M8 5v14" className="rung-owned" />
          <text x={14} y={16} className="note">
            in the box
          </text>
        </>
      )}
      <path d={`M0 ${z(-answer.target)}H${width}`} className={answer.onBed ? "bed-line" : "target-line"} />
      {answer.heads.map((head, i) => {
        const x = column * (i + 0.5);
        const was = old.includes(head.mass);
        const depth = Math.min(
          -(placeAt(head, count)?.z ?? 0),
          was ? answer.target : Number.POSITIVE_INFINITY,
        );
        const down = head.fall.outcome === "reached" && count >= head.fall.time;
        const there = down || depth >= answer.target * 0.999;
        const size = Math.min(2.5 + 18 * Math.cbrt(head.mass), column * 0.45);
        const chosen = head === selected;
        const [high, low] = spreadAt(head, count);
        return (
          <g
            key={head.mass}
            className={`rung${chosen ? " rung-chosen" : ""}${there ? " rung-there" : ""}${i === answer.pick ? " rung-pick" : ""}${was ? " rung-old" : ""}`}
            role="radio"
            tabIndex={chosen || (at < 0 && i === 0) ? 0 : -1}
            aria-checked={chosen}
            aria-label={`${show("mass", head.mass)}: ${head.reason}`}
            onClick={() => onSelect(head)}
          >
            <title>
              {`${show("mass", head.mass)}${head.owned > 0 ? `, ${head.owned} in the box` : ""}: ${head.reason}`}
            </title>
            <rect
              x={x - column / 2}
              y={0}
              width={column}
              height={frame.height + foot}
              className="rung-touch"
            />
            <path d={`M${x} ${z(0)}V${z(-depth) - size}`} className="thread" />
            {low - high > 0.01 && !there && !was && (
              <path d={`M${x} ${z(-high)}V${z(-low)}`} className="bob-range" />
            )}
            {head.verdict !== "open" && (
              <circle cx={x} cy={z(-depth) - (there && answer.onBed ? size : 0)} r={size} className="bob" />
            )}
            <g transform={`translate(${x} ${frame.height + 12})`}>
              <Mark verdict={head.verdict} r={Math.min(5, column * 0.3)} />
            </g>
            {head.owned > 0 && <path d={`M${x + 7} ${frame.height + 24}v22`} className="rung-owned" />}
            <text transform={`translate(${x - 4} ${frame.height + 24}) rotate(90)`} className="rung-mass">
              {chosen ? show("mass", head.mass) : shown("mass", head.mass).number}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
