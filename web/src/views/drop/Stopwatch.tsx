import { useEffect, useRef, useState } from "react";

/** A watch that starts and stops with a tap anywhere on it, or with the space bar. */
export function Stopwatch({ floats, onTime }: { floats: boolean; onTime: (seconds: number) => void }) {
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  const tap = useRef(() => {});
  tap.current = () => {
    const at = performance.now();
    if (since === null) {
      setSince(at);
      setNow(0);
      return;
    }
    setSince(null);
    onTime(Math.round((at - since) / 10) / 100);
  };

  useEffect(() => {
    if (since === null) return;
    const timer = window.setInterval(() => setNow((performance.now() - since) / 1000), 50);
    return () => window.clearInterval(timer);
  }, [since]);

  useEffect(() => {
    const busy = (e: KeyboardEvent) =>
      e.target instanceof HTMLElement && e.target.closest("input, select, textarea, [contenteditable]");
    const key = (e: KeyboardEvent) => {
      if (e.key === "Escape") setSince(null);
      if (e.key !== " " || busy(e)) return;
      e.preventDefault(); // it does not scroll the page, nor press what has the focus
      if (e.type === "keydown" && !e.repeat) tap.current();
    };
    window.addEventListener("keydown", key);
    window.addEventListener("keyup", key);
    return () => {
      window.removeEventListener("keydown", key);
      window.removeEventListener("keyup", key);
    };
  }, []);

  const running = since !== null;
  const from = floats ? "let it go" : "it enters the water";
  const to = floats ? "it is up" : "it is down";
  return (
    <button
      type="button"
      className="watch"
      data-running={running || undefined}
      onPointerDown={(e) => {
        if (e.button === 0) tap.current();
      }}
      onClick={(e) => {
        if (e.detail === 0) tap.current(); // by Enter, or by a screen reader
      }}
    >
      <span className="watch-time">{running ? now.toFixed(1) : "0.0"} s</span>
      <span className="watch-words">
        {running ? `Tap when ${to}` : `Tap when ${floats ? "you " : ""}${from}`}
      </span>
      <small>{running ? "Escape, or strike it after: it does not count" : "or press the space bar"}</small>
    </button>
  );
}
