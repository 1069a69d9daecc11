import { inflateSync } from "node:zlib";

const HEADER = 44;
const ENTRY = 20;

/** Unpacks a WOFF 1.0 font (W3C Recommendation 2012, §3 to §5) into the sfnt file that it was made of. */
export function convertWoffToTtf(woff) {
  const count = woff.readUInt16BE(12);
  const head = Buffer.alloc(12 + 16 * count);
  head.writeUInt32BE(woff.readUInt32BE(4), 0);
  head.writeUInt16BE(count, 4);
  const power = Math.floor(Math.log2(count));
  head.writeUInt16BE(16 * 2 ** power, 6);
  head.writeUInt16BE(power, 8);
  head.writeUInt16BE(16 * (count - 2 ** power), 10);
  const parts = [head];
  let offset = head.length;
  for (let i = 0; i < count; i++) {
    const at = HEADER + ENTRY * i;
    const [from, packed, length] = [4, 8, 12].map((n) => woff.readUInt32BE(at + n));
    const bytes = woff.subarray(from, from + packed);
    const table = packed < length ? inflateSync(bytes) : bytes;
    woff.copy(head, 12 + 16 * i, at, at + 4); // tag
    woff.copy(head, 16 + 16 * i, at + 16, at + 20); // checksum
    head.writeUInt32BE(offset, 20 + 16 * i);
    head.writeUInt32BE(length, 24 + 16 * i);
    const padded = Buffer.alloc((length + 3) & ~3);
    table.copy(padded);
    parts.push(padded);
    offset += padded.length;
  }
  return Buffer.concat(parts);
}
