import { useCallback, useEffect, useRef, useState } from "react";

export const speeds = [0.5, 1, 2, 4, 8] as const;

/** A clock over a drop: it runs, stops at the end, and can be set. */
export function useClock(end: number, start: number) {
  const [time, setTime] = useState(start);
  const [running, setRunning] = useState(false);
  const [speed, setSpeed] = useState<number>(4);
  const now = useRef(time);
  now.current = time;

  useEffect(() => {
    if (!running) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function tick(at) {
      const next = Math.min(now.current + ((at - last) / 1000) * speed, end);
      last = at;
      setTime(next);
      if (next >= end) setRunning(false);
      else frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [running, speed, end]);

  const set = useCallback((next: number) => setTime(Math.min(Math.max(next, 0), end)), [end]);
  const toggle = useCallback(() => {
    if (!running && now.current >= end - 1e-3) setTime(0);
    setRunning(!running);
  }, [running, end]);
  return { time: Math.min(time, end), set, running, toggle, stop: () => setRunning(false), speed, setSpeed };
}

/** Whether the person asks for less motion. */
export function useStill(): boolean {
  const [still, setStill] = useState(() => window.matchMedia("(prefers-reduced-motion: reduce)").matches);
  useEffect(() => {
    const query = window.matchMedia("(prefers-reduced-motion: reduce)");
    const changed = () => setStill(query.matches);
    query.addEventListener("change", changed);
    return () => query.removeEventListener("change", changed);
  }, []);
  return still;
}
