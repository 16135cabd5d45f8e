/** Wires over real sockets of this machine: heard and sent, by both protocols; nothing leaves the loopback that nobody chose. */
import { createSocket, type Socket } from 'node:dgram';
import { afterEach, describe, expect, test } from '@jest/globals';
import { readArtNet, writeArtLevels, writeNode } from '#core/wires/artnet';
import { type Levels, readE131, writeLevels } from '#core/wires/e131';
import type { Route } from '#core/wires/routes';
import { freePorts, machineBeside, until } from './beside.arb.js';
import { interfacesHere, isLoopback, makeWires, type Wires } from './wires.js';

const cid = 'd5'.repeat(16);
const open: (() => unknown)[] = [];
afterEach(async () => {
  for (const end of open.splice(0)) await end();
});
const beside = (port: number, address?: string) => machineBeside(open, port, address);
async function wires(): Promise<{ on: Wires; ports: { e131: number; artnet: number } }> {
  const ports = await freePorts();
  const on = makeWires({ cid, name: 'Test', ports });
  await on.open();
  open.push(() => on.close());
  return { on, ports };
}
const levels = (more: Partial<Levels> = {}): Uint8Array =>
  writeLevels({
    cid: '11'.repeat(16),
    name: 'Desk',
    priority: 100,
    sync: 0,
    sequence: 1,
    preview: false,
    terminated: false,
    force: false,
    universe: 3,
    slots: Uint8Array.of(9, 200),
    ...more,
  });

describe('in', () => {
  test('levels of both protocols are heard, merged, and told to who follows', async () => {
    const { on, ports } = await wires();
    const told: number[] = [];
    on.follow((universes) => told.push(...universes));
    const { socket } = await beside(ports.e131);
    socket.send(levels(), ports.e131, '127.0.0.1');
    await until(() => told.includes(3));
    expect([...(on.listening.universe(3)?.slots ?? [])].slice(0, 2)).toEqual([9, 200]);
    expect([...(on.listening.universe(3)?.sources.values() ?? [])][0]).toMatchObject({
      name: 'Desk',
      address: '127.0.0.2',
      priority: 100,
    });
    socket.send(writeArtLevels({ sequence: 1, portAddress: 2, slots: Uint8Array.of(50, 50) }), ports.artnet, '127.0.0.1');
    await until(() => on.listening.universe(3)?.slots?.[0] === 50);
    expect(on.listening.universe(3)?.slots?.[1]).toBe(200);
  });
  test('a node that answers is listed; rubbish is counted, and the server goes on', async () => {
    const { on, ports } = await wires();
    const { socket } = await beside(ports.artnet);
    socket.send(
      writeNode({
        ip: '127.0.0.2',
        name: 'Node',
        longName: 'A node',
        report: '',
        mac: '02:00:00:00:00:02',
        bind: 1,
        outputs: [0],
        inputs: [],
      }),
      ports.artnet,
      '127.0.0.1',
    );
    await until(() => on.nodes().length === 1);
    expect(on.nodes()[0]).toMatchObject({ name: 'Node', ip: '127.0.0.2' });
    for (let i = 0; i < 50; i++) {
      socket.send(new Uint8Array(i), ports.e131, '127.0.0.1');
      socket.send(new Uint8Array(i), ports.artnet, '127.0.0.1');
    }
    await until(() => [...on.counted().dropped.values()].reduce((a, b) => a + b, 0) >= 100);
    socket.send(levels({ universe: 4 }), ports.e131, '127.0.0.1');
    await until(() => on.listening.universe(4) !== null);
  });
  test('ten thousand nodes that nobody has are no more than are kept', async () => {
    const { on, ports } = await wires();
    const { socket } = await beside(ports.artnet);
    const node = writeNode({ ip: '10.0.0.1', name: 'x', longName: '', report: '', mac: '', bind: 1, outputs: [0], inputs: [] });
    for (let i = 0; i < 10_000; i++) {
      node.set([10, 1, i >> 8, i & 255], 10);
      socket.send(node.slice(), ports.artnet, '127.0.0.1');
      // A wire holds some hundreds that were not read yet.
      if (i % 200 === 199) await new Promise((done) => setTimeout(done, 4));
    }
    await until(() => on.nodes().length === 1000);
    await new Promise((done) => setTimeout(done, 50));
    expect(on.nodes()).toHaveLength(1000);
  });
  test('a source that falls silent is loss, within three seconds', async () => {
    const { on, ports } = await wires();
    const { socket } = await beside(ports.e131);
    socket.send(levels(), ports.e131, '127.0.0.1');
    await until(() => on.listening.universe(3) !== null);
    const from = performance.now();
    await until(() => on.listening.universe(3)?.lost === true);
    expect(performance.now() - from).toBeGreaterThan(2300);
    expect(performance.now() - from).toBeLessThan(3200);
  });
});

