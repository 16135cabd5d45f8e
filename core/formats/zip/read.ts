/** Reads a zip by its central directory, distrusting every figure in it (reference formats 0.3). Inflating is fflate's. */
import { strFromU8 } from 'fflate';
import { FormatError, type Limits, limits, type Report } from '../report.js';
import { crc32 } from './crc.js';
import { inflated } from './inflate.js';

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

const unsupported = (where: string, what: string) =>
  new FormatError('ZIP_UNSUPPORTED', `${where} ${what}. Save it again as a plain zip archive.`, where);

/** Where the table of contents is, and how many entries it tells of. */
interface Contents {
  readonly start: number;
  readonly end: number;
  readonly count: number;
}
/**
 * There is one end record, at the end, behind the table of contents that it tells of. Readers differ in where they look for it: of two that could be
 * it, or one that does not fit, each sees another archive, and only a hostile one has that (PKWARE APPNOTE 4.3.16).
 */
function contentsOf(bytes: Uint8Array, where: string, most: Limits): Contents {
  // The end record is 22 bytes and a comment of at most 65535.
  const first = Math.max(0, bytes.length - 65557);
  let end = bytes.length - 22;
  while (end >= first && u32(bytes, end) !== 0x06054b50) end--;
  if (end < first)
    throw new FormatError(
      'ZIP_BAD',
      `${where} is not a zip archive, or its end is missing. Ask the sender for the file again.`,
      where,
    );
  /** Whether an end record says of itself that the file ends with it. An archive that lies in this one has an end too, and does not. */
  const isLast = (at: number): boolean => at + 22 + u16(bytes, at + 20) === bytes.length;
  let other = end - 1;
  while (other >= first && !(u32(bytes, other) === 0x06054b50 && isLast(other))) other--;
  const count = u16(bytes, end + 10);
  const [size, start] = [u32(bytes, end + 12), u32(bytes, end + 16)];
  if (count === 0xffff || start === 0xffffffff) throw unsupported(where, 'uses the 64 bit form of zip');
  if (u16(bytes, end + 4) !== 0 || u16(bytes, end + 6) !== 0) throw unsupported(where, 'is spread over several disks');
  const twofold = (what: string) =>
    new FormatError(
      'ZIP_TWOFOLD',
      `${where} ${what}: two programs could see different contents in it. Ask the sender to save it again.`,
      where,
    );
  if (other >= first) throw twofold('has more than one end');
  if (!isLast(end)) throw twofold('goes on behind its end');
  if (count !== u16(bytes, end + 8)) throw twofold('tells two numbers of entries');
  if (start + size !== end) throw twofold('has something between its table of contents and its end');
  if (count > most.entries)
    throw new FormatError('ZIP_TOO_MANY_ENTRIES', `${where} holds ${count} entries; the limit is ${most.entries}.`, where);
  return { start, end, count };
}

