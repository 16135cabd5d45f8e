/** ANSI E1.31 against a library that was written apart from ours (sacn, from the registry): it hears what we send, and we hear what it sends. */
import { afterEach, expect, test } from '@jest/globals';
import { type Packet, Receiver, Sender } from 'sacn';
import { freePorts, until } from './beside.arb.js';
import { makeWires } from './wires.js';

const cid = 'd5'.repeat(16);
const ends: (() => unknown)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});
async function house() {
  const ports = await freePorts();
  const wires = makeWires({ cid, name: 'Dessin, Boathouse', ports });
  await wires.open();
  ends.push(() => wires.close());
  return { wires, port: ports.e131 };
}
const slotsOf = (...levels: number[]): Uint8Array => {
  const out = new Uint8Array(512);
  out.set(levels);
  return out;
};

test('its receiver hears every packet of ours, whole and in order, to the last word', async () => {
  const { wires, port } = await house();
  const got: Packet[] = [];
  const odd: Error[] = [];
  const receiver = new Receiver({ universes: [5], port, reuseAddr: true });
  ends.push(() => new Promise<void>((done) => void receiver.close(done)));
  receiver.on('packet', (packet) => void got.push(packet));
  receiver.on('PacketCorruption', (error) => void odd.push(error));
  receiver.on('PacketOutOfOrder', (error) => void odd.push(error));
  // Where this machine has no way for groups it is heard all the same.
  receiver.on('error', () => undefined);
  wires.route(() => ({ protocol: 'E1.31', to: '127.0.0.2', portAddress: 0 }));
  for (let level = 1; level <= 60; level++) {
    wires.sending.want('test', 5, slotsOf(level, 255, 0, 7));
    await new Promise((done) => setTimeout(done, 15));
  }
  await until(() => got.at(-1)?.payloadAsBuffer?.[0] === 60);
  wires.sending.release('test');
  await until(() => !wires.sending.busy());
  await until(() => got.filter(({ options }) => options & 0x40).length === 3);
  expect(odd).toEqual([]);
  expect(got.length).toBeGreaterThan(20);
  for (const packet of got) {
    expect(packet.sourceName.replace(/\0+$/, '')).toBe('Dessin, Boathouse');
    expect(packet.cid.toString('hex')).toBe(cid);
    expect([packet.universe, packet.priority, packet.propertyValueCount]).toEqual([5, 100, 513]);
  }
  const levels = got.map(({ payloadAsBuffer }) => [...(payloadAsBuffer?.subarray(0, 4) ?? [])]);
  expect(levels.some(([a, b, c, d]) => (a ?? 0) > 0 && b === 255 && c === 0 && d === 7)).toBe(true);
  expect(levels.at(-1)?.[1]).toBe(0);
});
test('we hear its sender: name, id, priority and levels', async () => {
  const { wires, port } = await house();
  const sender = new Sender({
    universe: 9,
    port,
    useUnicastDestination: '127.0.0.1',
    defaultPacketOptions: {
      sourceName: 'Another desk',
      cid: Buffer.from('ab'.repeat(16), 'hex'),
      priority: 120,
      useRawDmxValues: true,
    },
  });
  ends.push(() => sender.close());
  for (let i = 0; i < 30; i++) await sender.send({ payload: { 1: i, 512: 200 } });
  await until(() => wires.listening.universe(9)?.slots?.[0] === 29);
  expect(wires.listening.universe(9)?.slots?.[511]).toBe(200);
  expect([...(wires.listening.universe(9)?.sources.values() ?? [])]).toMatchObject([
    { name: 'Another desk', id: 'ab'.repeat(16), priority: 120, address: '127.0.0.1', lost: false },
  ]);
  expect(wires.counted().dropped.size).toBe(0);
});
