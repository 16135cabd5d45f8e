/** What windows see of the wires and put on them, over real sockets of this machine. */
import type { Socket } from 'node:dgram';
import { afterEach, describe, expect, test } from '@jest/globals';
import { readArtNet, writeArtLevels, writeNode } from '#core/wires/artnet';
import { readE131, writeLevels } from '#core/wires/e131';
import { type Slots, takeSlots, writeSlots } from '#core/wires/frames';
import type { WiresState } from '#core/wires/state';
import { freePorts, machineBeside, until } from './beside.arb.js';
import { makeRig, PATIENCE, type Rig, type Window } from './rig.js';
import { broadcastOf, makeWires } from './wires.js';

const ends: (() => unknown)[] = [];
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
});

interface Seen {
  readonly window: Window;
  readonly known: Map<number, Slots>;
  readonly bytes: Uint8Array[];
  state: WiresState | null;
  waiting: number;
}
function look(rig: Rig, alone = false): Seen {
  const known = new Map<number, Slots>();
  const bytes: Uint8Array[] = [];
  const seen: Seen = {
    window: rig.open(
      {
        text: (text) => {
          seen.state = JSON.parse(text) as WiresState;
        },
        bytes: (part) => {
          bytes.push(part);
          takeSlots(known, part);
        },
        waiting: () => seen.waiting,
      },
      alone,
    ),
    known,
    bytes,
    state: null,
    waiting: 0,
  };
  return seen;
}
async function house(answers?: (socket: Socket, from: string, port: number) => void) {
  const ports = await freePorts();
  let late = 0;
  const rig = makeRig(makeWires({ cid: 'd5'.repeat(16), name: 'Dessin', ports }), () => performance.now() + late);
  ends.push(() => rig.close());
  const desk = await machineBeside(ends, ports.e131);
  const node = await machineBeside(ends, ports.artnet, '127.0.0.2', answers);
  let sequence = 0;
  return {
    node,
    ports,
    rig,
    desk,
    later: (ms: number) => {
      late += ms;
    },
    /** A desk sends levels of universe 3. */
    send: (slots: readonly number[], terminated = false) =>
      desk.socket.send(
        writeLevels({
          cid: '11'.repeat(16),
          name: 'Desk',
          priority: 100,
          sync: 0,
          sequence: ++sequence & 255,
          preview: false,
          terminated,
          force: false,
          universe: 3,
          slots: Uint8Array.from(slots),
        }),
        ports.e131,
        '127.0.0.1',
      ),
    /** What the desk got of a universe. */
    levels: () =>
      desk.got.flatMap((bytes) => {
        const packet = readE131(bytes);
        return packet.kind === 'levels' ? [packet] : [];
      }),
  };
}
const say = (seen: Seen, value: unknown) => seen.window.take(JSON.stringify(value));
const slotsOf = (...levels: number[]): Uint8Array => {
  const out = new Uint8Array(512);
  out.set(levels);
  return out;
};
/** The desk at 127.0.0.2 is where universe 5 goes. */
const toDesk = { routes: [[5, 'E1.31', '127.0.0.2', 4]] };

