// Names the engine by what is in it, as assets are, and tells the page and the service worker: that one which files are to
// be there without a server. Lays compressed copies beside both.
import { createHash } from "node:crypto";
import { readdir, readFile, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { constants } from "node:zlib";
import { layCopies } from "./copies.mjs";
import { pack } from "./pack.mjs";

const sum = (content) => createHash("sha256").update(content).digest("hex").slice(0, 16);
const revision = async (file) => sum(await readFile(join("dist", file)));

const [, , built] = process.argv;
const packed = pack(await readFile(built));
const engine = `assets/engine-${sum(packed)}.wasm`;
for (const old of (await readdir("dist/assets")).filter((f) => f.startsWith("engine-"))) await rm(join("dist/assets", old));
await writeFile(join("dist", engine), packed);

const page = await readFile("dist/index.html", "utf8");
const place = /(<meta name="engine" content=")[^"]*/;
if (!place.test(page)) throw new Error("the page has no place for the engine");
await writeFile("dist/index.html", page.replace(place, `$1/${engine}`));

// Names of assets change with what is in them; the pages that only a server has a use for stay there.
const assets = (await readdir("dist/assets")).filter((f) => /\.(js|css|woff2)$/.test(f) && !/^(docs|trust)-/.test(f));
const others = ["favicon.svg", "manifest.webmanifest", "icon-192.png", "icon-512.png"];
const manifest = [
  { url: "/", revision: await revision("index.html") },
  ...assets.map((f) => ({ url: `/assets/${f}`, revision: null })),
  { url: `/${engine}`, revision: null },
  ...(await Promise.all(others.map(async (f) => ({ url: `/${f}`, revision: await revision(f) })))),
];
const worker = await readFile("dist/worker.part.js", "utf8");
const sealed = worker.replace("self.__WB_MANIFEST", JSON.stringify(manifest));
if (sealed === worker) throw new Error("the service worker has no place for its files");
await writeFile("dist/sw.js", sealed);
await layCopies("dist/sw.js");

// The best that Brotli can do takes half a minute, and saves every device a tenth.
await layCopies(join("dist", engine), {
  [constants.BROTLI_PARAM_QUALITY]: process.env.DUNVEL_QUICK ? 9 : 11,
  [constants.BROTLI_PARAM_LGWIN]: 24,
  // What is alike in it is mostly four bytes apart or a multiple of that; half a per cent less.
  [constants.BROTLI_PARAM_LGBLOCK]: 19,
  [constants.BROTLI_PARAM_NPOSTFIX]: 2,
  [constants.BROTLI_PARAM_NDIRECT]: 16,
});
