// Tells the service worker which files are to be there without a server, and lays compressed copies beside it and the engine.
import { createHash } from "node:crypto";
import { readdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { constants } from "node:zlib";
import { layCopies } from "./copies.mjs";
import { pack } from "./pack.mjs";

const revision = async (file) => createHash("sha256").update(await readFile(join("dist", file))).digest("hex").slice(0, 16);

const engine = pack(await readFile("dist/engine/engine.wasm"));
await writeFile("dist/engine/engine.wasm", engine);

// Names of assets change with what is in them; the pages that only a server has a use for stay there.
const assets = (await readdir("dist/assets")).filter((f) => /\.(js|css|woff2)$/.test(f) && !/^(docs|trust)-/.test(f));
const others = ["favicon.svg", "manifest.webmanifest", "icon-192.png", "icon-512.png", "engine/engine.wasm"];
const manifest = [
  { url: "/", revision: await revision("index.html") },
  ...assets.map((f) => ({ url: `/assets/${f}`, revision: null })),
  ...(await Promise.all(others.map(async (f) => ({ url: `/${f}`, revision: await revision(f) })))),
];
const worker = await readFile("dist/worker.part.js", "utf8");
const sealed = worker.replace("self.__WB_MANIFEST", JSON.stringify(manifest));
if (sealed === worker) throw new Error("the service worker has no place for its files");
await writeFile("dist/sw.js", sealed);
await layCopies("dist/sw.js");

// The best that Brotli can do takes half a minute, and saves every device a tenth.
await layCopies("dist/engine/engine.wasm", {
  [constants.BROTLI_PARAM_QUALITY]: process.env.DUNVEL_QUICK ? 9 : 11,
  [constants.BROTLI_PARAM_LGWIN]: 24,
  // What is alike in it is mostly four bytes apart or a multiple of that; half a per cent less.
  [constants.BROTLI_PARAM_LGBLOCK]: 19,
  [constants.BROTLI_PARAM_NPOSTFIX]: 2,
  [constants.BROTLI_PARAM_NDIRECT]: 16,
});