test('a window hears of what it looks at, first whole and then what changed; another one hears nothing', async () => {
  const { rig, send } = await house();
  const [one, other] = [look(rig), look(rig)];
  await until(() => one.state !== null);
  say(one, { look: [3] });
  send([9, 200]);
  await until(() => one.known.get(3)?.[1] === 200);
  send([9, 100]);
  await until(() => one.known.get(3)?.[1] === 100);
  expect(one.bytes.at(-1)).toHaveLength(8);
  expect(other.bytes).toEqual([]);
  expect(rig.state().sources).toMatchObject([{ universe: 3, name: 'Desk', priority: 100, lost: false, address: '127.0.0.2' }]);
});
test('a window that may look alone hears as others do, and puts nothing on the wires', async () => {
  const { rig, send, levels } = await house();
  const [works, looks] = [look(rig), look(rig, true)];
  await until(() => looks.state !== null);
  say(looks, { look: [3], output: true, nodes: true, choose: '127.0.0.2', check: { drive: true }, priority: 7, ...toDesk });
  send([9, 200]);
  await until(() => looks.known.get(3)?.[1] === 200);
  expect(rig.state()).toMatchObject({ output: false, counted: { dropped: 0 } });
  expect(rig.state().priority).not.toBe(7);
  say(works, { ...toDesk, output: true });
  await until(() => looks.state?.output === true);
  looks.window.take(writeSlots(5, undefined, slotsOf(255))!);
  works.window.take(writeSlots(5, undefined, slotsOf(100))!);
  await until(() => levels().some(({ universe }) => universe === 5));
  say(looks, { output: false });
  await until(() => levels().some(({ slots }) => slots[0] === 100));
  expect(levels().some(({ slots }) => slots[0] === 255)).toBe(false);
  expect(rig.state().output).toBe(true);
});
test('who looks later is told what stands; a source that ends is told as lost, not as black', async () => {
  const { rig, send } = await house();
  const one = look(rig);
  await until(() => one.state !== null);
  send([77]);
  await until(() => rig.state().sources.length === 1);
  say(one, { look: [3] });
  await until(() => one.known.get(3)?.[0] === 77);
  send([77], true);
  await until(() => one.known.get(3) === null);
  expect(rig.state().sources).toMatchObject([{ lost: true }]);
});
test('a window that does not read gets the newest alone, when it reads again', async () => {
  const { rig, send } = await house();
  const one = look(rig);
  await until(() => one.state !== null);
  say(one, { look: [3] });
  one.waiting = 1e9;
  for (let level = 1; level <= 20; level++) {
    send([level]);
    await new Promise((done) => setTimeout(done, 5));
  }
  await new Promise((done) => setTimeout(done, 80));
  expect(one.bytes).toEqual([]);
  one.waiting = 0;
  await until(() => one.known.get(3)?.[0] === 20);
  expect(one.bytes).toHaveLength(1);
});
test('nothing is sent before output is switched on; then to where the map says; every window sees it', async () => {
  const { rig, levels } = await house();
  const [one, other] = [look(rig), look(rig)];
  await until(() => one.state !== null);
  say(one, toDesk);
  one.window.take(writeSlots(5, undefined, slotsOf(255)) ?? new Uint8Array());
  await new Promise((done) => setTimeout(done, 100));
  expect(levels()).toEqual([]);
  say(one, { output: true });
  expect(other.state?.output).toBe(true);
  one.window.take(writeSlots(5, undefined, slotsOf(255, 7)) ?? new Uint8Array());
  await until(() => levels().length > 0);
  expect(levels()[0]).toMatchObject({ universe: 5, name: 'Dessin', priority: 100 });
  expect([...(levels()[0]?.slots.slice(0, 3) ?? [])]).toEqual([255, 7, 0]);
  expect(rig.state().sending).toEqual([5]);
});
test.each(['closed', 'switched off', 'silent for too long', 'let go'])(
  'output ends by a fade and its last words: the window is %s',
  async (how) => {
    const { rig, levels, later } = await house();
    const [one, other] = [look(rig), look(rig)];
    await until(() => one.state !== null);
    say(one, { ...toDesk, output: true });
    one.window.take(writeSlots(5, undefined, slotsOf(200)) ?? new Uint8Array());
    await until(() => levels().some(({ slots }) => slots[0] === 200));
    if (how === 'closed') one.window.close();
    else if (how === 'switched off') say(other, { output: false });
    else if (how === 'let go') one.window.take(writeSlots(5, undefined, null) ?? new Uint8Array());
    else later(PATIENCE + 1);
    await until(() => levels().filter(({ terminated }) => terminated).length === 3, 5000);
    // On its way down it was seen in between: it does not freeze, and does not drop.
    expect(levels().some(({ slots }) => (slots[0] ?? 0) > 20 && (slots[0] ?? 0) < 180)).toBe(true);
    expect(rig.state().sending).toEqual([]);
    expect(rig.state().output).toBe(how === 'let go');
  },
);
test('what was sent from here and is done is neither lost nor black: nothing is known of it any more', async () => {
  const { rig } = await house();
  const one = look(rig);
  await until(() => one.state !== null);
  say(one, { look: [5], output: true });
  one.window.take(writeSlots(5, undefined, slotsOf(200)) ?? new Uint8Array());
  await until(() => one.known.get(5)?.[0] === 200);
  say(one, { output: false });
  await until(() => !one.known.has(5), 5000);
  expect(rig.state().sources).toEqual([]);
});
test('two windows that want the same universe: the highest is sent; one goes, and the other holds', async () => {
  const { rig, levels } = await house();
  const [one, two] = [look(rig), look(rig)];
  await until(() => one.state !== null);
  say(one, { ...toDesk, output: true });
  one.window.take(writeSlots(5, undefined, slotsOf(200, 10)) ?? new Uint8Array());
  two.window.take(writeSlots(5, undefined, slotsOf(100, 20)) ?? new Uint8Array());
  await until(() => levels().some(({ slots }) => slots[0] === 200 && slots[1] === 20));
  one.window.close();
  await until(() => levels().at(-1)?.slots[0] === 100);
  expect(rig.state().output).toBe(true);
});
test('above the priority of a desk receivers follow this server alone', async () => {
  const { rig, levels } = await house();
  const one = look(rig);
  await until(() => one.state !== null);
  say(one, { ...toDesk, priority: 150, output: true });
  one.window.take(writeSlots(5, undefined, slotsOf(255)) ?? new Uint8Array());
  await until(() => levels().some(({ priority }) => priority === 150));
  say(one, { priority: 9999 });
  expect(rig.state().priority).toBe(200);
});
test('what is said wrongly is dropped and counted, and changes nothing', async () => {
  const { rig } = await house();
  const one = look(rig);
  await until(() => one.state !== null);
  for (const text of ['{', '5', 'null', '"output"']) one.window.take(text);
  say(one, {
    look: [0, 1.5, 'x', 64000, 7],
    output: 'yes',
    choose: 5,
    routes: [5, [5, 'E1.31', 'far away', 0], [5, 'IPX', null, 0]],
  });
  say(one, { output: true });
  one.window.take(Uint8Array.of(1, 2, 3));
  expect(rig.state().counted.dropped).toBe(5);
  expect(rig.state().output).toBe(true);
  say(one, { choose: 'no such wire' });
  await until(() => /no network interface "no such wire"/.test(one.state?.fault ?? ''));
  // Another wire is asked for: the old one is not sent to either.
  expect(rig.state().output).toBe(false);
});
test('the sockets are open while somebody looks, and shut when nobody does', async () => {
  const { rig, send } = await house();
  send([1]);
  await new Promise((done) => setTimeout(done, 80));
  expect(rig.state().counted.taken).toBe(0);
  const one = look(rig);
  await until(() => one.state !== null);
  send([1]);
  await until(() => rig.state().counted.taken === 1);
  one.window.close();
  await new Promise((done) => setTimeout(done, 150));
  send([1]);
  await new Promise((done) => setTimeout(done, 80));
  expect(rig.state().counted.taken).toBe(1);
});

