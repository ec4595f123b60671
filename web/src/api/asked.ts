/** A question to the engine, as its worker takes it. */
export interface Asked {
  path: string;
  body: string;
  known: string;
}

/** What the worker says before it works out an answer. */
export const taken = "taken";
