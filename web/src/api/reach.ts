// How the server is reached: over the network, or where it is out of reach by the engine on this device.
import { ask, Broken, isLoaded } from "./engine";

/** The questions that the engine answers, by their paths under /api. */
const answerable = new Set([
  "/answers",
  "/cards",
  "/cautions",
  "/changes",
  "/charts",
  "/comparisons",
  "/days",
  "/definitions",
  "/doubts",
  "/drops",
  "/guide",
  "/leads",
  "/live/weights",
  "/quantities",
  "/rounds",
  "/rounds/calls",
  "/rules",
]);

/** Those of them that are told line by line even where they are not asked to be. */
const inLines = new Set(["/charts", "/days"]);

/** How it stands with the server. */
export interface Standing {
  /** It is out of reach. */
  away: boolean;
  /** It lets this device read, and nothing else. */
  onlyReads: boolean;
  /** It has another page than this one: one of them is of an older Dunvel. */
  otherPage: boolean;
  /** How far the clock of this device is ahead of the server's, min; 0 for what does not matter. */
  ahead: number;
}

/** From how much on it matters that two clocks differ, min. */
const mostAhead = 5;

let standing: Standing = { away: false, onlyReads: false, otherPage: false, ahead: 0 };
let known = "";
const following = new Set<() => void>();

export const theStanding = () => standing;

/** Follows how it stands; returns how to end that. */
export function onStanding(follow: () => void): () => void {
  following.add(follow);
  return () => following.delete(follow);
}

function becomes(next: Partial<Standing>) {
  const now = { ...standing, ...next };
  if (Object.entries(now).every(([key, value]) => standing[key as keyof Standing] === value)) return;
  const gone = now.away && !standing.away;
  standing = now;
  for (const follow of following) follow();
  if (gone) window.setTimeout(probe, again);
}

/** What the server says of itself in the head of an answer; one that the service worker has kept says what was. */
function hear({ method }: Request, { headers }: Response) {
  const page = headers.get("Dunvel-Page");
  if (standing.away || page === null) return;
  const own = document.querySelector<HTMLScriptElement>("script[type=module]")?.getAttribute("src");
  if (method === "POST") {
    const ahead = Math.round((Date.now() - Date.parse(headers.get("Date") ?? "")) / 60_000);
    becomes({ ahead: Math.abs(ahead) >= mostAhead ? ahead : 0 });
  }
  becomes({
    otherPage: import.meta.env.PROD && page !== own,
    onlyReads: headers.get("Dunvel-Only-Reads") === "yes",
  });
}

/** How often it is tried whether the server is back, ms. */
const again = 3000;

/** Tries whether the server is there. */
export async function probe() {
  const there = await fetch("/api/health", { cache: "no-store" }).then(
    (r) => r.ok,
    () => false,
  );
  if (there) becomes({ away: false });
  else if (standing.away) window.setTimeout(probe, again);
  else becomes({ away: true });
}

/** Lists that are kept on the device by the service worker as they pass through it. */
const kept = [
  "definitions",
  "guide",
  "setups",
  "plans",
  "programmes",
  "items",
  "drop-tests",
  "trips",
  "places",
  "rounds",
  "tracks",
];

let waiting = 0;

/** Keeps what is in the database for when that is out of reach, some time after it was asked for last. */
export function remember() {
  window.clearTimeout(waiting);
  waiting = window.setTimeout(rememberAll, 2000);
}

/** Keeps it now. */
export async function rememberAll() {
  await rememberKnowledge();
  if (!navigator.serviceWorker?.controller || standing.away) return;
  for (const list of kept) await fetch(`/api/${list}`).catch(() => {});
  const trips = await fetch("/api/trips").then(
    (r) => r.json() as Promise<{ id: number; trip: { end: string | null } }[]>,
    () => [],
  );
  for (const { id } of trips.filter((t) => !t.trip.end))
    await fetch(`/api/trips/${id}/events`).catch(() => {});
}

async function rememberKnowledge() {
  const response = await fetch("/api/knowledge").catch(() => undefined);
  if (response?.ok) known = await response.text();
}

/** Asks the server, or the engine where the server is out of reach and the engine has an answer. */
export async function reach(request: Request): Promise<Response> {
  const { pathname, searchParams } = new URL(request.url);
  const path = pathname.replace(/^\/api/, "");
  const own = answerable.has(path) && (request.method === "POST" || path !== "/rounds") && isLoaded();
  if (!(standing.away && own)) {
    try {
      const response = await fetch(own ? request.clone() : request);
      hear(request, response);
      if (response.status === 401 && window.location.pathname !== "/pair") window.location.assign("/pair");
      return response;
    } catch (error) {
      if (request.signal.aborted) throw error;
      becomes({ away: true });
      if (!own) throw error;
    }
  }
  return answer(path, searchParams, request);
}

async function answer(path: string, query: URLSearchParams, request: Request): Promise<Response> {
  const body = request.method === "GET" ? asBody(query) : await request.text();
  if (known === "") await rememberKnowledge(); // the service worker may have it
  const { status, body: text } = await ask({ path, body, known }, request.signal).catch((why) => {
    if (!(why instanceof Broken)) throw why;
    return { status: 503, body: JSON.stringify({ title: "Failed", detail: why.message }) };
  });
  const told = query.has("draft") || query.has("progress");
  if (status >= 400 || !(told || inLines.has(path)))
    return new Response(text, { status, headers: { "Content-Type": "application/json" } });
  const lines = inLines.has(path)
    ? (JSON.parse(text) as unknown[]).map((line) => JSON.stringify(line))
    : [`{"result":${text}}`];
  return new Response(lines.map((line) => `${line}\n`).join(""), {
    headers: { "Content-Type": "application/x-ndjson" },
  });
}

/** What is asked in an address, as the engine takes it. */
function asBody(query: URLSearchParams): string {
  const out: Record<string, string | number> = Object.fromEntries(query);
  if (typeof out.perTurn === "string") out.perTurn = Number(out.perTurn);
  return JSON.stringify(out);
}
