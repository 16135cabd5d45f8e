/**
 * Art-Net 4: levels, the question who is there, and its answers. Source: the open text of Art-Net 4 (reference formats 4). Most numbers have the high byte first, the op code
 * and the port the low one. Port-addresses count from 0; what universe of the plot one is, the map of universes says. Nothing of a packet is trusted, and nothing throws.
 */
import { SLOTS } from '../patch/address.js';

export const ARTNET_PORT = 6454;
/** A controller asks so often, ms. */
export const POLL_EVERY = 2800;
/** After so long a source that is merged is let go, ms. */
export const MERGE_LOSS = 10_000;
const identifier = [0x41, 0x72, 0x74, 0x2d, 0x4e, 0x65, 0x74, 0] as const;
const VERSION = 14;
const DMX = 0x5000;
const POLL = 0x2000;
const REPLY = 0x2100;
const REPLY_LENGTH = 239;
/** Older nodes say less. */
const LEAST_REPLY = 207;
export const MOST_PORT_ADDRESS = 32767;
const PORTS = 4;

export interface ArtLevels {
  readonly kind: 'levels';
  /** 1 to 255; 0 is not counted. */
  readonly sequence: number;
  readonly portAddress: number;
  readonly slots: Uint8Array;
}
export interface ArtPoll {
  readonly kind: 'poll';
  readonly flags: number;
}
export interface ArtNode {
  readonly kind: 'node';
  readonly ip: string;
  readonly name: string;
  readonly longName: string;
  readonly report: string;
  readonly mac: string;
  /** Which of several answers of one device it is. */
  readonly bind: number;
  /** Port-addresses that it puts out, and that it takes in. */
  readonly outputs: readonly number[];
  readonly inputs: readonly number[];
}
export const artDrops = ['too short', 'no identifier', 'an old version', 'wrong length', 'unknown code'] as const;
export type ArtDrop = (typeof artDrops)[number];
export type ArtPacket = ArtLevels | ArtPoll | ArtNode | { readonly kind: 'dropped'; readonly why: ArtDrop };

/** Net (7 bits), sub-net (4) and universe (4) as one number. */
export const portAddressOf = (net: number, subNet: number, universe: number): number =>
  ((net & 0x7f) << 8) | ((subNet & 0x0f) << 4) | (universe & 0x0f);

function headed(length: number, code: number): { readonly out: Uint8Array; readonly data: DataView } {
  const out = new Uint8Array(length);
  out.set(identifier, 0);
  const data = new DataView(out.buffer);
  data.setUint16(8, code, true);
  return { out, data };
}
/** Text as the standard has it: ASCII, ended by nul. */
function put(out: Uint8Array, at: number, length: number, text: string): void {
  const plain = text.normalize('NFKD').replace(/[^\x20-\x7e]/g, '');
  for (let i = 0; i < Math.min(length - 1, plain.length); i++) out[at + i] = plain.charCodeAt(i);
}
function textIn(bytes: Uint8Array, at: number, length: number): string {
  const part = bytes.subarray(at, at + length);
  const end = part.indexOf(0);
  return Array.from(part.subarray(0, end < 0 ? length : end), (byte) =>
    byte >= 0x20 && byte < 0x7f ? String.fromCharCode(byte) : '',
  ).join('');
}

