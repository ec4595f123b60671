// Lays a Brotli and a gzip copy beside every built file that they make clearly smaller, so that the server
// compresses nothing while it runs.
import { readdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const least = 1024; // bytes; less is one packet either way
const share = 0.9; // of its size that a copy has at most

const files = await readdir("dist", { recursive: true });
for (const file of files.filter((f) => /\.(css|js|svg|txt|md)$/.test(f))) {
  const path = join("dist", file);
  const whole = await readFile(path);
  if (whole.length < least) continue;
  const copies = {
    br: brotliCompressSync(whole, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: whole.length },
    }),
    gz: gzipSync(whole, { level: 9 }),
  };
  for (const [kind, copy] of Object.entries(copies))
    if (copy.length < share * whole.length) await writeFile(`${path}.${kind}`, copy);
}
