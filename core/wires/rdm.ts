/**
 * RDM: what lights answer about themselves on their lines, as packets that a report holds. Source: ANSI E1.20 and ANSI E1.11 (reference formats 5). Dessin speaks no RDM itself; it reads
 * reports of devices that do. Nothing of a packet is trusted, and nothing throws.
 */

/** Start code and sub start code. */
const [RDM, SUB] = [0xcc, 0x01];
const HEAD = 24;
const MOST_DATA = 231;
/** Manufacturer and device as twelve hexadecimal figures. */
export type Uid = string;
export const ALL_DEVICES: Uid = 'ffffffffffff';

/** "7ff0:00000001". */
export const uidText = (uid: Uid): string => `${uid.slice(0, 4)}:${uid.slice(4)}`;
/** Null for what is none. */
export function uidFrom(text: string): Uid | null {
  const match = /^([0-9a-f]{4}):?([0-9a-f]{8})$/i.exec(text.trim());
  return match ? `${match[1]}${match[2]}`.toLowerCase() : null;
}
const bytesOfUid = (uid: Uid): number[] => [0, 2, 4, 6, 8, 10].map((at) => Number.parseInt(uid.slice(at, at + 2), 16));
const uidIn = (bytes: Uint8Array, at: number): Uid =>
  Array.from(bytes.subarray(at, at + 6), (byte) => byte.toString(16).padStart(2, '0')).join('');

export interface RdmPacket {
  readonly kind: 'rdm';
  readonly to: Uid;
  readonly from: Uid;
  readonly transaction: number;
  /** Of a question its port, of an answer its kind: 0 is yes, 1 later, 2 no, 3 more to come. */
  readonly port: number;
  readonly messages: number;
  readonly subDevice: number;
  /** 0x20 asks, 0x21 answers; 0x30 and 0x31 set. */
  readonly command: number;
  readonly parameter: number;
  readonly data: Uint8Array;
}
export const rdmDrops = ['too short', 'no start code', 'wrong length', 'wrong checksum'] as const;
export type RdmDrop = (typeof rdmDrops)[number];

/** Parameters by their numbers in the standard. */
export const parameters = {
  DEVICE_INFO: 0x0060,
  DEVICE_MODEL: 0x0080,
  MANUFACTURER: 0x0081,
  LABEL: 0x0082,
  PERSONALITY: 0x00e0,
  PERSONALITY_NAME: 0x00e1,
  START_ADDRESS: 0x00f0,
} as const;

const sumOf = (bytes: Uint8Array, to: number): number => {
  let sum = 0;
  for (let i = 0; i < to; i++) sum += bytes[i] ?? 0;
  return sum & 0xffff;
};
/** @throws RangeError for more data than a packet holds */
export function writeRdm({
  to,
  from,
  transaction,
  port,
  messages,
  subDevice,
  command,
  parameter,
  data,
}: Omit<RdmPacket, 'kind'>): Uint8Array {
  if (data.length > MOST_DATA) throw new RangeError(`An RDM packet holds ${MOST_DATA} octets of data, not ${data.length}.`);
  const out = new Uint8Array(HEAD + data.length + 2);
  const view = new DataView(out.buffer);
  out.set([RDM, SUB, HEAD + data.length, ...bytesOfUid(to), ...bytesOfUid(from), transaction, port, messages]);
  view.setUint16(18, subDevice);
  out[20] = command;
  view.setUint16(21, parameter);
  out[23] = data.length;
  out.set(data, HEAD);
  view.setUint16(HEAD + data.length, sumOf(out, HEAD + data.length));
  return out;
}
export function readRdm(bytes: Uint8Array): RdmPacket | { readonly kind: 'dropped'; readonly why: RdmDrop } {
  if (bytes.length < HEAD + 2) return { kind: 'dropped', why: 'too short' };
  if (bytes[0] !== RDM || bytes[1] !== SUB) return { kind: 'dropped', why: 'no start code' };
  const [length = 0, count = 0] = [bytes[2], bytes[23]];
  if (count > MOST_DATA || length !== HEAD + count || bytes.length < length + 2) return { kind: 'dropped', why: 'wrong length' };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint16(length) !== sumOf(bytes, length)) return { kind: 'dropped', why: 'wrong checksum' };
  return {
    kind: 'rdm',
    to: uidIn(bytes, 3),
    from: uidIn(bytes, 9),
    transaction: bytes[15] ?? 0,
    port: bytes[16] ?? 0,
    messages: bytes[17] ?? 0,
    subDevice: view.getUint16(18),
    command: bytes[20] ?? 0,
    parameter: view.getUint16(21),
    data: bytes.slice(HEAD, HEAD + count),
  };
}

const [PREAMBLE, SEPARATOR] = [0xfe, 0xaa];
/** The answer to the question who is in a branch: without a break, each octet said twice. */
export function writeBranch(uid: Uid): Uint8Array {
  const twice = bytesOfUid(uid).flatMap((byte) => [byte | 0xaa, byte | 0x55]);
  const sum = twice.reduce((a, b) => a + b, 0) & 0xffff;
  const check = [sum >> 8, sum & 255].flatMap((byte) => [byte | 0xaa, byte | 0x55]);
  return Uint8Array.from([...Array(7).fill(PREAMBLE), SEPARATOR, ...twice, ...check]);
}
/** Null where two answered at once, or nobody: then it is asked in smaller branches. The preamble may be shorter. */
export function readBranch(bytes: Uint8Array): Uid | null {
  const at = bytes.indexOf(SEPARATOR);
  if (at < 0 || at > 7 || bytes.subarray(0, at).some((byte) => byte !== PREAMBLE) || bytes.length < at + 17) return null;
  const coded = bytes.subarray(at + 1, at + 17);
  const byte = (i: number): number => (coded[2 * i] ?? 0) & (coded[2 * i + 1] ?? 0);
  const sum = coded.subarray(0, 12).reduce((a, b) => a + b, 0) & 0xffff;
  if (((byte(6) << 8) | byte(7)) !== sum) return null;
  return Array.from({ length: 6 }, (_, i) => byte(i).toString(16).padStart(2, '0')).join('');
}

export interface DeviceInfo {
  readonly model: number;
  readonly footprint: number;
  /** Which of how many modes it is in, from 1. */
  readonly personality: number;
  readonly personalities: number;
  /** First slot; null where it takes none. */
  readonly address: number | null;
  readonly subDevices: number;
}
/** Null for what is not as long as the standard has it. */
export function deviceInfoIn(data: Uint8Array): DeviceInfo | null {
  if (data.length !== 19) return null;
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  const address = view.getUint16(14);
  return {
    model: view.getUint16(2),
    footprint: view.getUint16(10),
    personality: data[12] ?? 0,
    personalities: data[13] ?? 0,
    address: address === 0xffff ? null : address,
    subDevices: view.getUint16(16),
  };
}

/** The shortest time of a frame of so many slots on a line, microseconds, and how many there are in a second. Source: ANSI E1.11, from the sender (reference formats 5.1). */
export const frameTime = (slots: number): number => Math.max(1204, 92 + 12 + 44 * (slots + 1));
export const framesPerSecond = (slots: number): number => 1e6 / frameTime(slots);
