/// <reference lib="webworker" />
// The engine in a thread of its own: it is given questions one at a time, and ended where one is not wanted any more.

import "./go.gen.js"; // of the Go compiler: laid here when it is built
import { type Asked, taken } from "./asked";

declare const Go: new () => {
  importObject: WebAssembly.Imports;
  run(instance: WebAssembly.Instance): Promise<void>;
};
declare const dunvelAsk: (
  path: string,
  body: string,
  known: string,
) => Promise<{ status: number; body: string }>;
declare const self: DedicatedWorkerGlobalScope;

self.onmessage = async (e: MessageEvent<WebAssembly.Module | Asked>) => {
  if (e.data instanceof WebAssembly.Module) {
    const go = new Go();
    go.run(await WebAssembly.instantiate(e.data, go.importObject)).then(dies, dies);
    self.postMessage("ready");
    return;
  }
  self.postMessage(taken);
  try {
    self.postMessage(await dunvelAsk(e.data.path, e.data.body, e.data.known));
  } catch (why) {
    dies(why);
  }
};

/** Has the page know that there is no answer: a promise that is broken is nothing to it. */
function dies(why: unknown) {
  self.setTimeout(() => {
    throw why instanceof Error ? why : new Error("The engine has ended.");
  });
}
