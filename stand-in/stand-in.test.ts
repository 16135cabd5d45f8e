/** The stand-ins against Dessin itself: the levels that the desk puts on slots are the lights that Dessin reads out of them, and a node shows what hangs wrong. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { writeAscii } from '#core/formats/ascii/write';
import { csvFile } from '#core/formats/csv/write';
import { writeMvr } from '#core/formats/mvr/write';
import { consoleData } from '#core/handover/console';
import { objectGroups } from '#core/handover/groups';
import { pixelRows, wallsSaid } from '#core/handover/pixels';
import { columnsOf } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import { all } from '#core/model/show';
import { readArtNet } from '#core/wires/artnet';
import { readE131 } from '#core/wires/e131';
import { slotsOf } from '#core/wires/lighting';
import { makeLives } from '#core/wires/lives';
import { makeDemo } from '#demo/show';
import { pollReply } from './artnet.js';
import { BACK, type Cue, cuesOfLooks, makePlayback, stateOf } from './desk/cues.js';
import { saltOrchard } from './desk/salt-orchard.js';
import { universesOf } from './desk/sending.js';
import { readPackage } from './desk/show.js';
import { lampsOf, shines } from './lamps.js';
import { makeLine, rubbish } from './node/mischief.js';
import { makeHungRig } from './node/rig.js';
import { openPackage } from './package.js';
import { colours, wallsOf } from './wall/walls.js';
import { heardIn, makeVoice } from './wire.js';

const demo = makeDemo();
const table = outTable(
  demo,
  rowsOf(demo, { filters: [], sort: null, groups: [] }).rows,
  columnsOf(demo).filter(({ comes }) => comes === 'always'),
);
const bytes = zipSync({
  'manifest.json': strToU8(JSON.stringify({ dessinPackage: 1, show: { id: 'x', name: 'The Salt Orchard' }, issue: null })),
  'rig.mvr': writeMvr(demo, () => undefined, '1.6', objectGroups(demo, {})),
  'patch.csv': strToU8(csvFile([table.headings, ...table.rows])),
  'console.asc': strToU8(writeAscii(consoleData(demo, {}).data, [])),
  'pixels.csv': strToU8(csvFile(pixelRows(wallsSaid(demo)))),
});
const opened = openPackage(bytes);
const desk = readPackage(bytes);
const lamps = lampsOf(opened);
const at = (states: ReadonlyMap<number, { readonly level: number }>, channel: number) => states.get(channel)?.level ?? 0;

describe('the desk', () => {
  test('has twelve cues for The Salt Orchard, and every look and group of them is in the plot', () => {
    expect(saltOrchard.cues).toHaveLength(12);
    for (const cue of saltOrchard.cues) {
      const { states, missing } = stateOf(cue, desk);
      expect([cue.number, missing]).toEqual([cue.number, []]);
      expect(states.size).toBeGreaterThan(0);
    }
    expect(cuesOfLooks(desk).map(({ name }) => name)).toEqual(['Low tide', 'Lamplight', 'Harvest']);
  });

  test('puts each cue on slots so that Dessin reads the very levels and colours out of them', () => {
    for (const cue of saltOrchard.cues) {
      const { states } = stateOf(cue, desk);
      const slots = universesOf(lamps, states);
      const lives = makeLives(demo);
      lives.take(slots, slots.keys());
      expect(lives.strangers()).toEqual([]);
      const known = new Set(lamps.map(({ channel }) => channel));
      for (const fixture of all(demo, 'fixture')) {
        const live = lives.of(fixture.id);
        const own = fixture.parts.flatMap(({ channel, address, accessory }) =>
          address !== null && accessory === undefined && known.has(Number(channel)) ? [Number(channel)] : [],
        );
        if (!own.length) continue;
        expect(live?.level).toBeCloseTo(Math.max(...own.map((channel) => at(states, channel))), 2);
        const colour = states.get(own[0] ?? 0)?.colour;
        if (colour && live?.colour && at(states, own[0] ?? 0) > 0) {
          // Dessin says a mix of colours as shares of its brightest.
          const lamp = lamps.find(({ channel }) => channel === own[0]);
          const adds = lamp?.modes.get(lamp.mode)?.some(({ attribute }) => attribute.startsWith('ColorAdd'));
          const most = adds ? Math.max(...colour) : 1;
          for (const i of [0, 1, 2] as const) expect(live.colour[i]).toBeCloseTo(colour[i] / most, 1);
        }
      }
    }
  });

  test('fades in the times of the cue: up and down apart, halfway at half the time', () => {
    const cues: Cue[] = [
      { number: '1', name: 'a', up: 4, down: 0, parts: [{ channel: 1, at: 80 }] },
      {
        number: '2',
        name: 'b',
        up: 2,
        down: 8,
        parts: [
          { channel: 1, at: 20 },
          { channel: 2, at: 100, colour: '#ff0000' },
        ],
      },
    ];
    const playback = makePlayback();
    playback.load(cues, { groups: [], looks: [] });
    expect(playback.at(0).size).toBe(0);
    expect(playback.go(1000)).toBe(true);
    expect(at(playback.at(3000), 1)).toBeCloseTo(0.4);
    expect(at(playback.at(9000), 1)).toBeCloseTo(0.8);
    playback.go(10_000);
    expect(playback.now()).toBe(1);
    expect(at(playback.at(11_000), 2)).toBeCloseTo(0.5);
    expect(at(playback.at(14_000), 1)).toBeCloseTo(0.5);
    expect(playback.at(14_000).get(2)).toEqual({ level: 1, colour: [1, 0, 0] });
    expect(playback.go(20_000)).toBe(false);
    expect(playback.back(20_000)).toBe(true);
    expect(at(playback.at(20_000 + BACK * 500), 2)).toBeCloseTo(0.5);
    expect(playback.back(30_000)).toBe(false);
    playback.hold([2], { level: 0.3 });
    expect(at(playback.at(30_000), 2)).toBeCloseTo(0.3);
    playback.hold([2], null);
    expect(at(playback.at(30_000), 2)).toBe(0);
  });

  test('law: wherever go and back come, levels never jump and stay between 0 and 1', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.boolean(), fc.integer({ min: 10, max: 6000 })), { maxLength: 20 }), (moves) => {
        const playback = makePlayback();
        playback.load(
          saltOrchard.cues.map((cue) => ({ ...cue, up: Math.max(cue.up, 1), down: Math.max(cue.down, 1) })),
          desk,
        );
        let now = 0;
        for (const [on, wait] of moves) {
          const before = playback.at(now);
          if (on) playback.go(now);
          else playback.back(now);
          const after = playback.at(now + 1);
          for (const [channel, { level }] of after) {
            expect(Math.abs(level - at(before, channel))).toBeLessThanOrEqual(0.0011);
            expect(level).toBeGreaterThanOrEqual(0);
            expect(level).toBeLessThanOrEqual(1);
          }
          now += wait;
        }
      }),
      { numRuns: 30 },
    );
  });
});

describe('the node', () => {
  test('shows what Dessin lights, and nothing else; the three faults are seen', () => {
    const rig = makeHungRig();
    rig.hang(lamps);
    const show = (channel: number) => {
      const fixture = all(demo, 'fixture').find(({ parts }) => parts[0]?.channel === String(channel));
      const slots = slotsOf(demo, new Map([[fixture?.id ?? '', 1]]));
      return rig.lit((universe) => slots.get(universe) ?? new Uint8Array(512)).map(({ channel: own, level }) => [own, level]);
    };
    // The hazer gives no light.
    for (const { channel, id, type } of lamps)
      if (!id.includes('/') && type !== 'Estuary hazer') expect(show(channel)).toContainEqual([channel, 1]);
    rig.swap(21, 22);
    expect(show(21)).toEqual([[22, 1]]);
    expect(show(22)).toEqual([[21, 1]]);
    rig.dead(23);
    expect(show(23)).toEqual([]);
    const mover = lamps.find(({ modes }) => modes.size > 1);
    expect(mover).toBeDefined();
    rig.mode(mover?.channel ?? 0);
    expect(rig.faults()).toHaveLength(4);
    rig.mend();
    expect(rig.faults()).toEqual([]);
    expect(show(21)).toEqual([[21, 1]]);
    expect(() => rig.swap(21, 9999)).toThrow('No lamp of channel 9999 hangs here.');
    expect(() => rig.mode(21)).toThrow('one mode only');
  });

  test('a shutter that is shut is dark, a colour that is taken is missing', () => {
    const wire = (attribute: string, offset: number) => ({ of: 1, attribute, offsets: [offset] });
    const head = [wire('Dimmer', 1), wire('Shutter1', 2), wire('ColorSub_C', 3)];
    const slots = (...values: number[]) => Uint8Array.from(values);
    expect(shines(head, 1, slots(255, 0, 0)).level).toBe(0);
    expect(shines(head, 1, slots(255, 255, 255))).toEqual({ level: 1, colour: [0, 1, 1] });
    expect(shines(head, 2, slots(0, 51, 255, 0)).level).toBeCloseTo(0.2);
    expect(shines([wire('Pan', 1)], 1, slots(255)).level).toBe(0);
  });

  test('its answer to a poll is read by Dessin as what it says', () => {
    const told = {
      ip: '127.0.0.2',
      name: 'Stand-in node',
      long: 'of eight',
      report: '#0001',
      outputs: [0x123, 0x124],
      bind: 2,
      port: 6454,
    };
    expect(readArtNet(pollReply(told))).toMatchObject({
      kind: 'node',
      ip: '127.0.0.2',
      name: 'Stand-in node',
      longName: 'of eight',
      bind: 2,
      outputs: [0x123, 0x124],
      inputs: [],
    });
  });

  test('a line loses and turns what it is told to, and never makes a packet', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { minLength: 200 }), (chances) => {
        let i = 0;
        const line = makeLine(() => chances[i++ % chances.length] ?? 0);
        Object.assign(line.mischief, { lose: 0.2, reorder: 0.2 });
        const out = Array.from({ length: 100 }, (_, n) => line.pass(Buffer.from([n]))).flat();
        const { passed, lost, reordered } = line.counted();
        expect(out).toHaveLength(passed);
        expect(new Set(out.map((one) => one[0])).size).toBe(passed);
        expect([100, 99]).toContain(passed + lost);
        expect(reordered).toBeLessThanOrEqual(passed + 1);
      }),
    );
  });

  test('every packet of rubbish is dropped by Dessin, and its own voice is heard by both', () => {
    const sound = makeVoice('dd'.repeat(16), 'A voice', 7)(Uint8Array.from([1, 2, 3]), 120);
    expect(readE131(sound)).toMatchObject({ kind: 'levels', name: 'A voice', universe: 7, priority: 120, sequence: 1 });
    expect(heardIn(sound)).toMatchObject({ universe: 7, source: 'A voice', ended: false });
    for (const one of rubbish(sound)) {
      expect(readE131(one).kind).toBe('dropped');
      expect(readArtNet(one).kind).toBe('dropped');
    }
  });
});

test('the wall has every pixel of the plot at its slot, and shows what is there', () => {
  const [wall] = wallsOf(opened);
  expect(wall?.pixels).toHaveLength(wallsSaid(demo)[0]?.pixels.length ?? -1);
  const slots = new Uint8Array(512);
  slots.set([255, 128, 1], (wall?.pixels[1]?.slot ?? 0) - 1);
  const own = wall?.pixels[1]?.universe;
  const seen = colours(wall as NonNullable<typeof wall>, (universe) => (universe === own ? slots : new Uint8Array(512)));
  expect(seen[1]?.colour).toBe('#ff8001');
  expect(seen.filter(({ colour }) => colour !== '#000000')).toHaveLength(1);
});

test('what is no package is told in a sentence', () => {
  expect(() => openPackage(strToU8('no'))).toThrow('This is no zip, or a damaged one.');
  expect(() => openPackage(zipSync({ a: strToU8('b') }))).toThrow('There is no manifest in it');
  expect(() => lampsOf(openPackage(zipSync({ 'manifest.json': strToU8('{"dessinPackage":1}') })))).toThrow('There is no scene');
});