describe('out', () => {
  const routed = (route: Partial<Route>) => (): Route => ({ protocol: 'E1.31', to: '127.0.0.2', portAddress: 0, ...route });
  test('nobody asks: not one packet', async () => {
    const { on, ports } = await wires();
    const { got } = await beside(ports.e131);
    on.route(routed({}));
    await new Promise((done) => setTimeout(done, 300));
    expect([got.length, on.counted().sent]).toEqual([0, 0]);
  });
  test('asked for, levels reach the node with the name and the id of this server; let go, they fade and end', async () => {
    const { on, ports } = await wires();
    const { got } = await beside(ports.e131);
    on.route(routed({}));
    on.sending.want('a window', 5, Uint8Array.of(255, 10));
    const said = () => got.map((bytes) => readE131(bytes)).filter((packet): packet is Levels => packet.kind === 'levels');
    await until(() => said().length >= 4);
    expect(said()[0]).toMatchObject({ cid, name: 'Test', priority: 100, universe: 5, terminated: false });
    expect([...(said()[0]?.slots ?? [])].slice(0, 3)).toEqual([255, 10, 0]);
    // What it says itself is alive too, and stands among the sources.
    expect([...(on.listening.universe(5)?.slots?.slice(0, 3) ?? [])]).toEqual([255, 10, 0]);
    expect([...(on.listening.universe(5)?.sources.values() ?? [])].map((source) => source.name)).toEqual(['Test']);
    on.sending.release('a window');
    await until(() => said().filter(({ terminated }) => terminated).length === 3);
    expect(
      said()
        .filter(({ terminated }) => !terminated)
        .at(-1)?.slots[0],
    ).toBe(0);
    expect(on.sending.busy()).toBe(false);
  });
  test('by Art-Net to the port-address of the route', async () => {
    const { on, ports } = await wires();
    const { got } = await beside(ports.artnet);
    on.route(routed({ protocol: 'Art-Net', portAddress: 291 }));
    on.sending.want('a', 5, Uint8Array.of(255));
    await until(() => got.length > 0);
    expect(readArtNet(got[0] ?? new Uint8Array())).toMatchObject({ kind: 'levels', portAddress: 291 });
  });
  test('while no interface is chosen nothing leaves the loopback, wherever a route leads', async () => {
    const seen: string[] = [];
    const original = allSends();
    const { on } = await wires();
    original.watch((address) => seen.push(address));
    try {
      for (const to of ['10.0.0.9', '239.255.0.1', null, '192.168.1.255', 'example.org', '999.1.1.1']) {
        on.route(routed({ to }));
        on.sending.want(`to ${to}`, 6, Uint8Array.of(seen.length + 1));
        await new Promise((done) => setTimeout(done, 60));
      }
      // Nor do the questions who is there.
      on.poll(true);
      on.route(routed({ protocol: 'Art-Net', to: '2.255.255.255' }));
      on.sending.want('last', 6, Uint8Array.of(99));
      await new Promise((done) => setTimeout(done, 60));
    } finally {
      original.restore();
    }
    expect(seen.length).toBeGreaterThan(6);
    expect(seen.filter((address) => !isLoopback(address))).toEqual([]);
    expect(on.chosen()).toBeNull();
  });
  test('an interface is chosen by its name; one that is not there is refused in words', async () => {
    const { on } = await wires();
    await expect(on.choose('no such wire')).rejects.toThrow(/There is no network interface "no such wire"/);
    const [first] = interfacesHere();
    if (!first) return;
    await on.choose(first.name);
    expect(on.chosen()).toEqual(first);
    await on.choose(null);
    expect(on.chosen()).toBeNull();
  });
});

/** Every address that any socket of this process is asked to send to. */
function allSends() {
  const proto = Object.getPrototypeOf(createSocket('udp4').unref()) as { send: (...args: unknown[]) => void };
  const before = proto.send;
  return {
    watch(told: (address: string) => void) {
      proto.send = function (this: Socket, ...args: unknown[]) {
        told(String(args.find((arg) => typeof arg === 'string') ?? ''));
        return before.apply(this, args);
      };
    },
    restore() {
      proto.send = before;
    },
  };
}
