import { type Asked, taken } from "./asked";

interface Answered {
  status: number;
  body: string;
}

/** Where the engine is, whose name changes with what is in it: the page is told when it is built. */
const address = document.querySelector<HTMLMetaElement>('meta[name="engine"]')?.content ?? "";

let compiled: Promise<WebAssembly.Module> | undefined;

/** The engine, loaded once for the page; it is there without a server where the service worker keeps it. */
export function load(): Promise<WebAssembly.Module> {
  compiled ??= WebAssembly.compileStreaming(fetch(address)).then(
    (module) => {
      loaded = true;
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

/** Begins the engine before anything is asked of it, so that all of it is on the device. */
export const begin = () => {
  worker ??= begun();
  return worker;
};

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

/** The engine has ended without an answer. */
export class Broken extends Error {
  override message = "The engine on this device has failed; ask again.";
}

/** How long an answer is waited for, ms. */
const mostPatience = 60_000;

/** How long an idle engine may take to say that it has a question, ms: a browser that is short of memory ends one without a word. */
const untilTaken = 5_000;

/** One question after another; the next begins when this is done. */
let last: Promise<unknown> = Promise.resolve();

/** Answers a question of the contract. One that is not wanted any more is ended, and its worker with it. */
export function ask(question: Asked, signal: AbortSignal | undefined): Promise<Answered> {
  const mine = last
    .then(() => answered(question, signal))
    .catch((why) => {
      if (why instanceof Silent) return answered(question, signal);
      throw why;
    });
  last = mine.catch(() => {});
  return mine;
}

/** An engine that was ended while nothing was asked of it. */
class Silent extends Broken {}

async function answered(question: Asked, signal: AbortSignal | undefined): Promise<Answered> {
  signal?.throwIfAborted();
  const own = await begin().catch((error) => {
    worker = undefined;
    throw error;
  });
  signal?.throwIfAborted();
  return new Promise((answer, failed) => {
    let late = window.setTimeout(() => end(new Silent()), untilTaken);
    const end = (why: unknown) => {
      window.clearTimeout(late);
      own.terminate();
      worker = undefined;
      failed(why);
    };
    const stop = () => end(signal?.reason ?? new DOMException("Stopped", "AbortError"));
    signal?.addEventListener("abort", stop, { once: true });
    own.onerror = () => end(new Broken());
    own.onmessage = ({ data }: MessageEvent<Answered | typeof taken>) => {
      window.clearTimeout(late);
      if (data === taken) {
        late = window.setTimeout(() => end(new Broken()), mostPatience);
        return;
      }
      signal?.removeEventListener("abort", stop);
      answer(data);
    };
    own.postMessage(question);
  });
}
