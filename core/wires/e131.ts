/**
 * Streaming ACN: levels, synchronisation and discovery as packets. Source: ANSI E1.31 (reference formats 3). Numbers are big-endian. Nothing of a packet is trusted:
 * what is not as the standard has it is dropped, with the reason, and never throws.
 */
import { SLOTS, UNIVERSES } from '../patch/address.js';

export const PORT = 5568;
/** Universe that discovery is sent to. */
export const DISCOVERY = 64214;
/** After so long without a packet a source is lost, ms. */
export const LOSS = 2500;
/** Unchanged levels are said again so often, ms. */
export const KEEP_ALIVE = 900;
/** From one page of discovery to the next, ms. */
export const DISCOVERY_EVERY = 10_000;
export const USUAL_PRIORITY = 100;
export const MOST_PRIORITY = 200;
/** Levels have this start code. */
const LEVELS = 0;
/** Octets before the first slot. */
const HEAD = 126;
const NAME = 64;
const SYNC_LENGTH = 49;
const DISCOVERY_HEAD = 120;
/** Universes on a page of discovery. */
export const PER_PAGE = 512;

const identifier = [0x41, 0x53, 0x43, 0x2d, 0x45, 0x31, 0x2e, 0x31, 0x37, 0, 0, 0] as const;
const ROOT_DATA = 4;
const ROOT_EXTENDED = 8;

export interface Levels {
  readonly kind: 'levels';
  /** Of the source, 32 hexadecimal figures. */
  readonly cid: string;
  readonly name: string;
  readonly priority: number;
  /** Universe of the packets of synchronisation; 0 for none. */
  readonly sync: number;
  readonly sequence: number;
  /** Not for live output. */
  readonly preview: boolean;
  /** The source leaves: its levels are not taken. */
  readonly terminated: boolean;
  /** Goes on without synchronisation when that is lost. */
  readonly force: boolean;
  readonly universe: number;
  readonly slots: Uint8Array;
}
export interface Sync {
  readonly kind: 'sync';
  readonly cid: string;
  readonly sequence: number;
  readonly sync: number;
}
export interface Discovery {
  readonly kind: 'discovery';
  readonly cid: string;
  readonly name: string;
  readonly page: number;
  readonly last: number;
  readonly universes: readonly number[];
}
/** Why a packet was not taken; each is counted. */
export const drops = [
  'too short',
  'no identifier',
  'unknown vector',
  'wrong length',
  'not as levels are said',
  'wrong count',
  'no such universe',
  'no such priority',
  'another start code',
] as const;
export type Drop = (typeof drops)[number];
export type Packet = Levels | Sync | Discovery | { readonly kind: 'dropped'; readonly why: Drop };

/** Where levels of a universe are sent to when it is to many: 239.255.hi.lo. */
export const multicastOf = (universe: number): string => `239.255.${universe >> 8}.${universe & 255}`;

/** Whether a packet comes after the last one: with d = signed eight bits of the difference, -20 < d <= 0 is old. Source: ANSI E1.31, 6.7.2. */
export function comesAfter(last: number, next: number): boolean {
  const d = ((next - last + 128) & 255) - 128;
  return d <= -20 || d > 0;
}

const hex = (bytes: Uint8Array): string => Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
const fromHex = (text: string): Uint8Array =>
  Uint8Array.from({ length: 16 }, (_, i) => Number.parseInt(text.slice(i * 2, i * 2 + 2), 16) || 0);
/** Names are at most 63 bytes of UTF-8, cut between letters, ended by nul. */
function nameBytes(name: string): Uint8Array {
  const out = new Uint8Array(NAME);
  let at = 0;
  for (const letter of name) {
    const bytes = new TextEncoder().encode(letter);
    if (at + bytes.length > NAME - 1) break;
    out.set(bytes, at);
    at += bytes.length;
  }
  return out;
}
function nameIn(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  return new TextDecoder().decode(bytes.subarray(0, end < 0 ? bytes.length : end)).replace(/\p{Cc}/gu, '');
}
const flags = (length: number): number => 0x7000 | length;

function rooted(length: number, vector: number, cid: string): { readonly out: Uint8Array; readonly data: DataView } {
  const out = new Uint8Array(length);
  const data = new DataView(out.buffer);
  data.setUint16(0, 0x0010);
  out.set(identifier, 4);
  data.setUint16(16, flags(length - 16));
  data.setUint32(18, vector);
  out.set(fromHex(cid), 22);
  return { out, data };
}

