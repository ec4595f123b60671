// Lays compressed copies beside every built file, except the engine and what is made with it: see seal.mjs.
import { readdir } from "node:fs/promises";
import { join } from "node:path";
import { layCopies } from "./copies.mjs";

const files = await readdir("dist", { recursive: true });
for (const file of files.filter((f) => /\.(css|js|svg|txt|md)$/.test(f) && f !== "worker.part.js"))
  await layCopies(join("dist", file));
