import type { Answer, Setup } from "../api/client";
import { useField } from "../parts/definitions";
import { useUnits } from "../parts/preferences";
import { arrowLength } from "./CurrentArrows";
import type { Frame } from "./frame";
import { Handle } from "./Handle";
import { rigOf } from "./rigs";

interface Props {
  setup: Setup;
  answer: Answer;
  frame: Frame;
  /** Where the current is drawn. */
  arrows: number;
  /** How the line is held is written where the current would be. */
  noted: boolean | undefined;
  /** Where the bait comes down, m. */
  landing: number | undefined;
  onChange: (changes: Record<string, unknown>) => void;
  onHold: (held: boolean) => void;
  onType: (path: string) => void;
}

/** Depth, target, cast and current, set where they are in the picture. */
export function Handles({ setup, answer, frame, arrows, noted, landing, onChange, onHold, onType }: Props) {
  const { show, snap } = useUnits();
  const depth = useField("water.depth");
  const cast = useField("cast.distance");
  const speed = useField("flow.speed");
  const { x, z, metresX, metresZ, width } = frame;
  const within = (value: number, min: number, max: number) => Math.min(Math.max(value, min), max);
  const step = (value: number) => (value >= 10 ? 0.5 : 0.1);

  const setDepth = (value: number) => {
    const next = within(snap("depth", value), depth.min, depth.max);
    const changes: Record<string, unknown> = { "water.depth": next };
    // A target that would be under the bed goes to the bed.
    if (setup.target.depth >= next) changes["target.depth"] = 0;
    onChange(changes);
  };
  // Under a float the stop is what is aimed at.
  const { floats, own } = rigOf(setup);
  // The stop of a rig of one's own is one of its parts.
  const fixed = floats && own;
  const bedAtCast = setup.water.depth + answer.bedSlope * setup.cast.distance;
  const setTarget = (value: number) => {
    const next = snap("depth", Math.max(value, 0.1));
    if (floats) onChange({ "rig.stop": Math.min(next, bedAtCast * 0.98) });
    else onChange({ "target.depth": next >= bedAtCast * 0.98 ? 0 : next, "target.height": 0 });
  };
  const setCast = (value: number) => {
    const next = within(snap("depth", value), cast.min, cast.max);
    onChange({ "cast.distance": next < 0.5 ? 0 : next, ...(next < 0.5 ? { "water.splashDepth": 0 } : {}) });
  };
  // Along the section the current has a sign; across it only its speed is set here.
  const direction = setup.flow.direction % 360;
  const along = direction === 0 || direction === 180;
  const signed = along && direction === 180 ? -setup.flow.speed : setup.flow.speed;
  const setFlow = (value: number) => {
    const next = within(snap("speed", Math.abs(value)), speed.min, speed.max);
    onChange({ "flow.speed": next, ...(along && next > 0 ? { "flow.direction": value < 0 ? 180 : 0 } : {}) });
  };
  const shownFlow = within(signed, -1.2, 1.2);
  const wanted = fixed
    ? answer.target
    : floats
      ? setup.rig.stop
      : setup.target.height > 0
        ? answer.target
        : setup.target.depth;
  const target = wanted === 0 ? bedAtCast : wanted;
  const castLeft = x(setup.cast.distance) > width - 110;
  // The target's handle keeps clear of where the bait comes down.
  const edge = width - 46;
  const down = landing === undefined ? Number.NEGATIVE_INFINITY : x(landing);
  const targetX = Math.abs(edge - down) < 70 ? down - 100 : edge;
  // The cast's label needs the room of the current's, or the words beside the rod do.
  const crowded =
    noted || Math.abs(x(setup.cast.distance) + (castLeft ? -50 : 50) - arrows) < (castLeft ? 100 : 120);
  const depthX = within(x(0) - 4, 70, width - 70);

  return (
    <g>
      {!answer.onBed && <path d={`M0 ${z(-target)}H${width}`} className="target-line" />}
      <Label
        x={depthX + 18}
        y={z(-setup.water.depth) - 14}
        text={show("depth", setup.water.depth)}
        onClick={() => onType("water.depth")}
        name="Type the depth"
      />
      {!fixed && (
        <Label
          x={targetX + 14}
          y={z(-target) - 14}
          anchor="end"
          text={answer.onBed ? "to the bed" : `to ${show("depth", target)}`}
          onClick={() =>
            onType(floats ? "rig.stop" : setup.target.height > 0 ? "target.height" : "target.depth")
          }
          name="Type the target depth"
        />
      )}
      <Label
        x={x(setup.cast.distance) + (castLeft ? -16 : 16)}
        y={z(0) - 14}
        anchor={castLeft ? "end" : undefined}
        text={`cast ${show("depth", setup.cast.distance)}`}
        onClick={() => onType("cast.distance")}
        name="Type the cast"
      />
      <Label
        x={arrows}
        y={crowded ? z(0) + 36 : z(0) - 14}
        anchor="middle"
        text={setup.flow.speed === 0 ? "no current" : `current ${show("speed", setup.flow.speed)}`}
        onClick={() => onType("flow.speed")}
        name="Type the current"
      />
      <Handle
        x={depthX}
        y={z(-setup.water.depth - answer.bedSlope * metresX(depthX))}
        label="Depth under the rod"
        grows="down"
        value={setup.water.depth}
        text={show("depth", setup.water.depth)}
        min={depth.min}
        max={depth.max}
        step={step(setup.water.depth)}
        onDrag={(_, y) => setDepth(-metresZ(y) - answer.bedSlope * metresX(depthX))}
        onStep={setDepth}
        onHold={onHold}
      />
      {!fixed && (
        <Handle
          x={targetX}
          y={z(-target)}
          label="Target depth"
          grows="down"
          value={target}
          text={answer.onBed ? "the bed" : show("depth", target)}
          min={0.1}
          max={Number(bedAtCast.toFixed(2))}
          step={step(target)}
          onDrag={(_, y) => setTarget(-metresZ(y))}
          onStep={setTarget}
          onHold={onHold}
        />
      )}
      <Handle
        x={x(setup.cast.distance)}
        y={z(0)}
        label="Cast"
        grows="right"
        value={setup.cast.distance}
        text={show("depth", setup.cast.distance)}
        min={cast.min}
        max={cast.max}
        step={step(setup.cast.distance)}
        onDrag={(px) => setCast(metresX(px))}
        onStep={setCast}
        onHold={onHold}
      />
      <Handle
        x={arrows + shownFlow * arrowLength}
        y={z(0) + 10}
        label="Current at the surface"
        grows="right"
        value={signed}
        text={
          setup.flow.speed === 0
            ? "none"
            : `${show("speed", setup.flow.speed)} ${along ? (signed < 0 ? "towards you" : "away from you") : "across"}`
        }
        min={along ? -speed.max : 0}
        max={speed.max}
        step={0.02}
        onDrag={(px) => setFlow((px - arrows) / arrowLength)}
        onStep={setFlow}
        onHold={onHold}
      />
    </g>
  );
}

function Label(p: {
  x: number;
  y: number;
  text: string;
  anchor?: "end" | "middle";
  name: string;
  onClick: () => void;
}) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a short way for pointers; keys have the handle and the field
    <text x={p.x} y={p.y} textAnchor={p.anchor} className="label" onClick={p.onClick}>
      <title>{p.name}</title>
      {p.text}
    </text>
  );
}
