/** Reads a zip by its central directory, distrusting every figure in it (reference formats 0.3). Inflating is fflate's. */
import { Inflate, strFromU8 } from 'fflate';
import { FormatError, type Limits, limits, type Report } from '../report.js';
import { crc32 } from './crc.js';

/** Bytes that may still be inflated; an archive inside an archive shares it. */
export interface Budget {
  left: number;
}

export interface Archive {
  readonly names: readonly string[];
  /** Bytes of an entry by its exact name, else by its name in any case; null when absent. @throws FormatError for bombs */
  read(name: string): Uint8Array | null;
}

interface Entry {
  readonly name: string;
  readonly method: number;
  readonly crc: number;
  readonly packed: number;
  readonly size: number;
  readonly start: number;
}

const u16 = (b: Uint8Array, at: number): number => b[at]! | (b[at + 1]! << 8);
const u32 = (b: Uint8Array, at: number): number => (u16(b, at) | (u16(b, at + 2) << 16)) >>> 0;

/** @throws FormatError when the archive as a whole cannot be trusted */
export function openZip(bytes: Uint8Array, report: Report, where: string, budget: Budget, most: Limits = limits): Archive {
  const unsupported = (what: string) =>
    new FormatError('ZIP_UNSUPPORTED', `${where} ${what}. Save it again as a plain zip archive.`, where);
  let end = -1;
  for (let at = bytes.length - 22; at >= Math.max(0, bytes.length - 65557); at--)
    if (u32(bytes, at) === 0x06054b50) {
      end = at;
      break;
    }
  if (end < 0)
    throw new FormatError(
      'ZIP_BAD',
      `${where} is not a zip archive, or its end is missing. Ask the sender for the file again.`,
      where,
    );
  const count = u16(bytes, end + 10);
  const start = u32(bytes, end + 16);
  if (count === 0xffff || start === 0xffffffff) throw unsupported('uses the 64 bit form of zip');
  if (u16(bytes, end + 4) !== 0 || u16(bytes, end + 6) !== 0) throw unsupported('is spread over several disks');
  if (count > most.entries)
    throw new FormatError('ZIP_TOO_MANY_ENTRIES', `${where} holds ${count} entries; the limit is ${most.entries}.`, where);

  const entries = new Map<string, Entry>();
  const ranges: [number, number][] = [];
  let at = start;
  for (let i = 0; i < count; i++) {
    if (at + 46 > end || u32(bytes, at) !== 0x02014b50)
      throw new FormatError('ZIP_BAD', `The table of contents of ${where} is damaged at entry ${i + 1}.`, where);
    const [flags, method, crc, packed, size] = [
      u16(bytes, at + 8),
      u16(bytes, at + 10),
      u32(bytes, at + 16),
      u32(bytes, at + 20),
      u32(bytes, at + 24),
    ];
    const [nameLength, extra, comment] = [u16(bytes, at + 28), u16(bytes, at + 30), u16(bytes, at + 32)];
    const [attributes, local] = [u32(bytes, at + 38), u32(bytes, at + 42)];
    const raw = decodeName(bytes.subarray(at + 46, at + 46 + nameLength));
    at += 46 + nameLength + extra + comment;
    if (flags & 1) throw unsupported('is encrypted');
    if (method !== 0 && method !== 8) throw unsupported(`uses the compression method ${method}`);
    if (packed === 0xffffffff || size === 0xffffffff || local === 0xffffffff) throw unsupported('uses the 64 bit form of zip');
    const name = safeName(raw);
    if (name === null || ((attributes >>> 16) & 0xf000) === 0xa000) {
      report.add(
        'error',
        'ZIP_BAD_NAME',
        `The entry "${raw.slice(0, 80)}" has a name that could lead outside the archive; it was left out.`,
        where,
      );
      continue;
    }
    if (name === '' || name.endsWith('/') || /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$)/.test(name)) continue;
    if (local + 30 > bytes.length || u32(bytes, local) !== 0x04034b50)
      throw new FormatError('ZIP_BAD', `The entry "${name}" of ${where} has no data. Ask the sender for the file again.`, where);
    const from = local + 30 + u16(bytes, local + 26) + u16(bytes, local + 28);
    if (from + packed > bytes.length)
      throw new FormatError('ZIP_BAD', `The entry "${name}" of ${where} is cut off. Ask the sender for the file again.`, where);
    if (packed) ranges.push([from, from + packed]);
    if (entries.has(name)) report.add('warning', 'ZIP_DUPLICATE', `Two entries are named "${name}"; the last one counts.`, where);
    entries.set(name, { name, method, crc, packed, size, start: from });
  }
  ranges.sort((a, b) => a[0] - b[0]);
  for (let i = 1; i < ranges.length; i++)
    if (ranges[i]![0] < ranges[i - 1]![1])
      throw new FormatError('ZIP_OVERLAP', `Entries of ${where} lie over each other, which only a hostile archive does.`, where);

  const folded = new Map([...entries.keys()].map((name) => [name.toLowerCase(), name]));
  return {
    names: [...entries.keys()],
    read(name) {
      const entry = entries.get(name) ?? entries.get(folded.get(name.toLowerCase()) ?? '');
      if (!entry) return null;
      const packed = bytes.subarray(entry.start, entry.start + entry.packed);
      const out = entry.method === 0 ? take(packed, budget, where) : inflate(packed, budget, `${where}, ${entry.name}`, most);
      if (crc32(out) !== entry.crc)
        report.add('error', 'ZIP_CRC', `"${entry.name}" does not match its check sum; it may be damaged.`, where);
      return out;
    },
  };
}

function take(bytes: Uint8Array, budget: Budget, where: string): Uint8Array {
  budget.left -= bytes.length;
  if (budget.left < 0) throw tooBig(where);
  return bytes;
}

const tooBig = (where: string) =>
  new FormatError('ZIP_TOO_BIG', `${where} unpacks to more than the limit. Ask the sender for a smaller file.`, where);

function inflate(packed: Uint8Array, budget: Budget, where: string, most: Limits): Uint8Array {
  const parts: Uint8Array[] = [];
  let size = 0;
  const stream = new Inflate((part) => {
    size += part.length;
    budget.left -= part.length;
    if (budget.left < 0) throw tooBig(where);
    if (size > most.ratioFrom && size > most.ratio * Math.max(1, packed.length))
      throw new FormatError(
        'ZIP_RATIO',
        `${where} unpacks to more than ${most.ratio} times its size, which only a hostile archive does.`,
        where,
      );
    parts.push(part.slice());
  });
  try {
    // In pieces, so that the count stops a bomb before it fills the memory.
    const step = 16384;
    for (let at = 0; at < packed.length || at === 0; at += step)
      stream.push(packed.subarray(at, at + step), at + step >= packed.length);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('ZIP_BAD', `${where} cannot be unpacked: its data are damaged.`, where);
  }
  const out = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** UTF-8 strictly, else the upper half as Latin letters; names are only ever looked up, never used as paths. */
function decodeName(bytes: Uint8Array): string {
  try {
    return strFromU8(bytes);
  } catch {
    return strFromU8(bytes, true);
  }
}

/** The name with `/` and without `.` segments; null when it could lead outside. */
export function safeName(raw: string): string | null {
  const name = raw.replaceAll('\\', '/');
  if (name.includes('\0') || name.startsWith('/') || /^[A-Za-z]:/.test(name)) return null;
  const segments = name.split('/');
  return segments.includes('..') ? null : segments.filter((segment) => segment !== '.').join('/');
}
