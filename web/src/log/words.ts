import type { LogEvent, RodState } from "../api/client";

type Show = (measure: string, base: number) => string;

/** What a kind of event is called, where its name in the log is an older one. */
const called: Partial<Record<LogEvent["kind"], string>> = { bottom: "bed", "bottom lost": "bed lost" };
export const kindOf = (e: LogEvent) => called[e.kind] ?? e.kind;

/** What a rod fishes with, in short. */
export const tied = (state: RodState, show: Show, names: Map<string, string>) =>
  parts(state, show, names).join(", ");

/** What of it is another than of another, in short. */
export function apart(state: RodState, from: RodState, show: Show, names: Map<string, string>): string {
  const other = parts(from, show, names);
  return parts(state, show, names)
    .filter((part, i) => part !== other[i])
    .join(", ");
}

function parts(
  { setup, mass, technique, colour, scent }: RodState,
  show: Show,
  names: Map<string, string>,
): string[] {
  const bait = [colour, setup.bait.form, show("size", setup.bait.length)].filter(Boolean).join(" ");
  return [
    `${show("mass", mass)} ${setup.head.shape}`,
    `${bait}${scent ? ` with ${scent}` : ""}`,
    names.get(technique) ?? technique,
  ];
}

/** Where a rod fishes, as far as it was said. */
export function at({ spot, kind, clear, tint }: RodState): string {
  const water = [clear, tint].filter(Boolean).join(" ");
  return [[spot, kind && `(${kind})`].filter(Boolean).join(" "), water && `${water} water`]
    .filter(Boolean)
    .join(", ");
}

const phases: Record<string, string> = {
  fall: "on the fall",
  bottom: "on the bed",
  working: "while worked",
  "coming back": "coming back",
};

/** A depth as finely as the log knows it. */
const about = (show: Show, m: number) => show("depth", Math.round(m * 10) / 10);

/** Where something happened, as well as it is known. */
export function where(e: LogEvent, show: Show): string {
  const phase = e.phase ? (phases[e.phase] ?? e.phase) : "";
  if (e.kind === "splash" || !(e.high ?? 0)) return phase;
  const told = e.low !== e.high; // what was corrected has no range
  const at =
    (e.depth ?? 0) > 0
      ? `at ${about(show, e.depth ?? 0)}${told ? ` (${about(show, e.low ?? 0)} to ${about(show, e.high ?? 0)})` : ""}`
      : "";
  return [phase, at].filter(Boolean).join(", ");
}

/** What happened, in a line. */
export function told(e: LogEvent, show: Show, names: Map<string, string>): string {
  const parts = [where(e, show)];
  if (e.kind === "bottom") {
    const w = e.with;
    parts.unshift(
      `${(e.seconds ?? 0).toFixed(0)} s${w?.expected ? `, ${w.expected.toFixed(0)} expected (${(w.low ?? 0).toFixed(0)} to ${(w.high ?? 0).toFixed(0)})` : ""}`,
    );
  }
  if (e.lineOut) parts.push(`${show("depth", e.lineOut)} of line out`);
  if (e.species) parts.unshift(e.species);
  if (e.length) parts.push(show("size", e.length));
  if (e.weight) parts.push(show("strength", e.weight));
  if (e.released) parts.push("released");
  if (e.state && e.kind === "changed") parts.push(`to ${tied(e.state, show, names)}`);
  if (e.state && e.kind === "conditions") {
    const { water, flow, wind } = e.state.setup;
    const spot = at(e.state);
    if (spot) parts.push(spot);
    parts.push(
      `${show("depth", water.depth)} deep, current ${show("speed", flow.speed)}, wind ${show("wind", wind.speed)}`,
    );
  }
  if (e.aboard?.drift !== undefined) parts.push(`drift ${show("speed", e.aboard.drift)}`);
  if (e.note) parts.push(e.note);
  return parts.filter(Boolean).join(", ");
}
