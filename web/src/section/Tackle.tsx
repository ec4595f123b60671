import { curveCatmullRom, curveLinear, line } from "d3-shape";
import type { Answer, Head, Point, Setup } from "../api/client";
import { useUnits } from "../app/preferences";
import type { Frame } from "./frame";
import { markEvery, placeAt } from "./motion";

interface Props {
  setup: Setup;
  answer: Answer;
  head: Head;
  count: number;
  frame: Frame;
}

/** Boat and rod, the way of the bait down, the line's curve, and the bait at the count. */
export function Tackle({ setup, answer, head, count, frame }: Props) {
  const { show } = useUnits();
  const { x, z } = frame;
  const { fall, contact } = head;
  const draw = line<Point>(
    (p) => x(p.x),
    (p) => z(p.z),
  );
  const moved = Math.hypot(contact.boat.x, contact.boat.y) > 0.4;
  const bait = placeAt(head, count);
  const step = markEvery(fall.time, z(-answer.target) - z(0));
  const marks = Array.from({ length: Math.floor(fall.time / step) }, (_, i) => (i + 1) * step);
  const drift = Math.hypot(answer.drift.x, answer.drift.y);
  const landing = fall.outcome === "reached" ? fall.landing : undefined;
  return (
    <g>
      <Rod kind={setup.boat.kind} at={0} setup={setup} frame={frame} faint={moved} />
      {moved && <Rod kind={setup.boat.kind} at={contact.boat.x} setup={setup} frame={frame} />}
      {drift > 0.01 && (
        <text x={Math.max(x(contact.boat.x) - 14, 96)} y={z(0) + 30} className="note" textAnchor="end">
          drift {show("speed", drift)}
        </text>
      )}
      {fall.path.length > 1 && <path d={draw.curve(curveLinear)(fall.path) ?? ""} className="fall-path" />}
      {marks.map((s) => {
        const p = placeAt(head, s);
        if (!p) return null;
        return (
          <g key={s} className="second">
            <circle cx={x(p.x)} cy={z(p.z)} r={2} />
            <text x={x(p.x) + 7} y={z(p.z) + 4}>
              {s} s
            </text>
          </g>
        );
      })}
      {contact.curve.length > 1 && (
        <path
          d={draw.curve(curveCatmullRom)(contact.curve) ?? ""}
          className={contact.outcome === "slack" ? "line line-slack" : "line"}
          data-outcome={contact.outcome}
        />
      )}
      {landing && <path d={`M${x(landing.x) - 6} ${z(landing.z)}h12`} className="landing" />}
      {contact.curve[0] && (
        <circle cx={x(contact.curve[0].x)} cy={z(contact.curve[0].z)} r={4} className="rest" />
      )}
      {bait && <circle cx={x(bait.x)} cy={z(bait.z)} r={6} className="bait" />}
    </g>
  );
}

/** What is fished from, with the rod; the tip is where the engine has it. */
function Rod({
  kind,
  at,
  setup,
  frame,
  faint,
}: {
  kind: string;
  at: number;
  setup: Setup;
  frame: Frame;
  faint?: boolean;
}) {
  const { x, z } = frame;
  const water = z(0);
  const tip = { x: x(at), y: z(setup.rod.tipHeight) };
  const size = Math.min(Math.max(3.6 * frame.along, 46), 84);
  const stern = tip.x - size * 0.35;
  const hand = { x: stern - size * 0.12, y: water - size * 0.16 };
  return (
    <g className={faint ? "boat boat-faint" : "boat"}>
      {kind === "bank" ? (
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
