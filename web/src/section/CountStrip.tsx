import type { Answer, Head } from "../api/client";
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
    <div className="strip">
      <output className="strip-count" htmlFor="count">
        <b>{Math.round(count)}</b> s <span>{words}</span>
      </output>
      <div className="strip-track">
        <input
          id="count"
          type="range"
          min={0}
          max={most}
          step={most > 30 ? 0.5 : 0.1}
          value={Math.min(count, most)}
          onChange={(e) => onCount(Number(e.target.value))}
          aria-label="Seconds after the splash"
          aria-valuetext={`${count.toFixed(0)} seconds: ${words}`}
        />
        <div className="strip-depths" aria-hidden="true">
          {head &&
            depths(head, most).map(([s, depth]) => (
              <span key={s} style={{ left: at(s) }}>
                {s} s {Number(shown("depth", depth).number).toFixed(1)}
              </span>
            ))}
          <span className="strip-unit">{shown("depth", 0).unit} down</span>
        </div>
        <div className="strip-marks" aria-hidden="true">
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
        </div>
      </div>
    </div>
  );
}