/** Slots are said in an even number: an odd one has a zero behind it. @throws RangeError for a port-address that does not exist, or more than 512 slots */
export function writeArtLevels({ sequence, portAddress, slots }: Omit<ArtLevels, 'kind'>): Uint8Array {
  if (portAddress < 0 || portAddress > MOST_PORT_ADDRESS)
    throw new RangeError(`Port-address ${portAddress} does not exist: they run from 0 to ${MOST_PORT_ADDRESS}.`);
  if (slots.length > SLOTS) throw new RangeError(`A universe has ${SLOTS} slots, not ${slots.length}.`);
  const n = Math.max(2, slots.length + (slots.length % 2));
  const { out, data } = headed(18 + n, DMX);
  data.setUint16(10, VERSION);
  out[12] = sequence & 255;
  out[14] = portAddress & 255;
  out[15] = portAddress >> 8;
  data.setUint16(16, n);
  out.set(slots, 18);
  return out;
}
export function writePoll(flags = 0): Uint8Array {
  const { out, data } = headed(14, POLL);
  data.setUint16(10, VERSION);
  out[12] = flags;
  return out;
}
/** At most four ports an answer, all of one net and sub-net: that of the first. */
export function writeNode({ ip, name, longName, report, mac, bind, outputs, inputs }: Omit<ArtNode, 'kind'>): Uint8Array {
  const { out, data } = headed(REPLY_LENGTH, REPLY);
  const address = ip.split('.').map(Number);
  for (let i = 0; i < 4; i++) out[10 + i] = address[i] ?? 0;
  data.setUint16(14, ARTNET_PORT, true);
  const first = outputs[0] ?? inputs[0] ?? 0;
  out[18] = first >> 8;
  out[19] = (first >> 4) & 0x0f;
  put(out, 26, 18, name);
  put(out, 44, 64, longName);
  put(out, 108, 64, report);
  const ports = Math.min(PORTS, Math.max(outputs.length, inputs.length));
  data.setUint16(172, ports);
  for (let i = 0; i < ports; i++) {
    const [output, input] = [outputs[i], inputs[i]];
    out[174 + i] = (output === undefined ? 0 : 0x80) | (input === undefined ? 0 : 0x40);
    out[182 + i] = output === undefined ? 0 : 0x80;
    out[186 + i] = (input ?? 0) & 0x0f;
    out[190 + i] = (output ?? 0) & 0x0f;
  }
  mac.split(':').forEach((byte, i) => {
    if (i < 6) out[201 + i] = Number.parseInt(byte, 16) || 0;
  });
  for (let i = 0; i < 4; i++) out[207 + i] = address[i] ?? 0;
  out[211] = bind;
  // It takes port-addresses of 15 bits.
  out[212] = 0x08;
  return out;
}

const dropped = (why: ArtDrop): ArtPacket => ({ kind: 'dropped', why });
export function readArtNet(bytes: Uint8Array): ArtPacket {
  if (bytes.length < 10) return dropped('too short');
  if (identifier.some((byte, i) => bytes[i] !== byte)) return dropped('no identifier');
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const code = data.getUint16(8, true);
  if (code === REPLY) return bytes.length < LEAST_REPLY ? dropped('too short') : nodeIn(bytes, data);
  if (code !== DMX && code !== POLL) return dropped('unknown code');
  if (bytes.length < 12) return dropped('too short');
  if (data.getUint16(10) < VERSION) return dropped('an old version');
  if (code === POLL) return bytes.length < 14 ? dropped('too short') : { kind: 'poll', flags: bytes[12] ?? 0 };
  if (bytes.length < 18) return dropped('too short');
  const n = data.getUint16(16);
  // An odd number is against the text, and harmless.
  if (n < 1 || n > SLOTS || 18 + n > bytes.length) return dropped('wrong length');
  return {
    kind: 'levels',
    sequence: bytes[12] ?? 0,
    portAddress: (((bytes[15] ?? 0) & 0x7f) << 8) | (bytes[14] ?? 0),
    slots: bytes.slice(18, 18 + n),
  };
}
function nodeIn(bytes: Uint8Array, data: DataView): ArtNode {
  const at = (i: number): number => bytes[i] ?? 0;
  const [net, subNet] = [at(18), at(19)];
  const ports = Math.min(PORTS, data.getUint16(172));
  const both = { outputs: [] as number[], inputs: [] as number[] };
  for (let i = 0; i < ports; i++) {
    if (at(174 + i) & 0x80) both.outputs.push(portAddressOf(net, subNet, at(190 + i)));
    if (at(174 + i) & 0x40) both.inputs.push(portAddressOf(net, subNet, at(186 + i)));
  }
  return {
    kind: 'node',
    ip: [10, 11, 12, 13].map(at).join('.'),
    name: textIn(bytes, 26, 18),
    longName: textIn(bytes, 44, 64),
    report: textIn(bytes, 108, 64),
    mac: [201, 202, 203, 204, 205, 206].map((i) => at(i).toString(16).padStart(2, '0')).join(':'),
    bind: at(211),
    ...both,
  };
}
