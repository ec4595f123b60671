import { Box, ButtonBase } from "@mui/material";
import { useEffect, useState } from "react";
import * as looks from "../../parts/looks";
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
    <ButtonBase
      className="watch"
      sx={{
        display: "grid",
        placeContent: "center",
        gap: "4px",
        width: "100%",
        minHeight: "230px",
        border: "2px solid var(--palette-text-primary)",
        borderRadius: "8px",
        touchAction: "manipulation",
        userSelect: "none",
        "&[data-running]": {
          borderColor: "primary.main",
          boxShadow: "inset 0 0 0 4px var(--palette-primary-main)",
        },
        "& small": { color: "text.secondary" },
        [looks.thumb]: { minHeight: "38vh" },
      }}
      data-running={running || undefined}
      {...tap}
    >
      <Box component="span" sx={{ fontSize: "4rem", fontWeight: 750, lineHeight: 1 }}>
        {running ? now.toFixed(1) : "0.0"} s
      </Box>
      <Box component="span" sx={{ fontSize: "1.125rem", fontWeight: 650 }}>
        {running ? `Tap when ${to}` : `Tap when ${floats ? "you " : ""}${from}`}
      </Box>
      <small>{running ? "Escape, or strike it after: it does not count" : "or press the space bar"}</small>
    </ButtonBase>
  );
}
