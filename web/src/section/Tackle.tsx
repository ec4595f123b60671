import { curveCatmullRom, curveLinear, line } from "d3-shape";
import type { Answer, Head, Part, Point, Setup } from "../api/client";
import { useUnits } from "../parts/preferences";
import type { Frame } from "./frame";
import { approachOf, type Boat, isAshore } from "./kinds";
import { lineAt, markEvery, marksUntil, placeAt, pointAlong } from "./motion";
import { rigOf } from "./rigs";

interface Props {
  setup: Setup;
  answer: Answer;
  head: Head;
  count: number;
  frame: Frame;
}

/** The parts that are seen on the line beside the one that is followed; a float is drawn where it lies. */
export const weighs: Part["what"][] = ["head", "hook", "sinker", "shot", "swivel"];

/** Boat and rod, the way of the bait down with ghosts of the line, and line and bait at the count. */
export function Tackle({ setup, answer, head, count, frame }: Props) {
  const { show } = useUnits();
  const { x, z } = frame;
  const { fall, contact } = head;
  const draw = line<Point>(
    (p) => x(p.x),
    (p) => z(p.z),
  );
  const end = fall.path.at(-1)?.time ?? 0;
  const now = Math.min(count, end);
  const bait = placeAt(head, count);
  const step = markEvery(end, z(-answer.target) - z(0));
  const marks = marksUntil(end, step);
  const drift = Math.hypot(answer.drift.x, answer.drift.y);
  const boat = answer.drift.x * now;
  // Whatever else is on the line than what is followed down.
  const rig = rigOf(setup);
  const { swims, lifts } = approachOf(setup);
  const others = answer.rig
    .filter((part, i) => i !== answer.felt && weighs.includes(part.what))
    .map((part) => pointAlong(lineAt(fall.lines, now), part.at))
    .filter((p) => p !== undefined);
  const bends = rig.floats ? curveLinear : curveCatmullRom;
  const float = rig.floats ? lineAt(fall.lines, now).at(-2) : undefined;
  const there = fall.outcome === "reached" ? fall.landing : undefined;
  const held = handWords(head.handling);
  const atWork = contact.curve.length > 1;
  return (
    <g>
      <Rod kind={setup.boat.kind} at={0} tip={head.handling.tip} frame={frame} faint={Math.abs(boat) > 0.4} />
      {Math.abs(boat) > 0.4 && <Rod kind={setup.boat.kind} at={boat} tip={head.handling.tip} frame={frame} />}
      {held && (
        <text x={x(boat) + 8} y={z(head.handling.tip) - 10} className="note">
          {held}
        </text>
      )}
      {drift > 0.01 && (
        <text x={Math.max(x(boat) - 14, 96)} y={z(0) + 30} className="note" textAnchor="end">
          drift {show("speed", drift)}
        </text>
      )}
      {[0.25, 0.5, 0.75, 1].map((share) => (
        <path key={share} d={draw.curve(bends)(lineAt(fall.lines, share * end)) ?? ""} className="ghost" />
      ))}
      {fall.path.length > 1 && <path d={draw.curve(curveLinear)(fall.path) ?? ""} className="fall-path" />}
      {marks.map((s) => {
        const p = placeAt(head, s);
        if (!p) return null;
        // Beside the depth under the rod, which is written to the right of its handle, there is room on the left only.
        const right = x(p.x) - Math.max(x(0), 70);
        const left = right > -20 && right < 70 && z(p.z) > z(-setup.water.depth) - 36;
        return (
          <g key={s} className="second">
            <circle cx={x(p.x)} cy={z(p.z)} r={2} />
            <text x={x(p.x) + (left ? -7 : 7)} y={z(p.z) + 4} textAnchor={left ? "end" : undefined}>
              {s} s
            </text>
          </g>
        );
      })}
      {swims && answer.onBed && (
        <Band
          low={setup.approach.bandLow}
          high={setup.approach.bandHigh}
          setup={setup}
          answer={answer}
          frame={frame}
        />
      )}
      {!answer.onBed && !rig.floats && (
        <path
          d={`M${x(frame.left)} ${z(-answer.target)}H${x(frame.right)}V${z(-answer.target - setup.target.band)}H${x(frame.left)}Z`}
          className="band"
        />
      )}
      {lifts && <Band low={0} high={answer.lift} setup={setup} answer={answer} frame={frame} />}
      {atWork && (
        <>
          <path d={draw.curve(curveCatmullRom)(contact.curve) ?? ""} className="line line-work" />
          {contact.curve[0] && (
            <circle cx={x(contact.curve[0].x)} cy={z(contact.curve[0].z)} r={4} className="rest" />
          )}
        </>
      )}
      <path
        d={draw.curve(bends)(lineAt(fall.lines, now)) ?? ""}
        className="line line-now"
        data-outcome={contact.outcome}
      />
      {there && <path d={`M${x(there.x) - 6} ${z(there.z)}h12`} className="landing" />}
      {bait && <circle cx={x(bait.x)} cy={z(bait.z)} r={6} className="bait" />}
      {float && <ellipse cx={x(float.x)} cy={z(float.z)} rx={5} ry={9} className="bait-second" />}
      {others.map((p, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts go by their order
        <circle key={i} cx={x(p.x)} cy={z(p.z)} r={4} className="bait-second" />
      ))}
    </g>
  );
}

