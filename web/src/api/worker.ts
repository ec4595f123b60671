/// <reference lib="webworker" />
// The engine in a thread of its own: it is given questions one at a time, and ended where one is not wanted any more.

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

export interface Asked {
  path: string;
  body: string;
  known: string;
}

self.onmessage = async (e: MessageEvent<WebAssembly.Module | Asked>) => {
  if (e.data instanceof WebAssembly.Module) {
    self.importScripts("/engine/wasm_exec.js");
    const go = new Go();
    go.run(await WebAssembly.instantiate(e.data, go.importObject));
    self.postMessage("ready");
    return;
  }
  self.postMessage(await dunvelAsk(e.data.path, e.data.body, e.data.known));
};
