// Makes a WebAssembly module of the Go compiler smaller. Of its data a third is a table that says in which function
// an address is: function by function, the same step over and over, in tens of thousands of tiny pieces. It is
// left out, and told in a section of its own ("steps"), so that whoever runs the module fills it in first; the rest of
// the data is written in few pieces. A module that is not as expected stays as it is.

const gap = 12; // bytes of zeros that are cheaper to write than a new piece
const times = 16; // entries for each function
const stride = 20; // bytes of an entry: the function, and what is only of use where several share an entry
const least = 1000; // entries that make it such a table

/** A module, made smaller where it can be. */
export function pack(module) {
  const sections = [...split(module)];
  const data = sections.find((s) => s.id === 11);
  const pieces = data && read(data.body);
  const image = pieces && joined(pieces);
  const table = image && steps(image);
  if (!table) return module;
  for (let i = 0; i < table.count; i++) image.setUint32(table.base + i * stride, 0, true);
  const packed = written(image);
  if (!same(data.body, packed, table)) return module;
  const name = new TextEncoder().encode("steps");
  const told = new Uint8Array(new Uint32Array([table.base, stride, times, table.count]).buffer);
  const out = [Uint8Array.from(module.subarray(0, 8))];
  for (const s of sections) {
    const body = s === data ? packed : s.id === 12 ? null : s.body; // the count of pieces is another now
    if (body) out.push(Uint8Array.of(s.id, ...unsigned(body.length)), body);
  }
  const custom = joinedBytes([Uint8Array.of(name.length), name, told]);
  out.push(Uint8Array.of(0, ...unsigned(custom.length)), custom);
  return joinedBytes(out);
}

/** Whether packed data with its table filled in, as the page does it, is what the data was. */
function same(data, packed, { base, count }) {
  const was = joined(read(data));
  const is = joined(read(packed));
  if (is.byteLength > was.byteLength) return false;
  const filled = new DataView(new ArrayBuffer(was.byteLength));
  new Uint8Array(filled.buffer).set(new Uint8Array(is.buffer));
  for (let i = 0; i < count; i++) filled.setUint32(base + i * stride, Math.floor(i / times), true);
  return Buffer.compare(Buffer.from(was.buffer), Buffer.from(filled.buffer)) === 0;
}

function* split(module) {
  for (let at = 8; at < module.length; ) {
    const id = module[at];
    const [length, from] = number(module, at + 1);
    yield { id, body: module.subarray(from, from + length) };
    at = from + length;
  }
}

/** The pieces of a data section, each where it belongs; nothing where one is of another kind. */
function read(body) {
  const pieces = [];
  let [count, at] = number(body, 0);
  for (; count > 0; count--) {
    if (body[at] !== 0 || body[at + 1] !== 0x41) return undefined; // of memory 0, at an i32.const
    let to;
    [to, at] = number(body, at + 2); // below 2^31, so that no sign is set
    if (body[at] !== 0x0b) return undefined;
    let length;
    [length, at] = number(body, at + 1);
    pieces.push({ to, bytes: body.subarray(at, at + length) });
    at += length;
  }
  return pieces;
}

/** Pieces as memory has them. */
function joined(pieces) {
  const last = pieces.at(-1);
  const image = new Uint8Array(last.to + last.bytes.length + stride);
  for (const p of pieces) image.set(p.bytes, p.to);
  return new DataView(image.buffer);
}

/** Where the table stands in memory, and how many entries of it go by the step. */
function steps(image) {
  const entry = (at) => (at + stride <= image.byteLength ? image.getUint32(at, true) : -1);
  const plain = (at) => image.getUint32(at + 4, true) + image.getUint32(at + 8, true) + image.getUint32(at + 12, true) + image.getUint32(at + 16, true) === 0;
  for (let first = 0; first + 3 * times * stride < image.byteLength; first += 4) {
    if (entry(first) !== 1 || entry(first + times * stride) !== 2 || entry(first + 2 * times * stride) !== 3) continue;
    const base = first - times * stride;
    let count = 0;
    while (entry(base + count * stride) === Math.floor(count / times) && plain(base + count * stride)) count++;
    if (count >= least) return { base, count };
  }
  return undefined;
}

/** Memory as a data section. */
function written(image) {
  const bytes = new Uint8Array(image.buffer);
  const pieces = [];
  for (let at = 0; at < bytes.length; ) {
    if (bytes[at] === 0) {
      at++;
      continue;
    }
    let end = at;
    for (let zeros = 0, k = at; k < bytes.length && zeros < gap; k++) {
      zeros = bytes[k] === 0 ? zeros + 1 : 0;
      if (zeros === 0) end = k + 1;
    }
    pieces.push(Uint8Array.of(0, 0x41, ...signedOf(at), 0x0b, ...unsigned(end - at)), bytes.subarray(at, end));
    at = end;
  }
  return joinedBytes([Uint8Array.from(unsigned(pieces.length / 2)), ...pieces]);
}

function joinedBytes(parts) {
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    out.set(p, at);
    at += p.length;
  }
  return out;
}

// Numbers of WebAssembly: seven bits a byte, the lowest first (LEB128).
function number(bytes, at) {
  let out = 0;
  for (let shift = 0; ; shift += 7) {
    const b = bytes[at++];
    out += (b & 127) * 2 ** shift;
    if (b < 128) return [out, at];
  }
}

function unsigned(n) {
  const out = [];
  for (; n > 127; n = Math.floor(n / 128)) out.push((n & 127) | 128);
  return [...out, n];
}

/** The same with room for a sign. */
function signedOf(n) {
  const out = unsigned(n);
  if (out.at(-1) & 64) {
    out[out.length - 1] |= 128;
    out.push(0);
  }
  return out;
}
