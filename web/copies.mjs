// A Brotli and a gzip copy beside a built file that they make clearly smaller, so that the server compresses nothing
// while it runs.
import { readFile, writeFile } from "node:fs/promises";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const least = 1024; // bytes; less is one packet either way
const share = 0.9; // of its size that a copy has at most

/** Lays the copies of a file beside it, with what else Brotli is to be told. */
export async function layCopies(path, params = {}) {
  const whole = await readFile(path);
  if (whole.length < least) return;
  const copies = {
    br: brotliCompressSync(whole, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: whole.length, ...params },
    }),
    gz: gzipSync(whole, { level: 9 }),
  };
  for (const [kind, copy] of Object.entries(copies))
    if (copy.length < share * whole.length) await writeFile(`${path}.${kind}`, copy);
}
