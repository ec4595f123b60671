import { Box } from "@mui/material";
import type { LivePart, LogEvent } from "../api/client";
import { isFresh, type Live } from "../parts/live";
import { useUnits } from "../parts/preferences";

/** What of the instruments goes with a tap: all that is heard at that moment. */
export function aboard(live: Live | undefined): LogEvent["aboard"] {
  if (!live) return undefined;
  const { depth, drift, wind, temperature, place } = live.state;
  const value = (p: LivePart | null) => (isFresh(p) ? p.value : undefined);
  const out = {
    where:
      place && place.quality !== "stale"
        ? { latitude: place.latitude, longitude: place.longitude }
        : undefined,
    depth: value(depth),
    drift: value(drift),
    course: isFresh(drift) && drift.directed ? drift.course : undefined,
    wind: value(wind),
    temperature: value(temperature),
  };
  return Object.values(out).some((v) => v !== undefined) ? out : undefined;
}

/** That, in a line. */
export function Aboard({ live }: { live: Live | undefined }) {
  const { show } = useUnits();
  const has = aboard(live);
  if (!has) return null;
  const said = [
    has.depth !== undefined && `${show("depth", has.depth)} deep`,
    has.drift !== undefined && `drift ${show("speed", has.drift)}`,
    has.temperature !== undefined && show("temperature", has.temperature),
    has.where && "the place",
  ].filter(Boolean);
  return (
    <Box component="p" sx={{ margin: 0, color: "text.secondary" }}>
      Goes with each tap: {said.join(", ")}.
    </Box>
  );
}
