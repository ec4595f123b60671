import { type KeyboardEvent, type PointerEvent, type ReactNode, useRef } from "react";

interface Props {
  x: number;
  y: number;
  label: string;
  value: number;
  text: string;
  min: number;
  max: number;
  step: number;
  /** Which way on the picture the value grows. */
  grows: "down" | "up" | "right";
  /** Takes the place the pointer has been dragged to, in pixels of the picture. */
  onDrag: (x: number, y: number) => void;
  onStep: (value: number) => void;
  onHold: (held: boolean) => void;
  children?: ReactNode;
}

/** Something in the picture that is set where it is, by pointer or by keys. */
export function Handle({
  x,
  y,
  label,
  value,
  text,
  min,
  max,
  step,
  grows,
  onDrag,
  onStep,
  onHold,
  children,
}: Props) {
  const grip = useRef<{ dx: number; dy: number } | null>(null);

  const place = (e: PointerEvent<SVGGElement>) => {
    const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
    return { x: e.clientX - (box?.left ?? 0), y: e.clientY - (box?.top ?? 0) };
  };
  const down = (e: PointerEvent<SVGGElement>) => {
    if (e.button !== 0) return;
    e.preventDefault();
    e.currentTarget.focus();
    e.currentTarget.setPointerCapture(e.pointerId);
    const p = place(e);
    grip.current = { dx: x - p.x, dy: y - p.y };
    onHold(true);
  };
  const move = (e: PointerEvent<SVGGElement>) => {
    if (!grip.current) return;
    const p = place(e);
    onDrag(p.x + grip.current.dx, p.y + grip.current.dy);
  };
  const release = () => {
    if (!grip.current) return;
    grip.current = null;
    onHold(false);
  };
  const key = (e: KeyboardEvent) => {
    const more = grows === "down" ? ["ArrowDown", "ArrowRight"] : ["ArrowRight", "ArrowUp"];
    const less = grows === "down" ? ["ArrowUp", "ArrowLeft"] : ["ArrowLeft", "ArrowDown"];
    let next: number;
    if (more.includes(e.key)) next = value + step * (e.shiftKey ? 10 : 1);
    else if (less.includes(e.key)) next = value - step * (e.shiftKey ? 10 : 1);
    else if (e.key === "PageDown") next = value + step * (grows === "down" ? 10 : -10);
    else if (e.key === "PageUp") next = value + step * (grows === "down" ? -10 : 10);
    else if (e.key === "Home") next = min;
    else if (e.key === "End") next = max;
    else return;
    e.preventDefault();
    onStep(Math.min(Math.max(next, min), max));
  };

  return (
    <g
      className={`handle handle-${grows}`}
      transform={`translate(${x} ${y})`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={value}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuetext={text}
      aria-orientation={grows === "right" ? "horizontal" : "vertical"}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={release}
      onPointerCancel={release}
      onKeyDown={key}
    >
      <circle r={24} className="handle-touch" />
      <circle r={9} className="handle-grip" />
      <path
        d={
          grows === "right"
            ? "M-2.5-3-5.5 0-2.5 3M2.5-3 5.5 0 2.5 3"
            : "M-3-2.5 0-5.5 3-2.5M-3 2.5 0 5.5 3 2.5"
        }
        className="handle-arrows"
      />
      {children}
    </g>
  );
}
