import { Box } from "@mui/material";
import { curveCatmullRom, line } from "d3-shape";
import type { Drop, Point } from "../../api/client";
import { useUnits } from "../../parts/preferences";
import { frameAt } from "../../section/frames";
import { between } from "../../section/motion";

const width = 240;
const height = 116;
const scale = 60; // pixels per metre

/** Where the line enters the water, near enough to see it straighten or stop. */
export function CloseUp({ drops, time }: { drops: Drop[]; time: number }) {
  const { show } = useUnits();
  const frames = drops.map((d) => frameAt(d, time));
  const entry = frames[0] && enters(frames[0].line);
  const draw = line<Point>(
    (p) => width / 2 + (p.x - (entry?.place.x ?? 0)) * scale,
    (p) => height * 0.55 - p.z * scale,
  ).curve(curveCatmullRom);
  const first = frames[0];
  return (
    <Box
      component="figure"
      sx={{
        margin: 0,
        "& svg": { display: "block", width: "100%", height: "auto" },
        "& .scale-note": { fill: "var(--palette-text-primary)", fontSize: "0.6875rem" },
        "& dl": { display: "grid", gridTemplateColumns: "1fr auto", gap: "2px 8px", margin: "8px 0 0" },
        "& dd": { margin: 0, textAlign: "right", fontWeight: 650 },
      }}
    >
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label="The line at the water, close up"
      >
        <rect x={0} y={height * 0.55} width={width} height={height} className="closeup-water" />
        <path d={`M0 ${height * 0.55}H${width}`} className="surface-line" />
        {frames.map(
          (f, i) =>
            f && (
              <g key={drops[i]?.mass} className={i === 0 ? "drop" : "drop drop-other"}>
                <path d={draw(f.line) ?? ""} className="line" />
              </g>
            ),
        )}
        <text x={6} y={height - 6} className="scale-note">
          {show("depth", width / scale)} across
        </text>
      </svg>
      <figcaption>
        {entry && first ? (
          <dl>
            <dt>Line enters</dt>
            <dd>{Math.round(entry.angle)}° from upright</dd>
            <dt>{first.runOut < -0.005 ? "Reeled in at" : "Runs off at"}</dt>
            <dd>{show("speed", Math.abs(first.runOut))}</dd>
            <dt>Pull at the tip</dt>
            <dd>{show("force", first.tension)}</dd>
            <dt>Line out</dt>
            <dd>{show("depth", first.lineOut)}</dd>
          </dl>
        ) : (
          "The line is not in the water."
        )}
      </figcaption>
    </Box>
  );
}

/** Where and how steeply a line goes through the surface. */
function enters(points: Point[]): { place: Point; angle: number } | undefined {
  for (let i = points.length - 1; i > 0; i--) {
    const a = points[i - 1];
    const b = points[i];
    if (!a || !b || a.z > 0 || b.z <= 0) continue;
    const along = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
    const angle = (Math.acos(Math.min((b.z - a.z) / along, 1)) * 180) / Math.PI;
    return { place: between(a, b, -a.z / (b.z - a.z)), angle };
  }
  return undefined;
}
