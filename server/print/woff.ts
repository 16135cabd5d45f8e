/**
 * A face of the web as the plain face that it is made of. Read once: a PDF writer that unpacks it anew for every document, by a reader of its own, spends a tenth of a
 * second there. Source: WOFF File Format 1.0 (W3C Recommendation, 2012): a head of 44 bytes, a directory of 20 a table, each table packed by zlib where that is smaller.
 */
import { inflateSync } from 'node:zlib';

const HEAD = 44;
const ENTRY = 20;
/** @throws RangeError when it is no such file, or breaks off */
export function plainFace(woff: Buffer): Buffer {
  if (woff.length < HEAD || woff.toString('latin1', 0, 4) !== 'wOFF') throw new RangeError('This is no WOFF file.');
  const n = woff.readUInt16BE(12);
  const tables = Array.from({ length: n }, (_, i) => {
    const at = HEAD + i * ENTRY;
    const [offset, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const raw = woff.subarray(offset, offset + packed);
    if (raw.length !== packed) throw new RangeError('The WOFF file breaks off.');
    const bytes = packed < length ? inflateSync(raw, { maxOutputLength: length }) : raw;
    if (bytes.length !== length) throw new RangeError('A table of the WOFF file is not as long as it says.');
    return { tag: woff.subarray(at, at + 4), sum: woff.readUInt32BE(at + 16), bytes };
  });
  const power = 2 ** Math.floor(Math.log2(n));
  const head = Buffer.alloc(12 + 16 * n);
  head.writeUInt32BE(woff.readUInt32BE(4), 0);
  head.writeUInt16BE(n, 4);
  head.writeUInt16BE(16 * power, 6);
  head.writeUInt16BE(Math.log2(power), 8);
  head.writeUInt16BE(16 * (n - power), 10);
  const parts: Buffer[] = [head];
  let offset = head.length;
  tables.forEach(({ tag, sum, bytes }, i) => {
    const at = 12 + 16 * i;
    tag.copy(head, at);
    head.writeUInt32BE(sum, at + 4);
    head.writeUInt32BE(offset, at + 8);
    head.writeUInt32BE(bytes.length, at + 12);
    // Tables begin at fours.
    const rest = (4 - (bytes.length % 4)) % 4;
    parts.push(bytes, Buffer.alloc(rest));
    offset += bytes.length + rest;
  });
  return Buffer.concat(parts);
}