/** @throws RangeError for a universe or a priority that the standard does not have, or more than 512 slots */
export function writeLevels({
  cid,
  name,
  priority,
  sync,
  sequence,
  preview,
  terminated,
  force,
  universe,
  slots,
}: Omit<Levels, 'kind'>): Uint8Array {
  if (universe < 1 || universe > UNIVERSES)
    throw new RangeError(`Universe ${universe} does not exist: universes run from 1 to ${UNIVERSES}.`);
  if (priority < 0 || priority > MOST_PRIORITY)
    throw new RangeError(`Priority ${priority} does not exist: they run from 0 to ${MOST_PRIORITY}.`);
  if (slots.length > SLOTS) throw new RangeError(`A universe has ${SLOTS} slots, not ${slots.length}.`);
  const length = HEAD + slots.length;
  const { out, data } = rooted(length, ROOT_DATA, cid);
  data.setUint16(38, flags(length - 38));
  data.setUint32(40, 2);
  out.set(nameBytes(name), 44);
  out[108] = priority;
  data.setUint16(109, sync);
  out[111] = sequence & 255;
  out[112] = (preview ? 0x80 : 0) | (terminated ? 0x40 : 0) | (force ? 0x20 : 0);
  data.setUint16(113, universe);
  data.setUint16(115, flags(length - 115));
  out[117] = 0x02;
  out[118] = 0xa1;
  data.setUint16(121, 1);
  data.setUint16(123, slots.length + 1);
  out[125] = LEVELS;
  out.set(slots, HEAD);
  return out;
}
export function writeSync({ cid, sequence, sync }: Omit<Sync, 'kind'>): Uint8Array {
  const { out, data } = rooted(SYNC_LENGTH, ROOT_EXTENDED, cid);
  data.setUint16(38, flags(SYNC_LENGTH - 38));
  data.setUint32(40, 1);
  out[44] = sequence & 255;
  data.setUint16(45, sync);
  return out;
}
/** The pages that say which universes a source sends; one empty page where it sends none. */
export function writeDiscovery(cid: string, name: string, universes: readonly number[]): Uint8Array[] {
  const sorted = [...new Set(universes)].sort((a, b) => a - b);
  const pages = Math.max(1, Math.ceil(sorted.length / PER_PAGE));
  return Array.from({ length: pages }, (_, page) => {
    const mine = sorted.slice(page * PER_PAGE, (page + 1) * PER_PAGE);
    const length = DISCOVERY_HEAD + 2 * mine.length;
    const { out, data } = rooted(length, ROOT_EXTENDED, cid);
    data.setUint16(38, flags(length - 38));
    data.setUint32(40, 2);
    out.set(nameBytes(name), 44);
    data.setUint16(112, flags(length - 112));
    data.setUint32(114, 1);
    out[118] = page;
    out[119] = pages - 1;
    mine.forEach((universe, i) => {
      data.setUint16(DISCOVERY_HEAD + i * 2, universe);
    });
    return out;
  });
}

const dropped = (why: Drop): Packet => ({ kind: 'dropped', why });
/** Reads a datagram. What stands behind the declared length is passed over. */
export function readE131(bytes: Uint8Array): Packet {
  if (bytes.length < SYNC_LENGTH) return dropped('too short');
  if (bytes[0] !== 0 || bytes[1] !== 0x10 || identifier.some((byte, i) => bytes[4 + i] !== byte)) return dropped('no identifier');
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  /** Whether a length at an octet is that of what stands there up to the end of all. */
  const end = 16 + (data.getUint16(16) & 0x0fff);
  const lasts = (at: number): boolean => (data.getUint16(at) & 0xf000) === 0x7000 && at + (data.getUint16(at) & 0x0fff) === end;
  if (end > bytes.length || !lasts(16)) return dropped('wrong length');
  const root = data.getUint32(18);
  const cid = hex(bytes.subarray(22, 38));
  if (root === ROOT_EXTENDED) return extended(bytes, data, cid, end, lasts);
  if (root !== ROOT_DATA) return dropped('unknown vector');
  if (end < HEAD) return dropped('too short');
  if (data.getUint32(40) !== 2) return dropped('unknown vector');
  if (!lasts(38) || !lasts(115)) return dropped('wrong length');
  if (bytes[117] !== 0x02 || bytes[118] !== 0xa1 || data.getUint16(119) !== 0 || data.getUint16(121) !== 1)
    return dropped('not as levels are said');
  const count = data.getUint16(123);
  if (count < 1 || count > SLOTS + 1 || 125 + count > end) return dropped('wrong count');
  const universe = data.getUint16(113);
  if (universe < 1 || universe > UNIVERSES) return dropped('no such universe');
  const priority = bytes[108] ?? 0;
  if (priority > MOST_PRIORITY) return dropped('no such priority');
  if (bytes[125] !== LEVELS) return dropped('another start code');
  const options = bytes[112] ?? 0;
  return {
    kind: 'levels',
    cid,
    name: nameIn(bytes.subarray(44, 44 + NAME)),
    priority,
    sync: data.getUint16(109),
    sequence: bytes[111] ?? 0,
    preview: (options & 0x80) !== 0,
    terminated: (options & 0x40) !== 0,
    force: (options & 0x20) !== 0,
    universe,
    slots: bytes.slice(HEAD, 125 + count),
  };
}
function extended(bytes: Uint8Array, data: DataView, cid: string, end: number, lasts: (at: number) => boolean): Packet {
  if (!lasts(38)) return dropped('wrong length');
  const vector = data.getUint32(40);
  if (vector === 1) return { kind: 'sync', cid, sequence: bytes[44] ?? 0, sync: data.getUint16(45) };
  if (vector !== 2) return dropped('unknown vector');
  if (end < DISCOVERY_HEAD) return dropped('too short');
  if (!lasts(112) || (end - DISCOVERY_HEAD) % 2) return dropped('wrong length');
  if (data.getUint32(114) !== 1) return dropped('unknown vector');
  const universes = Array.from({ length: Math.min(PER_PAGE, (end - DISCOVERY_HEAD) / 2) }, (_, i) =>
    data.getUint16(DISCOVERY_HEAD + i * 2),
  );
  return {
    kind: 'discovery',
    cid,
    name: nameIn(bytes.subarray(44, 44 + NAME)),
    page: bytes[118] ?? 0,
    last: bytes[119] ?? 0,
    universes: universes.filter((universe) => universe >= 1 && universe <= UNIVERSES),
  };
}