interface Listed extends Omit<Entry, 'start'> {
  readonly raw: string;
  readonly attributes: number;
  /** Where the entry itself begins. */
  readonly local: number;
  /** Where the next one is listed. */
  readonly next: number;
}
/** An entry as the table of contents tells of it. */
function listed(bytes: Uint8Array, at: number, where: string): Listed {
  const flags = u16(bytes, at + 8);
  const method = u16(bytes, at + 10);
  const [packed, size, local] = [u32(bytes, at + 20), u32(bytes, at + 24), u32(bytes, at + 42)];
  const [nameLength, extra, comment] = [u16(bytes, at + 28), u16(bytes, at + 30), u16(bytes, at + 32)];
  if (flags & 1) throw unsupported(where, 'is encrypted');
  if (method !== 0 && method !== 8) throw unsupported(where, `uses the compression method ${method}`);
  if (packed === 0xffffffff || size === 0xffffffff || local === 0xffffffff)
    throw unsupported(where, 'uses the 64 bit form of zip');
  const raw = decodeName(bytes.subarray(at + 46, at + 46 + nameLength));
  return {
    name: safeName(raw) ?? '',
    raw,
    method,
    crc: u32(bytes, at + 16),
    packed,
    size,
    attributes: u32(bytes, at + 38),
    local,
    next: at + 46 + nameLength + extra + comment,
  };
}
/** Where the bytes of an entry begin. */
function startOf(bytes: Uint8Array, { name, raw, local, packed }: Listed, where: string): number {
  if (local + 30 > bytes.length || u32(bytes, local) !== 0x04034b50)
    throw new FormatError('ZIP_BAD', `The entry "${name}" of ${where} has no data. Ask the sender for the file again.`, where);
  // Who reads from front to back goes by what stands here.
  const own = decodeName(bytes.subarray(local + 30, local + 30 + u16(bytes, local + 26)));
  if (own !== raw)
    throw new FormatError(
      'ZIP_TWOFOLD',
      `An entry of ${where} is named "${raw.slice(0, 80)}" in one place and "${own.slice(0, 80)}" in another. Ask the sender to save it again.`,
      where,
    );
  const from = local + 30 + u16(bytes, local + 26) + u16(bytes, local + 28);
  if (from + packed > bytes.length)
    throw new FormatError('ZIP_BAD', `The entry "${name}" of ${where} is cut off. Ask the sender for the file again.`, where);
  return from;
}
/** @throws FormatError when two entries share bytes */
function apart(entries: readonly Entry[], where: string): void {
  const ranges = entries.filter(({ packed }) => packed).map(({ start, packed }) => ({ from: start, to: start + packed }));
  ranges.sort((a, b) => a.from - b.from);
  let before = 0;
  for (const { from, to } of ranges) {
    if (from < before)
      throw new FormatError('ZIP_OVERLAP', `Entries of ${where} lie over each other, which only a hostile archive does.`, where);
    before = to;
  }
}

/** @throws FormatError when the archive as a whole cannot be trusted */
export function openZip(bytes: Uint8Array, report: Report, where: string, budget: Budget, most: Limits = limits): Archive {
  const { start, end, count } = contentsOf(bytes, where, most);
  const entries = new Map<string, Entry>();
  const told: Entry[] = [];
  let at = start;
  for (let i = 0; i < count; i++) {
    if (at + 46 > end || u32(bytes, at) !== 0x02014b50)
      throw new FormatError('ZIP_BAD', `The table of contents of ${where} is damaged at entry ${i + 1}.`, where);
    const item = listed(bytes, at, where);
    at = item.next;
    const { name, raw } = item;
    // 0xa000 is a symbolic link in the file system's own attributes.
    if (safeName(raw) === null || ((item.attributes >>> 16) & 0xf000) === 0xa000) {
      report.add(
        'error',
        'ZIP_BAD_NAME',
        `The entry "${raw.slice(0, 80)}" has a name that could lead outside the archive; it was left out.`,
        where,
      );
      continue;
    }
    if (name === '' || name.endsWith('/') || /(^|\/)(__MACOSX\/|\.DS_Store$|Thumbs\.db$)/.test(name)) continue;
    if (entries.has(name)) report.add('warning', 'ZIP_DUPLICATE', `Two entries are named "${name}"; the last one counts.`, where);
    const { method, crc, packed, size } = item;
    const entry: Entry = { name, method, crc, packed, size, start: startOf(bytes, item, where) };
    entries.set(name, entry);
    told.push(entry);
  }
  if (at !== end)
    throw new FormatError(
      'ZIP_TWOFOLD',
      `${where} lists more entries than it tells of: two programs could see different contents in it. Ask the sender to save it again.`,
      where,
    );
  apart(told, where);

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
  try {
    return inflated(packed, (piece, all) => {
      budget.left -= piece;
      if (budget.left < 0) throw tooBig(where);
      if (all > most.ratioFrom && all > most.ratio * Math.max(1, packed.length))
        throw new FormatError(
          'ZIP_RATIO',
          `${where} unpacks to more than ${most.ratio} times its size, which only a hostile archive does.`,
          where,
        );
    });
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('ZIP_BAD', `${where} cannot be unpacked: its data are damaged.`, where);
  }
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