/** The heights over the bed between which the bait is to swim or to hop. */
function Band({
  low,
  high,
  setup,
  answer,
  frame,
}: {
  low: number;
  high: number;
  setup: Setup;
  answer: Answer;
  frame: Frame;
}) {
  const { x, z, left, right } = frame;
  const edge = (m: number, height: number) =>
    `${x(m)} ${z(Math.min(height - setup.water.depth - answer.bedSlope * m, 0))}`;
  return (
    <path
      d={`M${edge(left, high)}L${edge(right, high)}L${edge(right, low)}L${edge(left, low)}Z`}
      className="band"
    />
  );
}

/** Whether words over the surface would stand where it is written beside the rod how rod and line are held. */
export function isBesideNote({ handling, contact }: Head, { x, z }: Frame, at: number): boolean {
  const from = x(contact.boat.x);
  const asLow = z(handling.tip) > z(0) - 26;
  return handWords(handling) !== "" && asLow && at > from - 60 && at < from + 250;
}

/** How rod and line are held, where that is not just as usual. */
function handWords({ down, line }: Head["handling"]): string {
  const words = {
    "bail open": "",
    "fed under a finger": "line through a finger",
    "closed at the splash": "bail closed",
    "closed part-way": "bail closed on the way",
  }[line];
  return [down ? "rod down" : "", words].filter(Boolean).join(", ");
}

/** What is fished from, with the rod; the tip, metres over the water, is where the engine has it. */
export function Rod({
  kind,
  at,
  tip: height,
  frame,
  faint,
}: {
  kind: Boat;
  at: number;
  tip: number;
  frame: Frame;
  faint?: boolean;
}) {
  const { x, z } = frame;
  const water = z(0);
  const tip = { x: x(at), y: z(height) };
  const size = Math.min(Math.max(3.6 * frame.along, 46), 84);
  const stern = tip.x - size * 0.35;
  const hand = { x: stern - size * 0.12, y: water - size * 0.16 };
  return (
    <g className={faint ? "boat boat-faint" : "boat"}>
      {isAshore(kind) ? (
        <path
          d={`M0 ${water - 8}H${stern - 4}L${stern + 10} ${water + 6}L0 ${water + 6}Z`}
          className="hull"
        />
      ) : (
        <path
          d={`M${stern} ${water - size * 0.13}H${stern - size}q${size * 0.08} ${size * 0.24} ${size * 0.22} ${size * 0.24}h${size * 0.56}q${size * 0.16} 0 ${size * 0.22} ${-size * 0.24}Z`}
          className="hull"
        />
      )}
      <path
        d={`M${hand.x} ${hand.y}Q${(hand.x + tip.x) / 2} ${Math.min(hand.y, tip.y) - 4} ${tip.x} ${tip.y}`}
        className="rod"
      />
    </g>
  );
}
