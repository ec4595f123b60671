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
    const instance = await WebAssembly.instantiate(e.data, go.importObject);
    fill(e.data, instance);
    go.run(instance).then(dies, dies);
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

/** Fills in the table that was left out of the module, so that less of it is sent: see pack.mjs. */
function fill(module: WebAssembly.Module, instance: WebAssembly.Instance) {
  const memory = new DataView((instance.exports.mem as WebAssembly.Memory).buffer);
  for (const section of WebAssembly.Module.customSections(module, "steps")) {
    const [base = 0, stride = 0, times = 1, count = 0] = new Uint32Array(section);
    for (let i = 0; i < count; i++) memory.setUint32(base + i * stride, Math.floor(i / times), true);
  }
}

/** Has the page know that there is no answer: a promise that is broken is nothing to it. */
function dies(why: unknown) {
  self.setTimeout(() => {
    throw why instanceof Error ? why : new Error("The engine has ended.");
  });
}
