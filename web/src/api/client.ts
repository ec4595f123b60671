import createClient from "openapi-fetch";
import { reach } from "./reach";
import type { components, paths } from "./schema.gen";

export type Setup = components["schemas"]["Setup"];
export type Part = components["schemas"]["Part"];
export type Answer = components["schemas"]["Answer"];
export type Head = components["schemas"]["HeadAnswer"];
export type Caution = components["schemas"]["Caution"];
export type Doubts = components["schemas"]["Doubts"];
export type Trust = components["schemas"]["Trust"];
export type Change = components["schemas"]["Change"];
export type Trial = components["schemas"]["Trial"];
export type ChartLine = components["schemas"]["ChartLine"];
export type BoxKind = components["schemas"]["BoxKind"];
export type SavedItem = components["schemas"]["SavedItem"];
export type Compared = components["schemas"]["Compared"];
export type DropTest = components["schemas"]["DropTest"];
export type SavedDropTest = components["schemas"]["SavedDropTest"];
export type Look = components["schemas"]["Look"];
export type MeasureQuestion = components["schemas"]["MeasureQuestion"];
export type Round = components["schemas"]["Round"];
export type Score = components["schemas"]["Score"];
export type Played = components["schemas"]["Played"];
export type Lesson = components["schemas"]["Lesson"];
export type Trip = components["schemas"]["Trip"];
export type SavedTrip = components["schemas"]["SavedTrip"];
export type LogEvent = components["schemas"]["Event"];
export type SavedEvent = components["schemas"]["SavedEvent"];
export type RodState = components["schemas"]["State"];
export type Point = components["schemas"]["Point"];
export type Drop = components["schemas"]["Drop"];
export type DropFrame = components["schemas"]["Frame"];
export type Action = components["schemas"]["Action"];
export type Programme = components["schemas"]["Programme"];
export type SavedProgramme = components["schemas"]["SavedProgramme"];
export type Definitions = components["schemas"]["Definitions"];
export type DayPlan = components["schemas"]["DayPlan"];
export type DaySpot = components["schemas"]["DaySpot"];
export type SavedPlan = components["schemas"]["SavedPlan"];
export type DayLine = components["schemas"]["DayLine"];
export type Guide = components["schemas"]["Guide"];
export type LiveState = components["schemas"]["LiveState"];
export type LivePart = NonNullable<components["schemas"]["LivePart"]>;
export type Weight = components["schemas"]["Weight"];
export type Watch = components["schemas"]["Watch"];
export type Toward = components["schemas"]["Toward"];
export type TrackPoint = components["schemas"]["TrackPoint"];
export type Fish = components["schemas"]["Fish"];
export type Lead = components["schemas"]["Lead"];
export type EventKind = LogEvent["kind"];
export type Phase = NonNullable<LogEvent["phase"]>;
export type ItemKind = components["schemas"]["Item"]["kind"];
export type Field = components["schemas"]["Field"];
export type SavedSetup = components["schemas"]["SavedSetup"];
export type Problem = components["schemas"]["Problem"];

export const client = createClient<paths>({ baseUrl: "/api", fetch: reach });

/** A request that failed, with the server's words for it. */
export class Failure extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  /** What is wrong with each field, by path. */
  get fields(): Record<string, string> {
    return Object.fromEntries((this.problem.errors ?? []).map((e) => [e.field, e.message]));
  }
}

/** The server does not answer at all. */
export const gone = () =>
  new Failure({
    type: "about:blank",
    title: "No answer",
    status: 0,
    detail: "Dunvel does not answer. Is it still running on this machine?",
  });

/** Returns the data of a response or throws its problem as a Failure. */
export async function take<T>(
  request: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result: Awaited<typeof request>;
  try {
    result = await request;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw gone();
  }
  if (result.response.ok) return result.data as T;
  const problem = result.error as Partial<Problem> | undefined;
  throw new Failure({
    type: problem?.type ?? "about:blank",
    title: problem?.title ?? "Failed",
    status: result.response.status,
    detail: problem?.detail ?? `The server answered ${result.response.status}.`,
    errors: problem?.errors,
  });
}
