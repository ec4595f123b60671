import { Box, Slider } from "@mui/material";
import type { Answer, Head } from "../api/client";
import * as looks from "../parts/looks";
import { useUnits } from "../parts/preferences";
import { markEvery, placeAt } from "./motion";

interface Props {
  answer: Answer;
  head: Head | undefined;
  count: number;
  onCount: (seconds: number) => void;
}

/** The longest count that the strip shows. */
export function longestCount(answer: Answer, head: Head | undefined): number {
  return Math.max(
    5,
    Math.ceil(1.1 * Math.max(answer.wait, head?.fall.time ?? 0, head?.ranges.time.high ?? 0)),
  );
}

/** How deep the bait is at even seconds of the fall. */
function depths(head: Head, most: number): [number, number][] {
  const step = markEvery(most, 160);
  const last = Math.min(most * 0.9, head.fall.path.at(-1)?.time ?? 0);
  const seconds = Array.from({ length: Math.floor(last / step) }, (_, i) => (i + 1) * step);
  return seconds.map((s) => [s, -(placeAt(head, s)?.z ?? 0)]);
}

/** The count-down: drag through the seconds and read the depth off. */
export function CountStrip({ answer, head, count, onCount }: Props) {
  const { show, shown } = useUnits();
  const most = longestCount(answer, head);
  const bait = head && placeAt(head, count);
  const depth = bait ? -bait.z : 0;
  const down = head?.fall.outcome === "reached" && count >= head.fall.time;
  const words = !head
    ? ""
    : down
      ? answer.onBed
        ? "on the bed"
        : `at ${show("depth", answer.target)}`
      : head.fall.outcome === "reached"
        ? `${show("depth", depth)} down, ${show("depth", Math.max(answer.target - depth, 0))} to go`
        : "not sinking";
  const at = (s: number) => `${Math.min(100, (100 * s) / most)}%`;
  return (
    <Box
      className="strip"
      sx={{
        "&[data-old]": { opacity: 0.5 },
        display: "grid",
        gridTemplateColumns: "minmax(210px, auto) 1fr",
        alignItems: "start",
        gap: "12px",
        height: "104px",
        padding: "8px 16px",
        [looks.thumb]: {
          gridTemplateColumns: "1fr",
          gap: 0,
          height: "auto",
          padding: "8px 12px",
        },
        [looks.printed]: { display: "none" },
      }}
    >
      <Box
        component="output"
        className="strip-count"
        sx={{
          lineHeight: 1.2,
          "& b": { fontSize: "1.875rem", fontWeight: 650 },
          "& span": { display: "block" },
          [looks.thumb]: { "& span": { display: "inline", paddingLeft: "8px" } },
        }}
        htmlFor="count"
      >
        <b>{Math.round(count)}</b> s <span>{words}</span>
      </Box>
      <Box sx={{ position: "relative", paddingTop: "8px" }}>
        <Slider
          size="small"
          sx={{ display: "block", mx: 1, width: "auto" }}
          min={0}
          max={most}
          step={most > 30 ? 0.5 : 0.1}
          value={Math.min(count, most)}
          onChange={(_, seconds) => onCount(seconds as number)}
          aria-label="Seconds after the splash"
          aria-valuetext={`${count.toFixed(0)} seconds: ${words}`}
          slotProps={{ input: { id: "count" } }}
        />
        <Box
          sx={{
            position: "relative",
            height: "16px",
            margin: "0 8px",
            fontSize: "0.75rem",
            color: "text.secondary",
            "& span": { position: "absolute", transform: "translateX(-50%)", whiteSpace: "nowrap" },
            "& .strip-unit": { right: 0, transform: "none" },
          }}
          aria-hidden="true"
        >
          {head &&
            depths(head, most).map(([s, depth]) => (
              <span key={s} style={{ left: at(s) }}>
                {s} s {Number(shown("depth", depth).number).toFixed(1)}
              </span>
            ))}
          <span className="strip-unit">{shown("depth", 0).unit} down</span>
        </Box>
        <Box
          sx={{
            position: "relative",
            height: "20px",
            margin: "0 8px",
            fontSize: "0.75rem",
            "& span": {
              position: "absolute",
              transform: "translateX(-100%)",
              whiteSpace: "nowrap",
              paddingRight: "4px",
              borderRight: "2px solid var(--palette-text-primary)",
              lineHeight: 1,
            },
            "& .strip-range": {
              position: "absolute",
              top: "31px",
              height: "4px",
              borderRadius: "2px",
              bgcolor: "primary.main",
            },
            "& .strip-touch": { top: "15px", borderColor: "primary.main" },
            [looks.thumb]: { height: "34px" },
          }}
          aria-hidden="true"
        >
          <span style={{ left: at(answer.wait) }}>wait {Math.round(answer.wait)} s</span>
          {head?.fall.outcome === "reached" && (
            <i
              className="strip-range"
              style={{
                left: at(head.ranges.time.low),
                right: `calc(100% - ${at(head.ranges.time.high)})`,
              }}
            />
          )}
          {head?.fall.outcome === "reached" && (
            <span className="strip-touch" style={{ left: at(head.fall.time) }}>
              {answer.onBed ? "touch" : "there"} {Math.round(head.fall.time)} s
            </span>
          )}
        </Box>
      </Box>
    </Box>
  );
}