describe('nodes', () => {
  const answer = (socket: Socket, from: string, port: number) =>
    socket.send(
      writeNode({
        ip: '127.0.0.2',
        name: 'Barge',
        longName: '',
        report: '',
        mac: '',
        bind: 1,
        outputs: [0, 1, 6],
        inputs: [],
      }),
      port,
      from,
    );
  test('nobody is asked before a window wants to know, and then whoever answers is told', async () => {
    const { rig, node } = await house(answer);
    const one = look(rig);
    await until(() => one.state !== null);
    await new Promise((done) => setTimeout(done, 100));
    expect(node.got).toEqual([]);
    say(one, { nodes: true });
    await until(() => rig.state().nodes.length === 1);
    expect(readArtNet(node.got[0] ?? new Uint8Array())).toEqual({ kind: 'poll', flags: 0 });
    expect(rig.state().nodes).toMatchObject([{ ip: '127.0.0.2', name: 'Barge', outputs: [0, 1, 6] }]);
    expect(rig.state().nodes[0]?.ago).toBeLessThan(2000);
    one.window.close();
  });

  test('a universe of Art-Net without a node goes to those that put its port-address out', async () => {
    const { rig, node } = await house(answer);
    const one = look(rig);
    await until(() => one.state !== null);
    say(one, { routes: [[7, 'Art-Net', null, 6]], output: true });
    await until(() => rig.state().nodes.length === 1);
    one.window.take(writeSlots(7, undefined, slotsOf(88)) ?? new Uint8Array());
    const got = () =>
      node.got.flatMap((bytes) => {
        const packet = readArtNet(bytes);
        return packet.kind === 'levels' ? [packet] : [];
      });
    await until(() => got().length > 0);
    expect(got()[0]).toMatchObject({ portAddress: 6 });
    expect(got()[0]?.slots[0]).toBe(88);
  });

  test('levels by Art-Net belong to the universe that was given their port-address; else they are counted from the first', async () => {
    const { rig, node, ports } = await house();
    const one = look(rig);
    await until(() => one.state !== null);
    say(one, { look: [2, 3, 9], routes: [[9, 'Art-Net', '127.0.0.2', 6]], first: 0 });
    const send = (portAddress: number, level: number) =>
      node.socket.send(writeArtLevels({ sequence: 0, portAddress, slots: Uint8Array.of(level, 0) }), ports.artnet, '127.0.0.1');
    send(6, 60);
    send(2, 20);
    await until(() => one.known.get(9)?.[0] === 60 && one.known.get(3)?.[0] === 20);
    say(one, { first: 1 });
    send(2, 30);
    await until(() => one.known.get(2)?.[0] === 30);
    // What is not said any more is given to nobody.
    say(one, { routes: [] });
    send(6, 61);
    await until(() => rig.state().sources.some(({ universe }) => universe === 6));
  });
});
test('all machines of a network are those that the mask leaves free', () => {
  expect(broadcastOf({ name: 'a', address: '10.1.2.3', netmask: '255.255.255.0' })).toBe('10.1.2.255');
  expect(broadcastOf({ name: 'a', address: '2.0.0.7', netmask: '255.0.0.0' })).toBe('2.255.255.255');
  expect(broadcastOf({ name: 'a', address: '192.168.4.130', netmask: '255.255.255.192' })).toBe('192.168.4.191');
});
