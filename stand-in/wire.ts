/** Levels on the wire of this machine, for stand-ins: E1.31 by the library sacn, so that Dessin's own packets meet another's. Each stand-in has a loopback address of its own. */
import { createSocket, type Socket } from 'node:dgram';
import { Packet } from 'sacn';

export const E131_PORT = Number(process.env.DESSIN_E131_PORT ?? 5568);
export const ARTNET_PORT = Number(process.env.DESSIN_ARTNET_PORT ?? 6454);
/** Dessin, and the stand-ins that listen. */
export const places = { dessin: '127.0.0.1', node: '127.0.0.2', wall: '127.0.0.3' } as const;
const SLOTS = 512;
const [PRIORITY_AT, SEQUENCE_AT, OPTIONS_AT, SLOTS_AT] = [108, 111, 112, 126];
const TERMINATED = 0x40;

/** A packet of a universe that is written once, and then changed in place. */
export function makeVoice(cid: string, name: string, universe: number) {
  const bytes = new Packet({ universe, payload: {}, sequence: 0, sourceName: name, cid: Buffer.from(cid, 'hex') }).buffer;
  let sequence = 0;
  return (slots: Uint8Array, priority = 100, terminated = false): Buffer => {
    sequence = (sequence + 1) & 255;
    bytes[PRIORITY_AT] = priority;
    bytes[SEQUENCE_AT] = sequence;
    bytes[OPTIONS_AT] = terminated ? TERMINATED : 0;
    bytes.set(slots.subarray(0, SLOTS), SLOTS_AT);
    return Buffer.from(bytes);
  };
}
export type Voice = ReturnType<typeof makeVoice>;

export interface Heard {
  readonly universe: number;
  readonly slots: Uint8Array;
  readonly source: string;
  readonly ended: boolean;
}
/** Null for what the library does not take. */
export function heardIn(bytes: Buffer): Heard | null {
  try {
    const { universe, sourceName, options, payloadAsBuffer } = new Packet(bytes);
    return payloadAsBuffer
      ? { universe, slots: new Uint8Array(payloadAsBuffer), source: sourceName, ended: (options & TERMINATED) !== 0 }
      : null;
  } catch {
    return null;
  }
}

/** @throws Error with a sentence where the address or the port cannot be had */
export const listen = (
  address: string,
  port: number,
  heard: (bytes: Buffer, from: string, port: number) => void,
): Promise<Socket> =>
  new Promise((done, fail) => {
    const socket = createSocket({ type: 'udp4', reuseAddr: true });
    socket.on('message', (message, { address: from, port: back }) => heard(message, from, back));
    socket.once('error', (error: NodeJS.ErrnoException) => {
      const why =
        error.code === 'EADDRNOTAVAIL'
          ? `This machine has no loopback address ${address}: give it one (on a Mac: sudo ifconfig lo0 alias ${address}).`
          : `Port ${port} of ${address} cannot be listened to (${error.code ?? error.message}).`;
      fail(new Error(why));
    });
    socket.bind(port, address, () => {
      socket.removeAllListeners('error');
      socket.on('error', () => undefined);
      done(socket);
    });
  });
