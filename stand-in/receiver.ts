/** What a stand-in hears at its own loopback address: E1.31 and the levels of Art-Net, as slots by universe. The last that was said stands. */
import type { Socket } from 'node:dgram';
import { ARTNET_PORT, E131_PORT, heardIn, listen } from './wire.js';

const ART = Buffer.from('Art-Net\0', 'latin1');
const [POLL, LEVELS] = [0x2000, 0x5000];
const SLOTS = 512;

export interface Universe {
  slots: Uint8Array;
  source: string;
  packets: number;
  /** ms, by the machine's clock. */
  heard: number;
}
export interface Receiver {
  readonly universes: Map<number, Universe>;
  /** Levels of these slots; dark where nothing was heard. */
  readonly slots: (universe: number) => Uint8Array;
  readonly stop: () => void;
}
export interface ReceiverParts {
  readonly address: string;
  /** Asked before a packet of levels counts: what it gives back is taken, in that order. @param bytes  as it came */
  readonly pass?: (bytes: Buffer, protocol: 'e131' | 'artnet') => readonly Buffer[];
  readonly polled?: (socket: Socket, from: string, port: number) => void;
}
const dark = new Uint8Array(SLOTS);

/** @throws Error with a sentence where the address cannot be had */
export async function makeReceiver({ address, pass = (bytes) => [bytes], polled }: ReceiverParts): Promise<Receiver> {
  const universes = new Map<number, Universe>();
  const take = (universe: number, slots: Uint8Array, source: string) => {
    const own = universes.get(universe);
    const whole = new Uint8Array(SLOTS);
    whole.set(slots.subarray(0, SLOTS));
    universes.set(universe, { slots: whole, source, packets: (own?.packets ?? 0) + 1, heard: performance.now() });
  };
  const e131 = await listen(address, E131_PORT, (bytes) => {
    for (const one of pass(bytes, 'e131')) {
      const heard = heardIn(one);
      // Who says that it ends is dark; who falls silent is held, as nodes do that wait for the wire to come back.
      if (heard?.ended) universes.delete(heard.universe);
      else if (heard) take(heard.universe, heard.slots, heard.source);
    }
  });
  let artnet: Socket;
  try {
    artnet = await listen(address, ARTNET_PORT, (bytes, from, port) => {
      if (bytes.length < 14 || !bytes.subarray(0, 8).equals(ART)) return;
      const code = bytes.readUInt16LE(8);
      if (code === POLL) polled?.(artnet, from, port);
      if (code !== LEVELS) return;
      for (const one of pass(bytes, 'artnet')) {
        const count = one.readUInt16BE(16);
        // Port-addresses count from 0.
        const universe = ((one[15] ?? 0) & 0x7f) * 256 + (one[14] ?? 0) + 1;
        if (count >= 1 && count <= SLOTS && 18 + count <= one.length)
          take(universe, one.subarray(18, 18 + count), `Art-Net ${from}`);
      }
    });
  } catch (error) {
    e131.close();
    throw error;
  }
  return {
    universes,
    slots: (universe) => universes.get(universe)?.slots ?? dark,
    stop() {
      e131.close();
      artnet.close();
    },
  };
}
