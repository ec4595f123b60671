import type { Asked } from "./worker";

interface Answered {
  status: number;
  body: string;
}

let compiled: Promise<WebAssembly.Module> | undefined;

/** The engine, loaded once for the page; it is there without a server where the service worker keeps it. */
export function load(): Promise<WebAssembly.Module> {
  compiled ??= WebAssembly.compileStreaming(fetch("/engine/engine.wasm")).then(
    (module) => {
      loaded = true;
      document.documentElement.dataset.engine = "loaded";
      return module;
    },
    (error) => {
      compiled = undefined; // it is tried again
      throw error;
    },
  );
  return compiled;
}

let loaded = false;

/** Whether questions can be answered without a server: at once, or as soon as it is loaded from what is kept. */
export const isLoaded = () => loaded || navigator.serviceWorker?.controller != null;

let worker: Promise<Worker> | undefined;

async function begun(): Promise<Worker> {
  const module = await load();
  const own = new Worker(new URL("./worker.ts", import.meta.url));
  await new Promise((done, failed) => {
    own.onmessage = done;
    own.onerror = failed;
    own.postMessage(module);
  });
  return own;
}

/** One question after another; the next begins when this is done. */
let last: Promise<unknown> = Promise.resolve();

/** Answers a question of the contract. One that is not wanted any more is ended, and its worker with it. */
export function ask(question: Asked, signal: AbortSignal | undefined): Promise<Answered> {
  const mine = last.then(() => answered(question, signal));
  last = mine.catch(() => {});
  return mine;
}

async function answered(question: Asked, signal: AbortSignal | undefined): Promise<Answered> {
  signal?.throwIfAborted();
  worker ??= begun();
  const own = await worker.catch((error) => {
    worker = undefined;
    throw error;
  });
  signal?.throwIfAborted();
  return new Promise((answer, failed) => {
    const end = (why: unknown) => {
      own.terminate();
      worker = undefined;
      failed(why);
    };
    const stop = () => end(signal?.reason ?? new DOMException("Stopped", "AbortError"));
    signal?.addEventListener("abort", stop, { once: true });
    own.onerror = () => end(new Error("The engine on this device has failed; ask again."));
    own.onmessage = (e: MessageEvent<Answered>) => {
      signal?.removeEventListener("abort", stop);
      answer(e.data);
    };
    own.postMessage(question);
  });
}
