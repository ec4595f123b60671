import { Failure, gone, type Problem } from "./client";
import { reach } from "./reach";

/** Asks, and takes the answer line by line while it is worked out. A line with a problem ends it. */
export async function lines<Line extends { problem?: Problem }>(
  address: string,
  body: object | File,
  signal: AbortSignal | undefined,
  take: (line: Line) => void,
) {
  const file = body instanceof File;
  const request = new Request(`/api${address}`, {
    method: "POST",
    headers: { "Content-Type": file ? "application/octet-stream" : "application/json" },
    body: file ? body : JSON.stringify(body),
    signal,
  });
  const response = await reach(request).catch((error) => {
    throw error instanceof DOMException && error.name === "AbortError" ? error : gone();
  });
  if (!response.ok) throw new Failure((await response.json()) as Problem);
  if (!response.body) return;
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { value, done } = await reader.read();
    if (done) break;
    const whole = (rest + value).split("\n");
    rest = whole.pop() ?? "";
    for (const text of whole) {
      const line = JSON.parse(text) as Line;
      if (line.problem) throw new Failure(line.problem);
      take(line);
    }
  }
}

/**
 * Asks something that takes long: told is called with the share of it that is done, found with what there is of the
 * answer so far, and the answer comes in the end.
 */
export async function asked<Answer>(
  address: string,
  body: object | File,
  signal: AbortSignal | undefined,
  told: (share: number) => void,
  found?: (soFar: Answer) => void,
): Promise<Answer> {
  let answer: Answer | undefined;
  const how = `${address}${address.includes("?") ? "&" : "?"}progress=true`;
  type Line = { share?: number; found?: Answer; result?: Answer; problem?: Problem };
  await lines<Line>(how, body, signal, (line) => {
    if (line.share !== undefined) told(line.share);
    if (line.found !== undefined) found?.(line.found);
    if (line.result !== undefined) answer = line.result;
  });
  if (answer === undefined) throw new Error("The answer was cut off; ask again.");
  return answer;
}
