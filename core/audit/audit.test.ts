/** The audit goes from edit to edit and finds what a full one finds; accepted snags rest; repairs mend. Limits by reference calculations 8; the rest common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, type Change, compose, edit, invert, nothing, removing, updating } from '../model/change.js';
import { makeAccessories, makeFixture, makeSettings, makeWall } from '../model/make.js';
import type { Fixture, FixtureType, Part, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, type Show, settingsOf, showOf } from '../model/show.js';
import { plainPower } from '../power/loads.js';
import { fullAudit, makeAudit } from './audit.js';
import { accepting, repairOf } from './repairs.js';
import { checkOf } from './snag.js';
import { restingSnags, snagsOf, wrongSnags } from './snags.js';

const big: FixtureType = {
  ...plainType,
  id: idOf(6),
  name: 'Big wash',
  watts: 3000,
  fits: ['barn doors'],
  modes: [16, 30].map((n) => ({ name: `${n}`, channels: [{ attribute: 'Dimmer', offset: [n], break: 1 }] })),
};
const led: FixtureType = { ...big, id: idOf(7), name: 'LED', lamp: 'LED', watts: 300, modes: [{ name: 'none', channels: [] }] };
const second: Position = { ...pipe, id: idOf(3), name: 'LX 2', order: 2 };
const accessories = makeAccessories((form) =>
  idOf(800 + ['top hat', 'half hat', 'barn doors', 'iris', 'gobo holder', 'scroller'].indexOf(form) + 1),
);
const hung = (
  n: number,
  along: number,
  part: Partial<Part> = {},
  more: Partial<Fixture> = {},
  type = plainType,
  position = pipe,
): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, position, along, {
    purpose: 'Front',
    unit: String(10 - n),
    ...more,
  });
  return {
    ...fixture,
    parts: fixture.parts.map((own) => ({ ...own, channel: String(n), address: n * 40, colour: 'Sm 1a', ...part })),
  };
};
const moving: FixtureType = { ...big, id: idOf(19), name: 'Head', family: 'moving spot', pan: 540, tilt: 270 };
const rig = (...fixtures: Fixture[]): Show =>
  showOf(SHOW, [...baseRecords, big, moving, led, second, ...accessories, ...fixtures]);
const codes = (show: Show) => fullAudit(show).map((snag) => snag.code);
const text = (show: Show, code: string) => fullAudit(show).find((snag) => snag.code === code)?.text;
let made = 5000;
const newId = () => idOf(++made);

describe('what it finds', () => {
  const sound = () => rig(hung(1, 1000), hung(2, 2000), hung(3, 3000));
  test('a sound rig has no snag', () => expect(fullAudit(sound())).toEqual([]));
  test.each<[string, () => Show, string, string]>([
    [
      'channel',
      () => rig(hung(1, 1000, { channel: '7' }), hung(2, 2000, { channel: '7' }, {}, big)),
      'channel mixed',
      'Channel 7 is on 2 fixtures of different types (Big wash, Test 26).',
    ],
    [
      'modes',
      () => rig(hung(1, 1000, { channel: '7' }, {}, big), hung(2, 3000, { channel: '7' }, { mode: '30' }, big)),
      'channel mixed',
      'Channel 7 is on 2 fixtures of different modes (16, 30).',
    ],
    [
      'purposes',
      () => rig(hung(1, 1000, { channel: '7' }), hung(2, 2000, { channel: '7' }, { purpose: '' })),
      'channel mixed',
      'Channel 7 is on 2 fixtures of different purposes (Front, none).',
    ],
    [
      'heads of one channel that do not share their slots',
      () =>
        rig(
          hung(1, 1000, { channel: '7', address: 40 }, {}, moving),
          hung(2, 3000, { channel: '7', address: 90 }, {}, moving),
          hung(3, 6000, { channel: '8', address: 140 }, {}, moving),
          hung(4, 8000, { channel: '8', address: 140 }, {}, moving),
        ),
      'heads paired',
      'Channel 7 is on 2 heads with addresses of their own (1.40, 1.90).',
    ],
    ['no channel', () => rig(hung(1, 1000, { channel: '' }), hung(2, 2000)), 'no channel', '1 unit on LX 1 has no channel.'],
    [
      'no address',
      () => rig(hung(1, 1000, { address: null }), hung(2, 2000, { address: null })),
      'no address',
      '2 units on LX 1 have no address.',
    ],
    ['no purpose', () => rig(hung(1, 1000, {}, { purpose: '' })), 'no purpose', '1 unit on LX 1 has no purpose.'],
    ['no colour', () => rig(hung(1, 1000, { colour: '' })), 'no colour', '1 unit on LX 1 has no colour.'],
    [
      'unit order',
      () => rig(hung(1, 1000, {}, { unit: '1' }), hung(2, 2000, {}, { unit: '2' })),
      'unit order',
      'Units on LX 1 are not in order: 1 stands after 2.',
    ],
    [
      'accessory',
      () => rig(hung(1, 1000, {}, { accessories: [accessories.find((item) => item.form === 'iris')!.id] }, big)),
      'accessory',
      'Channel 1 has iris, which Big wash does not take.',
    ],
    [
      'spare',
      () => rig(hung(1, 1000, {}, { spare: true })),
      'spare patched',
      'Channel 1 is spare and still has the address 1.40.',
    ],
    ['no slots', () => rig(hung(1, 1000, {}, {}, led)), 'no slots', 'Channel 1 is a LED, whose modes have no slots.'],
    [
      'circuit',
      () => rig(hung(1, 1000, { circuit: 'E1', circuitNumber: '4' }), hung(2, 2000, { circuit: 'E1', circuitNumber: '4' })),
      'circuit of two',
      'Circuit E1 / 4 has 2 channels: 1, 2.',
    ],
    [
      'dimmer',
      () => rig(hung(1, 1000, { dimmer: '5' }, {}, big), hung(2, 3000, { dimmer: '5' }, {}, big)),
      'overload',
      'Dimmer 5 carries 6000 W, 26.1 A at 230 V: 10.1 A more than its 16.0 A.',
    ],
  ])('%s', (_, show, code, sentence) => expect(text(show(), code)).toBe(sentence));
  test('above the grid and under the floor are told from half a millimetre on', () => {
    const rigged = (z: number, drop = 0) =>
      apply(
        apply(rig(hung(1, 1000, {}, { drop })), edit([settingsOf(rig())], { grid: 7000 })),
        edit([find(rig(), 'position', pipe.id)!], { curve: { ...pipe.curve, z } }),
      );
    expect(codes(rigged(7000.4))).toEqual([]);
    expect(text(rigged(7000.6), 'above the grid')).toBe('Channel 1 is above the grid: check the trim of LX 1.');
    // Its clamp is not under the floor, but what hangs from it is.
    expect(codes(rigged(-0.4))).toEqual(['through the floor']);
    expect(codes(rigged(-0.6))).toEqual(['under the floor']);
    // What hangs low on a high pipe is looked at where it hangs.
    expect(codes(rigged(7200, 300))).toEqual([]);
    expect(codes(rigged(500, 600))).toEqual(['under the floor']);
    expect(codes(rig(hung(1, 10000.4)))).toEqual([]);
    expect(codes(rig(hung(1, 10000.6)))).toEqual(['off the end']);
    expect(codes(rig(hung(1, -0.4)))).toEqual([]);
    expect(codes(rig(hung(1, -0.6)))).toEqual(['off the end']);
  });
  test('a pair over the border of two universes is told once, and one past the end says up to where it may go', () => {
    const list = fullAudit(rig(hung(1, 1000, { address: 500 }, {}, big), hung(2, 2000, { address: 514 })));
    expect(list.map(({ code, text: said, todo }) => `${code}: ${said} ${todo}`)).toEqual([
      'address shared: Channel 1 and channel 2 share 2.2. Move one of them; or give both one channel, if they are meant to work as one.',
      'past the universe: Channel 1 at 1.500 needs 16 slots and runs past the end of its universe. Give it an address up to 1.497, or one in another universe.',
    ]);
    expect(codes(rig(hung(1, 1000, { address: 497 }, {}, big)))).toEqual([]);
    // The same in the next two universes.
    expect(codes(rig(hung(1, 1000, { address: 512 + 500 }, {}, big), hung(2, 2000, { address: 1026 })))).toEqual([
      'address shared',
      'past the universe',
    ]);
  });
  test('twins must be alike in type, mode, channel and both ends; without a channel they are no twins', () => {
    const pair = (more: Partial<Part>, other: Partial<Fixture> = {}, type = big) =>
      codes(
        rig(
          hung(1, 1000, { channel: '5', address: 9 }, {}, big),
          hung(2, 3000, { channel: '5', address: 9, ...more }, other, type),
        ),
      );
    expect(pair({})).toEqual([]);
    expect(pair({ address: 10 })).toContain('address shared');
    expect(pair({}, { mode: '30' })).toContain('address shared');
    expect(codes(rig(hung(1, 1000, { channel: '', address: 9 }), hung(2, 2000, { channel: '', address: 9 })))).toContain(
      'address shared',
    );
  });
  test('units are out of order only where numbers run against the rule; the empty ones do not count', () => {
    const ordered = (...units: string[]) => codes(rig(...units.map((unit, i) => hung(i + 1, 1000 * (i + 1), {}, { unit }))));
    expect(ordered('3', '2', '1')).toEqual([]);
    expect(ordered('3', '', '1')).toEqual([]);
    expect(ordered('1', '', '2')).toEqual(['unit order']);
    expect(ordered('2', '2')).toEqual(['unit doubled']);
    expect(ordered('2A', '2')).toEqual([]);
  });
  test('what is merely missing is counted in words: one unit has, two have', () => {
    const rigged = rig(
      hung(1, 1000, { channel: '', address: null, colour: '' }, { purpose: '' }),
      hung(2, 2000, { colour: '' }, { spare: true }),
    );
    expect(fullAudit(rigged).map(({ text: said, weight }) => [said, weight])).toEqual(
      expect.arrayContaining([
        ['1 unit on LX 1 has no channel.', 'open'],
        ['1 unit on LX 1 has no address.', 'open'],
        ['1 unit on LX 1 has no purpose.', 'open'],
        ['1 unit on LX 1 has no colour.', 'open'],
      ]),
    );
  });
  test('too close says how much more is needed, rounded up to the millimetre', () =>
    expect(text(rig(hung(1, 1000), hung(2, 1055.5)), 'too close')).toMatch(
      /^Channel 1 and channel 2: the bodies need 0\.\d{2,3} m more between them\.$/,
    ));
  test('a circuit of lamps has one channel; one of LEDs may have many', () => {
    const cool: FixtureType = { ...led, id: idOf(8), modes: big.modes };
    const on = (type: FixtureType) =>
      codes(apply(rig(), adding(cool, ...[1, 2].map((n) => hung(n, n * 3000, { circuit: 'E1', circuitNumber: '4' }, {}, type)))));
    expect(on(plainType)).toEqual(['circuit of two']);
    expect(on(cool)).toEqual([]);
  });
  test('exactly at its limit nothing is overloaded; a share of it counts', () => {
    const watts = (n: number) => ({ ...big, watts: n });
    const loaded = (n: number, share = 1) => {
      const base = apply(
        rig(hung(1, 1000, { dimmer: '5' }, {}, big)),
        edit([find(rig(), 'type', big.id)!], { watts: watts(n).watts }),
      );
      return codes(
        apply(
          base,
          edit([settingsOf(base)], { power: { volts: 230, share, circuit: 16, dimmer: 16, phase: 63, imbalance: 0.3 } }),
        ),
      );
    };
    expect(loaded(3680)).toEqual([]);
    expect(loaded(3690)).toEqual(['overload']);
    expect(loaded(3680 * 0.8, 0.8)).toEqual([]);
    expect(loaded(3000, 0.8)).toEqual(['overload']);
  });
  test('an LED needs no filter; twins on purpose (one channel, one mode, one address) are no snag', () => {
    const cool: FixtureType = { ...led, id: idOf(8), modes: big.modes };
    expect(codes(apply(rig(), adding(cool, hung(1, 1000, { colour: '' }, {}, cool))))).toEqual([]);
    expect(codes(rig(hung(1, 1000, { channel: '5', address: 9 }), hung(2, 2000, { channel: '5', address: 9 })))).toEqual([]);
    expect(codes(rig(hung(1, 1000, { channel: '5', address: 9 }), hung(2, 2000, { channel: '6', address: 9 })))).toEqual([
      'address shared',
    ]);
  });
  test('a wall of pixels takes its slots like everything else', () => {
    const wall = makeWall(idOf(700), 'Wall', {
      address: 41,
      tiles: [{ rows: 4, columns: 4, at: [0, 0], width: 500, height: 500, turn: 0, mirrored: false, place: 0 }],
    });
    expect(text(apply(sound(), adding(wall)), 'address shared')).toBe('Wall and channel 2 share 1.80.');
  });
  test('exactly at the limit phases are not too unlike; a part without slots lacks no address', () => {
    const uneven = checkOf('imbalance')!.find.phases!;
    const power = { ...plainPower, imbalance: 0.5 };
    expect(uneven({ amps: [15, 7.5, 7.5], fixturesOn: () => [], power })).toEqual([]);
    expect(uneven({ amps: [15.01, 7.5, 7.5], fixturesOn: () => [], power })).toHaveLength(1);
    expect(uneven({ amps: [0, 0, 0], fixturesOn: () => [], power })).toEqual([]);
    const none = rig(hung(1, 1000, { address: null }, {}, led));
    expect(codes(none)).not.toContain('no address');
    expect(codes(rig(hung(1, 1000, { address: null }, {}, big)))).toContain('no address');
  });
  test('a hair over either end of the pipe is on it: the half millimetre that nobody measures', () => {
    const length = 10_000;
    const off = (along: number) => codes(rig(hung(1, along))).includes('off the end');
    expect([-0.4, -0.5, -0.51, length + 0.4, length + 0.6].map(off)).toEqual([false, false, true, false, true]);
  });
  test('phases: too much on one, and too unlike', () => {
    const show = rig(...[1, 2, 3, 4, 5, 6].map((n) => hung(n, n * 1500, { dimmer: String(n) }, {}, big)));
    const feeds = [1, 2, 3, 4, 5, 6].map(
      (n) => ({ id: idOf(600 + n), kind: 'feed', of: 'dimmer', name: String(n), phase: n === 6 ? 2 : 1, limit: null }) as const,
    );
    const fed = apply(show, adding(...feeds));
    expect(text(fed, 'overload')).toBe('Phase 1 carries 65.2 A, 2.2 A more than its 63.0 A.');
    const uneven = fullAudit(fed).find((snag) => snag.code === 'imbalance')!;
    const mended = apply(fed, repairOf(fed, uneven, newId)!.change);
    expect(codes(mended)).toEqual([]);
  });
  test('a feed takes what it draws itself: a circuit that a dimmer feeds is not counted twice on its phase', () => {
    const both = (dimmer: string) =>
      rig(
        ...[1, 2, 3].map((n) =>
          hung(n, n * 3000, { circuit: 'E1', circuitNumber: '4', channel: '5', ...(dimmer ? { dimmer } : {}) }, {}, big),
        ),
      );
    const feeds = (show: Show) =>
      apply(
        show,
        adding(
          { id: idOf(601), kind: 'feed', of: 'circuit', name: 'E1 / 4', phase: 1, limit: 100 } as const,
          { id: idOf(602), kind: 'feed', of: 'dimmer', name: '7', phase: 2, limit: 100 } as const,
        ),
      );
    const said = (show: Show) => fullAudit(show).find((snag) => snag.code === 'imbalance')?.text;
    // 3 x 13.04 A on the circuit, or on the dimmer alone.
    expect(said(feeds(both('')))).toBe('The phases carry 39.1, 0.0, 0.0 A: one is 200 % above their mean.');
    expect(said(feeds(both('7')))).toBe('The phases carry 0.0, 39.1, 0.0 A: one is 200 % above their mean.');
  });
  test('a head needs a mode with slots though it is no LED; a symbol of a type, an area and an accessory bring their fixtures back', () => {
    const head: FixtureType = { ...plainType, id: idOf(9), name: 'Head', pan: 540, modes: [{ name: 'none', channels: [] }] };
    expect(codes(apply(rig(), adding(head, hung(1, 1000, {}, {}, head))))).toEqual(['no slots']);
    const audit = makeAudit();
    const show = rig(hung(1, 1000, {}, { accessories: [accessories[0]!.id] }), hung(2, 4000));
    audit.of(show);
    audit.of(apply(show, edit([accessories[0]!], { name: 'Renamed' })));
    // Its position, universe and channel.
    expect(audit.looked()).toBe(3);
  });
  test('every one says what to do, and is ordered stops first', () => {
    const show = rig(hung(1, -900, { channel: '', address: 80, colour: '' }), hung(2, 2000));
    const list = fullAudit(show);
    expect(list.map((snag) => snag.weight)).toEqual(
      [...list.map((snag) => snag.weight)].sort(
        (a, b) => ['stop', 'doubt', 'open'].indexOf(a) - ['stop', 'doubt', 'open'].indexOf(b),
      ),
    );
    for (const snag of list) {
      expect(snag.todo).toMatch(/\.$/);
      expect(snag.text).toMatch(/\.$/);
    }
    expect(new Set(list.map((snag) => snag.key)).size).toBe(list.length);
  });
});

describe('from edit to edit', () => {
  const part = fc.record({
    channel: fc.constantFrom('', '1', '2', '3'),
    address: fc.option(fc.integer({ min: 1, max: 1100 })),
    circuit: fc.constantFrom('', 'E1', 'E2'),
    colour: fc.constantFrom('', 'Sm 1a'),
  });
  const fact = fc.record({
    n: fc.integer({ min: 0, max: 12 }),
    along: fc.integer({ min: -200, max: 10200 }),
    part,
    dimmer: fc.option(fc.constantFrom('1', '2')),
    unit: fc.constantFrom('', '1', '2', '3'),
    spare: fc.boolean(),
    type: fc.integer({ min: 0, max: 2 }),
    there: fc.boolean(),
    iris: fc.boolean(),
  });
  const step = fc.oneof(
    { weight: 6, arbitrary: fact.map((value) => ({ kind: 'fixture' as const, value })) },
    { weight: 2, arbitrary: fc.integer({ min: 0, max: 12 }).map((n) => ({ kind: 'gone' as const, n })) },
    { weight: 1, arbitrary: fc.integer({ min: 0, max: 20 }).map((n) => ({ kind: 'type' as const, n })) },
    { weight: 1, arbitrary: fc.integer({ min: -100, max: 9000 }).map((z) => ({ kind: 'trim' as const, z })) },
    {
      weight: 1,
      arbitrary: fc
        .record({
          name: fc.constantFrom('1', '2', 'E1'),
          phase: fc.integer({ min: 1, max: 3 }),
          limit: fc.option(fc.integer({ min: 1, max: 20 })),
        })
        .map((value) => ({ kind: 'feed' as const, value })),
    },
    { weight: 1, arbitrary: fc.integer({ min: 1, max: 4 }).map((n) => ({ kind: 'settings' as const, n })) },
    { weight: 1, arbitrary: fc.integer({ min: 1, max: 900 }).map((address) => ({ kind: 'wall' as const, address })) },
    { weight: 1, arbitrary: fc.constant({ kind: 'undo' as const }) },
  );
  const put = (show: Show, record: Parameters<typeof adding>[0]): Change => {
    const now = show.records.get(record.id);
    return now ? updating([[now, record]]) : adding(record);
  };
  test('the incremental audit equals the full audit after any sequence of changes', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 25 }), (steps) => {
        let show = rig();
        const audit = makeAudit();
        audit.of(show);
        let last: Change = nothing;
        for (const item of steps) {
          let change: Change = nothing;
          switch (item.kind) {
            case 'fixture': {
              const { n, along, part: own, dimmer, unit, spare, type, there, iris } = item.value;
              change = put(
                show,
                hung(
                  n,
                  along,
                  { ...own, ...(dimmer ? { dimmer } : {}) },
                  { unit, spare, ...(iris ? { accessories: [accessories[3]!.id] } : {}) },
                  [plainType, big, led][type]!,
                  there ? second : pipe,
                ),
              );
              break;
            }
            case 'gone': {
              const now = find(show, 'fixture', idOf(100 + item.n));
              if (now) change = removing(now);
              break;
            }
            case 'type':
              change = edit([find(show, 'type', big.id)!], {
                watts: 100 * item.n,
                fits: item.n % 2 ? ['iris'] : ['barn doors'],
                modes: big.modes.map((mode) => ({
                  ...mode,
                  channels: [{ attribute: 'Dimmer', offset: [item.n + 1], break: 1 }],
                })),
              });
              break;
            case 'trim':
              change = edit([find(show, 'position', second.id)!], {
                curve: { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: item.z },
              });
              break;
            case 'feed':
              change = put(show, {
                id: idOf(600 + (item.value.name === 'E1' ? 9 : Number(item.value.name))),
                kind: 'feed',
                of: item.value.name === 'E1' ? 'circuit' : 'dimmer',
                name: item.value.name,
                phase: item.value.phase,
                limit: item.value.limit,
              });
              break;
            case 'settings':
              change = edit([settingsOf(show)], {
                grid: item.n * 2000,
                power: { volts: 120, share: 0.8, circuit: 20, dimmer: 20, phase: 20 * item.n, imbalance: 0.2 },
              });
              break;
            case 'wall':
              change = put(
                show,
                makeWall(idOf(700), 'Wall', {
                  address: item.address,
                  tiles: [{ rows: 8, columns: 8, at: [0, 0], width: 500, height: 500, turn: 0, mirrored: false, place: 0 }],
                }),
              );
              break;
            case 'undo':
              change = invert(last);
          }
          try {
            show = apply(show, change);
            last = change;
          } catch {
            // An undo of what was changed since: nothing happens.
          }
          expect(audit.of(show)).toEqual(fullAudit(show));
        }
      }),
      { numRuns: 150 },
    );
  });
  test('an edit looks at few groups, whatever the size of the rig', () => {
    const show = rig(...Array.from({ length: 400 }, (_, i) => hung(i, i * 20, {}, {}, plainType, i % 2 ? pipe : second)));
    const audit = makeAudit();
    audit.of(show);
    const every = audit.looked();
    audit.of(apply(show, edit([all(show, 'fixture')[7]!], { purpose: 'Back' })));
    expect(every).toBeGreaterThan(400);
    expect(audit.looked()).toBeLessThanOrEqual(3);
  });
  test('another show of the same id, and a show without fixtures, are looked at anew', () => {
    const audit = makeAudit();
    expect(audit.of(rig(hung(1, -400)))).toHaveLength(1);
    expect(audit.of(showOf(SHOW, [makeSettings(SHOW, 'Other'), ...baseRecords.slice(1)]))).toEqual([]);
  });
});

describe('accepting and mending', () => {
  const shared = () => rig(hung(1, 1000, { address: 9 }), hung(2, 2000, { address: 9 }));
  test('an accepted snag rests until something of it changes, then it is back', () => {
    const show = shared();
    const [snag] = wrongSnags(show);
    const after = apply(show, accepting(show, snag!, ' a split cable ', newId));
    expect(wrongSnags(after)).toEqual([]);
    expect(restingSnags(after)).toMatchObject([{ snag: { code: 'address shared' }, accepted: { reason: 'a split cable' } }]);
    const moved = apply(
      after,
      edit(all(after, 'fixture'), (fixture) => ({ parts: fixture.parts.map((own) => ({ ...own, address: 12 })) })),
    );
    expect(wrongSnags(moved)).toHaveLength(1);
    // Accepted again, there is still one record.
    const again = apply(moved, accepting(moved, wrongSnags(moved)[0]!, 'still', newId));
    expect(all(again, 'accepted')).toHaveLength(1);
    expect(restingSnags(again)).toHaveLength(1);
  });
  test('what is merely open is told apart from what is wrong', () => {
    const show = rig(hung(1, 1000, { channel: '' }));
    expect(snagsOf(show).map((snag) => snag.weight)).toEqual(['open']);
    expect(wrongSnags(show)).toEqual([]);
  });
  test.each<[string, () => Show, string]>([
    ['shared', shared, 'Move channel 2 to 1.10'],
    ['past', () => rig(hung(1, 1000, { address: 505 }, {}, big)), 'Move channel 1 to 2.1'],
    ['off', () => rig(hung(1, 10400)), 'Bring it to the end'],
    ['units', () => rig(hung(1, 1000, {}, { unit: '3' }), hung(2, 2000, {}, { unit: '3' })), 'Renumber the units of LX 1'],
    ['spare', () => rig(hung(1, 1000, {}, { spare: true })), 'Clear its address'],
    [
      'accessory',
      () => rig(hung(1, 1000, {}, { accessories: [accessories.find((item) => item.form === 'iris')!.id] }, big)),
      'Take off iris',
    ],
    ['unpatched', () => rig(hung(1, 1000), hung(2, 2000, { address: null })), 'Give it addresses from 1.41'],
  ])('the repair of %s leaves nothing of it', (_, make, sentence) => {
    const show = make();
    const [snag] = fullAudit(show);
    const repair = repairOf(show, snag!, newId)!;
    expect(repair.text).toBe(sentence);
    expect(fullAudit(apply(show, repair.change)).filter((other) => other.code === snag!.code)).toEqual([]);
  });
  test('of two that share an address the second moves; a key names it by fixture and part', () => {
    const show = rig(hung(1, 1000, { address: 9 }, {}, big), hung(2, 4000, { address: 20 }));
    const repair = repairOf(show, fullAudit(show)[0]!, newId)!;
    const after = apply(show, repair.change);
    expect(all(after, 'fixture').map((fixture) => fixture.parts[0]!.address)).toEqual([9, 25]);
  });
  test('accepted again it is one record with the new reason, of 2000 letters at most', () => {
    const show = shared();
    const [snag] = wrongSnags(show);
    const once = apply(show, accepting(show, snag!, 'x'.repeat(3000), newId));
    const [record] = all(once, 'accepted');
    expect([record!.reason.length, record!.key, record!.state]).toEqual([2000, snag!.key, snag!.state]);
    const twice = apply(once, accepting(once, snag!, 'because', newId));
    expect(all(twice, 'accepted')).toEqual([{ ...record, reason: 'because' }]);
  });
  test('five shows are open at once: each is told its own snags', () => {
    const shows = [1, 2, 3, 4, 5, 6].map((n) =>
      showOf(
        idOf(7000 + n),
        [...rig(hung(1, n % 2 ? -900 : 1000)).records.values()].map((record) =>
          record.kind === 'settings' ? { ...record, id: idOf(7000 + n) } : record,
        ),
      ),
    );
    for (let round = 0; round < 2; round++)
      shows.forEach((show, i) => {
        expect(snagsOf(show).map((snag) => snag.code)).toEqual(i % 2 ? [] : ['off the end']);
      });
  });
  test('once the plot is issued units are not renumbered; what a person must decide has no repair', () => {
    const show = rig(hung(1, 1000, {}, { unit: '3' }), hung(2, 2000, {}, { unit: '3' }));
    const issued = apply(show, edit([settingsOf(show)], { issued: 'A' }));
    expect(repairOf(issued, fullAudit(issued)[0]!, newId)).toBeNull();
    const mixed = rig(hung(1, 1000, { channel: '7' }), hung(2, 3000, { channel: '7' }, {}, big));
    expect(repairOf(mixed, fullAudit(mixed)[0]!, newId)).toBeNull();
    expect(compose(nothing, nothing)).toEqual(nothing);
  });
});
