import { useEffect, useState } from "react";
import { useTap } from "../../parts/useTap";

/** A watch that starts and stops with a tap anywhere on it, or with the space bar. */
export function Stopwatch({ floats, onTime }: { floats: boolean; onTime: (seconds: number) => void }) {
  const [since, setSince] = useState<number | null>(null);
  const [now, setNow] = useState(0);
  const tap = useTap(() => {
    const at = performance.now();
    if (since === null) {
      setSince(at);
      setNow(0);
      return;
    }
    setSince(null);
    onTime(Math.round((at - since) / 10) / 100);
  });

  useEffect(() => {
    if (since === null) return;
    const timer = window.setInterval(() => setNow((performance.now() - since) / 1000), 50);
    return () => window.clearInterval(timer);
  }, [since]);

  useEffect(() => {
    const key = (e: KeyboardEvent) => e.key === "Escape" && setSince(null);
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, []);

  const running = since !== null;
  const from = floats ? "let it go" : "it enters the water";
  const to = floats ? "it is up" : "it is down";
  return (
    <button type="button" className="watch" data-running={running || undefined} {...tap}>
      <span className="watch-time">{running ? now.toFixed(1) : "0.0"} s</span>
      <span className="watch-words">
        {running ? `Tap when ${to}` : `Tap when ${floats ? "you " : ""}${from}`}
      </span>
      <small>{running ? "Escape, or strike it after: it does not count" : "or press the space bar"}</small>
    </button>
  );
}
