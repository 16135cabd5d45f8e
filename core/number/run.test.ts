/** Runs over a generated rig: orders, legs, collisions, quick figures. Source of the rules: reference calculations 3; what else is marked. */

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fieldText, runFieldsOf } from '../fields/index.js';
import { apply, edit, invert, isEmpty } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Position, RunField, RunOrder } from '../model/records.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, type Show, showOf } from '../model/show.js';
import { formatAddress } from '../patch/address.js';
import { place } from '../space/hanging.js';
import { readStart } from './counting.js';
import { legAfter } from './legs.js';
import { alongLine, movedTo, orderedBy } from './ordering.js';
import { plainField, plainOrder } from './plain.js';
import { previewQuick, previewShift, readQuick } from './quick.js';
import { previewRun, type RunInput } from './run.js';

const cyc: FixtureType = {
  ...plainType,
  id: idOf(5),
  name: 'Three cells',
  cells: 3,
  modes: [{ name: 'cells', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1, 2], break: n })) }],
};
const mover: FixtureType = {
  ...plainType,
  id: idOf(6),
  name: 'Mover',
  modes: [{ name: '30', channels: Array.from({ length: 30 }, (_, i) => ({ attribute: `A${i}`, offset: [i + 1], break: 1 })) }],
};
const second: Position = {
  ...pipe,
  id: idOf(3),
  name: 'LX 2',
  order: 2,
  curve: { form: 'straight', a: [-5000, 5000], b: [5000, 5000], z: 6000 },
};
const hung = (n: number, along: number, more: Partial<Fixture> = {}, type = plainType, position = pipe): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, type, position, along, more);
const rig = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, cyc, mover, second, ...fixtures]);
const run = (
  show: Show,
  rules: readonly Partial<RunField>[] | readonly (readonly Partial<RunField>[])[],
  more: Partial<RunInput> = {},
  fixtures?: readonly Fixture[],
) => {
  const legs = (Array.isArray(rules[0]) ? rules : [rules]) as readonly (readonly Partial<RunField>[])[];
  return previewRun(show, fixtures ?? all(show, 'fixture'), {
    legs: legs.map((leg) => leg.map((rule) => ({ ...plainField(rule.field ?? 'channel'), ...rule }))),
    parts: 'with the head',
    taken: 'mark',
    ...more,
  });
};
const four = () => rig(...[1, 2, 3, 4].map((n) => hung(n, n * 1000)));
const channels = (show: Show) => all(show, 'fixture').map((fixture) => fixture.parts.map((part) => part.channel).join('/'));

describe('what counts in a text', () => {
  test.each([
    ['101', { prefix: '', value: 101, pad: 0 }],
    ['E01', { prefix: 'E', value: 1, pad: 2 }],
    ['LX-3', { prefix: 'LX-', value: 3, pad: 0 }],
    ['-3', { prefix: '', value: -3, pad: 0 }],
  ])('%s', (text, start) => expect(readStart(text)).toEqual(start));
  test('letters count as letters, also behind figures', () => {
    expect(readStart('A')).toMatchObject({ value: 0, alphabet: expect.stringMatching(/^ABC/) });
    expect(readStart('AA')).toMatchObject({ value: 26 });
    expect(readStart('4b')).toMatchObject({ prefix: '4', value: 1, alphabet: expect.stringMatching(/^abc/) });
    expect(readStart('?')).toBeNull();
    expect(readStart('warm')).toBeNull();
  });
});

describe('orders', () => {
  // Two crooked rows of three: LX 2 upstage, LX 1 downstage, numbered 1 to 6 as the sheet is read.
  const rows = rig(
    hung(1, 1000, {}, plainType, second),
    hung(2, 5000, { side: 150 }, plainType, second),
    hung(3, 9000, {}, plainType, second),
    hung(4, 1000),
    hung(5, 5000, { side: -150 }),
    hung(6, 9000),
  );
  const named = (order: Partial<RunOrder>, first?: string) =>
    orderedBy(rows, all(rows, 'fixture'), { ...plainOrder, ...order }, first)
      .map((fixture) => Number(fixture.id.slice(-3)) - 100)
      .join('');
  test('rows from left to right, upstage first; the other ways round', () => {
    expect(named({ by: 'left to right' })).toBe('123456');
    expect(named({ by: 'right to left' })).toBe('321654');
    expect(named({ by: 'left to right', second: 'downstage to upstage' })).toBe('456123');
  });
  test('serpentine turns every other row round', () => expect(named({ by: 'left to right', rows: 'serpentine' })).toBe('123654'));
  test('ties: across the stage first, those alike from upstage', () => {
    expect(named({ by: 'left to right', rows: 'ties' })).toBe('142536');
    expect(named({ by: 'left to right', rows: 'ties', second: 'downstage to upstage' })).toBe('415263');
  });
  test('columns from downstage to upstage', () =>
    expect(named({ by: 'downstage to upstage', second: 'left to right' })).toBe('415263'));
  test('a tolerance of nothing lets a crooked row fall apart', () =>
    expect(named({ by: 'left to right', tolerance: 0 })).not.toBe('123456'));
  test('a second direction on the axis of the first is not taken', () =>
    expect(named({ by: 'left to right', second: 'right to left' })).toBe('123456'));
  test('by height: LX 1 hangs higher, and counts first', () =>
    expect(named({ by: 'top to bottom', second: 'left to right', tolerance: 300, rows: 'ties' })).toBe('456123'));
  test('by position, then along it: LX 1 from stage left', () => expect(named({ by: 'by position' })).toBe('654321'));
  test('by position, then by the units that were typed', () => {
    const typed = rig(
      hung(1, 1000, { unit: '1' }),
      hung(2, 5000, { unit: '10' }),
      hung(3, 9000, { unit: '2' }),
      hung(4, 3000),
      hung(5, 500, { unit: '9' }, plainType, second),
    );
    expect(
      orderedBy(typed, all(typed, 'fixture'), { ...plainOrder, by: 'by position' }).map(
        (fixture) => Number(fixture.id.slice(-3)) - 100,
      ),
    ).toEqual([1, 3, 2, 4, 5]);
  });
  test('round from a clicked one, clockwise as drawn and back', () => {
    expect(named({ by: 'round' }, idOf(101))).toBe('123654');
    expect(named({ by: 'round', way: 'anticlockwise' }, idOf(101))).toBe('145632');
  });
  test('rings from inside out: the nearest to the middle first', () => {
    expect(named({ by: 'rings', from: 'inside out', tolerance: 500 }, idOf(101)).slice(0, 2).split('').sort().join('')).toBe(
      '25',
    );
  });
  test('every order has every fixture once', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          ...(['left to right', 'bottom to top', 'upstage to downstage', 'round', 'rings', 'by position'] as const),
        ),
        fc.constantFrom(...(['ties', 'rows', 'serpentine'] as const)),
        fc.integer({ min: 0, max: 5000 }),
        (by, how, tolerance) => expect([...named({ by, rows: how, tolerance })].sort().join('')).toBe('123456'),
      ),
    );
  });
  test('a line drawn by hand: what it passes, as it passes it, once', () => {
    const things = [
      { id: 'a', at: [0, 0] },
      { id: 'b', at: [1000, 0] },
      { id: 'c', at: [1000, 1000] },
      { id: 'far', at: [5000, 5000] },
      { id: 'b', at: [1000, 900] },
    ] as const;
    const line = [
      [1000, 1200],
      [1000, -200],
      [-200, 0],
    ] as const;
    expect(alongLine(things, line, 100)).toEqual(['c', 'b', 'a']);
    expect(alongLine(things, [], 100)).toEqual([]);
  });
  test('one is dragged to the place of another', () => {
    expect(movedTo(['a', 'b', 'c', 'd'], 'd', 'b')).toEqual(['a', 'd', 'b', 'c']);
    expect(movedTo(['a', 'b', 'c', 'd'], 'a', 'c')).toEqual(['b', 'c', 'a', 'd']);
    expect(movedTo(['a', 'b'], 'x', 'b')).toEqual(['a', 'b']);
  });
});

describe('a run', () => {
  test('several fields at once, applied as one change', () => {
    const show = four();
    const preview = run(show, [
      { field: 'channel', start: '101', step: '10' },
      { field: 'dimmer', start: '1', prefix: 'D', pad: 3 },
      { field: 'circuit', start: 'A', same: true },
      { field: 'circuitNumber', start: '12', step: '-2' },
      { field: 'unit', start: 'a' },
    ]);
    const after = apply(show, preview.change);
    expect(channels(after)).toEqual(['101', '111', '121', '131']);
    expect(
      all(after, 'fixture').map(({ parts: [part], unit }) => [part!.dimmer, part!.circuit, part!.circuitNumber, unit].join(' ')),
    ).toEqual(['D001 A 12 a', 'D002 A 10 b', 'D003 A 8 c', 'D004 A 6 d']);
  });
  test('it pauses at the last value, counts the rest, and goes on with the next leg until nothing is left', () => {
    const show = rig(...Array.from({ length: 14 }, (_, i) => hung(i, i * 500)));
    const leg = (name: string): Partial<RunField>[] => [
      { field: 'circuit', start: name, same: true },
      { field: 'circuitNumber', start: '1', last: '6' },
    ];
    const paused = run(show, leg('E1'));
    expect([paused.numbered, paused.rest.length]).toEqual([6, 8]);
    expect(paused.change.updated).toHaveLength(6);
    const two = run(show, [leg('E1'), leg('E2')]);
    expect([two.numbered, two.rest.length]).toEqual([12, 2]);
    const whole = run(show, [leg('E1'), leg('E2'), leg('E3')]);
    expect(whole.rest).toEqual([]);
    expect(
      all(apply(show, whole.change), 'fixture').map(({ parts: [part] }) => `${part!.circuit}.${part!.circuitNumber}`),
    ).toEqual([...[1, 2, 3, 4, 5, 6].map((n) => `E1.${n}`), ...[1, 2, 3, 4, 5, 6].map((n) => `E2.${n}`), 'E3.1', 'E3.2']);
  });
  test('the next leg: names go on, numbers within them begin again, all else goes on from where it was', () => {
    const show = rig(...Array.from({ length: 5 }, (_, i) => hung(i, i * 900, {}, i === 1 ? mover : plainType)));
    const ordered = all(show, 'fixture');
    const leg = [
      { ...plainField('circuit', 'E1'), same: true },
      { ...plainField('circuitNumber'), last: '2' },
      { ...plainField('channel', '101'), step: '10' },
      { ...plainField('dimmer', '7'), prefix: 'D', suffix: 'x', last: '9' },
      plainField('address', '1.500'),
    ];
    const next = legAfter(show, ordered, run(show, leg), leg);
    expect(next.map((rule) => `${rule.field} ${rule.start} ${rule.last}`.trim())).toEqual([
      'circuit E2',
      'circuitNumber 1 2',
      'channel 121',
      'dimmer 9',
      'address 2.31',
    ]);
    // Nothing was numbered: it begins where it began.
    const none = { ...run(show, leg), labels: new Map() };
    expect(legAfter(show, ordered, none, leg).map((rule) => rule.start)).toEqual(['E2', '1', '101', '7', '1.500']);
  });
  test('a run that pauses inside a unit of several cells leaves the rest of it as it was', () => {
    const show = rig(hung(1, 0, {}, cyc), hung(2, 3000, {}, cyc));
    const preview = run(
      show,
      [
        { field: 'circuit', start: 'E1', same: true },
        { field: 'circuitNumber', start: '1', last: '2' },
      ],
      { parts: 'each by itself' },
    );
    expect(preview.rest).toHaveLength(4);
    expect(
      all(apply(show, preview.change), 'fixture').map((fixture) =>
        fixture.parts.map((part) => `${part.circuit}${part.circuitNumber ?? ''}`),
      ),
    ).toEqual([
      ['E11', 'E12', ''],
      ['', '', ''],
    ]);
  });
  test('eight to a value (eight LED units on one circuit, reference practice 4)', () => {
    const show = rig(...Array.from({ length: 17 }, (_, i) => hung(i, i * 500)));
    const after = apply(show, run(show, [{ field: 'circuit', start: 'S1', each: 8 }]).change);
    expect(all(after, 'fixture').map((fixture) => fixture.parts[0]!.circuit)).toEqual([
      ...Array(8).fill('S1'),
      ...Array(8).fill('S2'),
      'S3',
    ]);
  });
  test('parts count as fixtures, or go along with their head', () => {
    const show = rig(hung(1, 0, {}, cyc), hung(2, 2000), hung(3, 4000, {}, cyc));
    expect(channels(apply(show, run(show, [{ start: '1' }]).change))).toEqual(['1/1/1', '2', '3/3/3']);
    expect(
      channels(apply(show, run(show, [{ start: '1' }, { field: 'unit', start: '1' }], { parts: 'each by itself' }).change)),
    ).toEqual(['1/2/3', '4', '5/6/7']);
    const units = apply(show, run(show, [{ field: 'unit', start: '1' }], { parts: 'each by itself' }).change);
    expect(all(units, 'fixture').map((fixture) => fixture.unit)).toEqual(['1', '2', '3']);
  });
  test('addresses step by the slots, never straddle, and the parts of a head follow each other', () => {
    const show = rig(hung(1, 0, {}, cyc), hung(2, 2000), hung(3, 4000, {}, mover));
    const after = apply(show, run(show, [{ field: 'address', start: '1.490', step: 'slots' }]).change);
    expect(all(after, 'fixture').map((fixture) => fixture.parts.map((part) => formatAddress(part.address)).join(' '))).toEqual([
      '1.490 1.492 1.494',
      '1.496',
      '2.1',
    ]);
  });
  test('taken values are marked with whose they are, passed over, or pushed up', () => {
    const taken = hung(9, 9000, { parts: [{ ...hung(9, 0).parts[0]!, channel: '102', address: 3 }] });
    const next = hung(8, 9500, { parts: [{ ...hung(8, 0).parts[0]!, channel: '103', address: 8 }] });
    const show = rig(...[1, 2, 3].map((n) => hung(n, n * 1000)), taken, next);
    const mine = all(show, 'fixture').slice(0, 3);
    const rules = [{ start: '101' }, { field: 'address', start: '1.2', step: 'slots' }];
    const marked = run(show, rules, {}, mine);
    expect(marked.clashes.map((clash) => `${clash.field} ${clash.value} ${clash.by === taken.id ? 'first' : 'second'}`)).toEqual([
      'channel 102 first',
      'channel 103 second',
      'address 1.3 first',
    ]);
    expect(channels(apply(show, run(show, rules, { taken: 'skip' }, mine).change)).slice(0, 3)).toEqual(['101', '104', '105']);
    const skipped = all(apply(show, run(show, rules, { taken: 'skip' }, mine).change), 'fixture');
    expect(skipped.slice(0, 3).map((fixture) => fixture.parts[0]!.address)).toEqual([2, 4, 5]);
    const pushed = run(show, rules, { taken: 'push' }, mine);
    expect(channels(apply(show, pushed.change))).toEqual(['101', '102', '103', '104', '105']);
    expect(pushed.clashes).toEqual([]);
    expect(
      all(apply(show, pushed.change), 'fixture')
        .slice(3)
        .map((fixture) => fixture.parts[0]!.address),
    ).toEqual([5, 8]);
  });
  test('units are counted by position, circuit numbers by their circuit: the same figure elsewhere is no collision', () => {
    const elsewhere = hung(9, 1000, { unit: '1' }, plainType, second);
    const show = rig(hung(1, 1000), elsewhere);
    expect(run(show, [{ field: 'unit', start: '1' }], {}, [all(show, 'fixture')[0]!]).clashes).toEqual([]);
  });
  test.each([
    [[{ start: '2', step: '-1' }], /Channel: the run would reach 0\. Channels begin at 1/],
    [[{ start: '0' }], /would reach 0/],
    [[{ start: '-3' }], /would reach -3/],
    [[{ start: 'B', step: '-1' }], /Letters begin at A/],
    [[{ start: '101', step: 'much' }], /whole number/],
    [[{ start: '101', last: 'Z' }], /not of the kind/],
    [[{ field: 'address', start: '0' }], /type the first address/],
    [[{ field: 'address', start: '1.513' }], /Slot 513 does not exist/],
    [[{ field: 'address', start: '64000.1' }], /Universe 64000 does not exist/],
    [[{ field: 'address', start: 'x y' }], /not an address/],
    [[{ field: 'address', start: '63999.511' }], /would pass the last address/],
    [[{ field: 'address', start: '1.2', step: '-1' }], /Addresses begin at 1\.1/],
  ] as const)('%j is answered in words, and nothing is changed', (rules, why) => expect(() => run(four(), rules)).toThrow(why));

  const rules = fc.array(
    fc.record({
      field: fc.constantFrom('channel', 'unit', 'dimmer', 'circuit', 'circuitNumber', 'multicable', 'way', 'address'),
      start: fc.constantFrom('1', '101', 'A', 'E01', '2.1'),
      step: fc.constantFrom('1', '5', 'slots'),
      each: fc.integer({ min: 1, max: 3 }),
      last: fc.constantFrom('', '3', '103'),
      same: fc.boolean(),
      prefix: fc.constantFrom('', 'X'),
    }),
    { minLength: 1, maxLength: 4 },
  );
  test('a run followed by undo is nothing; what it numbers and what it leaves is all of it', () => {
    fc.assert(
      fc.property(
        rules,
        fc.constantFrom(...(['mark', 'skip', 'push'] as const)),
        fc.constantFrom(...(['with the head', 'each by itself'] as const)),
        fc.array(fc.option(fc.integer({ min: 1, max: 120 })), { minLength: 6, maxLength: 6 }),
        (leg, taken, parts, held) => {
          const show = rig(
            ...held.map((value, i) => {
              const fixture = hung(i, i * 900, {}, [plainType, cyc, mover][i % 3]!);
              return {
                ...fixture,
                parts: fixture.parts.map((part, n) => ({
                  ...part,
                  channel: value ? String(value) : '',
                  address: value && value + n * 40,
                })),
              };
            }),
          );
          const chosen = all(show, 'fixture').slice(0, 4);
          let preview: ReturnType<typeof run>;
          try {
            preview = run(show, [leg], { taken, parts }, chosen);
          } catch (error) {
            expect((error as Error).name).toBe('RunFault');
            return;
          }
          const after = apply(show, preview.change);
          expect(contentOf(apply(after, invert(preview.change)))).toEqual(contentOf(show));
          const units = chosen.reduce((sum, fixture) => sum + (parts === 'with the head' ? 1 : fixture.parts.length), 0);
          expect(preview.numbered + preview.rest.length).toBe(units);
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('figures without a panel', () => {
  const typed = (text: string, field: 'channel' | 'address' | 'unit' = 'channel') => {
    const show = rig(...[1, 2, 3, 4].map((n) => hung(n, n * 1000)));
    const quick = readQuick(text, field);
    if (quick.kind !== 'run') return quick;
    const after = apply(show, run(show, [quick.rule]).change);
    return all(after, 'fixture').map((fixture) =>
      field === 'unit'
        ? fixture.unit
        : field === 'address'
          ? formatAddress(fixture.parts[0]!.address)
          : fixture.parts[0]!.channel,
    );
  };
  test.each([
    ['101', ['101', '102', '103', '104']],
    ['101, 111', ['101', '111', '121', '131']],
    ['101 and 111', ['101', '111', '121', '131']],
    ['10, 8', ['10', '8', '6', '4']],
    ['101 to 102', ['101', '102', '', '']],
    ['101 each 2', ['101', '101', '102', '102']],
    ['101, 105 to 105 each 2', ['101', '101', '105', '105']],
    ['all 12', ['12', '12', '12', '12']],
    ['E01', ['E01', 'E02', 'E03', 'E04']],
    ['A, C', ['A', 'C', 'E', 'G']],
  ])('%s', (text, values) => expect(typed(text)).toEqual(values));
  test('addresses go on by the slots, or by the first two', () => {
    expect(typed('1.511', 'address')).toEqual(['1.511', '1.512', '2.1', '2.2']);
    expect(typed('1.101, 1.111', 'address')).toEqual(['1.101', '1.111', '1.121', '1.131']);
  });
  test.each(['', '1, 2, 3', '?', 'A, 2', '5, 5', '101 each 0', '+1 universe'])('"%s" is answered with a sentence', (text) =>
    expect(typed(text)).toMatchObject({ kind: 'wrong', why: expect.stringMatching(/\.$/) }),
  );
  const block = () => {
    const show = rig(
      ...[101, 102, 103].map((n) =>
        hung(n - 100, n * 10, { parts: [{ ...hung(1, 0).parts[0]!, channel: String(n), address: n }] }),
      ),
    );
    return { show, fixtures: all(show, 'fixture') };
  };
  test('a block of numbers is shifted; a universe is 512 slots (ANSI E1.11)', () => {
    const { show, fixtures } = block();
    const by = previewShift(show, fixtures, 'channel', 100);
    expect(by.ok && channels(apply(show, by.preview.change))).toEqual(['201', '202', '203']);
    const quick = readQuick('+1 universe', 'address');
    expect(quick).toEqual({ kind: 'shift', by: 512 });
    const moved = previewShift(show, fixtures, 'address', 512);
    expect(
      moved.ok && all(apply(show, moved.preview.change), 'fixture').map((fixture) => formatAddress(fixture.parts[0]!.address)),
    ).toEqual(['2.101', '2.102', '2.103']);
  });
  test('a shift below the first number changes nothing and says so', () => {
    const { show, fixtures } = block();
    expect(previewShift(show, fixtures, 'channel', -101)).toEqual({
      ok: false,
      why: 'Channel 101 would become 0. Nothing was shifted.',
    });
    expect(previewShift(show, fixtures, 'address', -200)).toMatchObject({ ok: false });
  });
  test('every field that counts is written by figures too, whether it lies in the fixture, a part or a column of the show', () => {
    const { show, fixtures } = block();
    const [a, b] = fixtures;
    for (const { id } of runFieldsOf(show)) {
      const first = id === 'address' ? '9.1' : 'Z 1';
      const typed = previewQuick(show, [a!, b!], new Map([[id, first]]));
      expect([id, typed.fault]).toEqual([id, '']);
      const done = apply(show, typed.preview!.change);
      expect([id, fieldText(done, get(done, 'fixture', a!.id), null, id).startsWith(first)]).toEqual([id, true]);
    }
  });
  test('several fields together are one change, said in words; what cannot be is a sentence and changes nothing', () => {
    const { show, fixtures } = block();
    const typed = previewQuick(
      show,
      fixtures,
      new Map([
        ['channel', '11, 13'],
        ['unit', 'A to B'],
        ['address', '+1 universe'],
        ['dimmer', ' '],
      ]),
    );
    expect([typed.said, typed.fault]).toEqual(['Channel 11 to 15; Unit A to B; Address 2.101 to 2.103', '']);
    const after = apply(show, typed.preview!.change);
    expect(
      all(after, 'fixture').map(
        (fixture) => `${fixture.parts[0]!.channel}${fixture.unit} ${formatAddress(fixture.parts[0]!.address)}`,
      ),
    ).toEqual(['11A 2.101', '13B 2.102', '15 2.103']);
    expect(previewQuick(show, fixtures, new Map())).toEqual({ preview: null, fault: '', said: '' });
    expect(previewQuick(show, fixtures, new Map([['channel', '?']]))).toMatchObject({
      preview: null,
      fault: expect.stringMatching(/\.$/),
    });
    expect(previewQuick(show, fixtures, new Map([['channel', '3, 2']]))).toMatchObject({ fault: '' });
    expect(previewQuick(show, fixtures, new Map([['channel', '2, 1']]))).toMatchObject({
      preview: null,
      fault: expect.stringContaining('Channels begin at 1'),
    });
    expect(previewQuick(show, fixtures, new Map([['address', '-500']]))).toMatchObject({
      preview: null,
      fault: expect.stringContaining('Nothing was shifted'),
    });
  });
  test('up and down again is nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), (by) => {
        const { show, fixtures } = block();
        const up = previewShift(show, fixtures, 'channel', by);
        if (!up.ok) throw new Error(up.why);
        const there = apply(show, up.preview.change);
        const back = previewShift(there, all(there, 'fixture'), 'channel', -by);
        expect(back.ok && channels(apply(there, back.preview.change))).toEqual(['101', '102', '103']);
      }),
    );
  });
  test('the same preview twice is the same, and a run over numbers that stand already changes nothing', () => {
    const { show, fixtures } = block();
    expect(isEmpty(run(show, [{ start: '101' }], {}, fixtures).change)).toBe(true);
    expect(isEmpty(edit(fixtures, {}))).toBe(true);
  });
  test('a shift stops at either end of the universes with the whole footprint, and of a universe', () => {
    const last = 63999 * 512;
    const wide = (address: number) => {
      const fixture = hung(1, 0, {}, mover);
      const show = rig({ ...fixture, parts: [{ ...fixture.parts[0]!, address }] });
      return (by: number) => previewShift(show, all(show, 'fixture'), 'address', by);
    };
    expect(wide(last - 129)(100)).toMatchObject({ ok: true });
    expect(wide(last - 129)(101)).toMatchObject({ ok: false, why: '63999.383 would leave the universes. Nothing was shifted.' });
    expect(wide(3)(-2)).toMatchObject({ ok: true });
    expect(wide(3)(-3)).toMatchObject({ ok: false, why: '1.3 would leave the universes. Nothing was shifted.' });
    expect(wide(400)(83)).toMatchObject({ ok: true });
    expect(wide(400)(84)).toMatchObject({
      ok: false,
      why: '1.400 would come to 1.484 and run past the end of its universe. Nothing was shifted.',
    });
    expect(readQuick('-2 universes', 'address')).toEqual({ kind: 'shift', by: -1024 });
    expect(readQuick('- 7', 'channel')).toEqual({ kind: 'shift', by: -7 });
    // What is not a channel may go down to 0.
    const one = rig(hung(1, 0, { unit: '3' }));
    expect(previewShift(one, all(one, 'fixture'), 'unit', -3)).toMatchObject({ ok: true, preview: { numbered: 1 } });
    expect(previewShift(one, all(one, 'fixture'), 'unit', -4)).toMatchObject({ ok: false });
  });
  test('an empty value stays empty, and every part is shifted', () => {
    const head = hung(1, 0, {}, cyc);
    const show = rig({ ...head, parts: head.parts.map((part, i) => ({ ...part, channel: i === 1 ? '' : String(11 + i) })) });
    const moved = previewShift(show, all(show, 'fixture'), 'channel', 5);
    expect(moved.ok && channels(apply(show, moved.preview.change))).toEqual(['16//18']);
    expect(moved.ok && moved.preview.numbered).toBe(2);
  });
});

describe('the ends of a run of addresses', () => {
  const one = (type: FixtureType) => rig(hung(1, 0, {}, type));
  const at = (type: FixtureType, rule: Partial<RunField>, fixtures = one(type)) =>
    all(apply(fixtures, run(fixtures, [{ field: 'address', ...rule }]).change), 'fixture').map((fixture) =>
      formatAddress(fixture.parts[0]!.address),
    );
  test('the last address holds what ends on it, and not a slot more', () => {
    expect(at(mover, { start: '63999.483' })).toEqual(['63999.483']);
    expect(() => at(mover, { start: '63999.484' })).toThrow('would pass the last address, 63999.512');
    expect(at(plainType, { start: '63999.512' })).toEqual(['63999.512']);
    // Downward nothing is moved out of the way, so it is said where it would run past.
    expect(at(mover, { start: '1.483', step: '-30' })).toEqual(['1.483']);
    expect(() => at(mover, { start: '1.484', step: '-30' })).toThrow('1.484 and 30 slots run past the end of universe 1');
    expect(() => at(mover, { start: '63999.484', step: '-30' })).toThrow('would pass the last address');
  });
  test('down to 1.1, and not below it', () => {
    const two = rig(hung(1, 0), hung(2, 1000));
    expect(at(plainType, { start: '1.2', step: '-1' }, two)).toEqual(['1.2', '1.1']);
    expect(() => at(plainType, { start: '1.1', step: '-1' }, two)).toThrow('the run would reach 0');
  });
  test('up to a last address that the whole footprint must reach; several share one where asked', () => {
    const three = rig(...[1, 2, 3].map((n) => hung(n, n * 1000, {}, mover)));
    const reached = (last: string, each = 1) => run(three, [{ field: 'address', start: '1.1', last, each }]).numbered;
    expect([reached('1.59'), reached('1.60'), reached('1.89'), reached('1.90')]).toEqual([1, 2, 2, 3]);
    expect(at(mover, { start: '1.1', each: 2 }, three)).toEqual(['1.1', '1.1', '1.31']);
    expect(at(mover, { start: '1.1', step: '100' }, three)).toEqual(['1.1', '1.101', '1.201']);
  });
  test('more slots than a universe has is said; without slots there is no address', () => {
    const wide: FixtureType = {
      ...plainType,
      id: idOf(7),
      cells: 2,
      modes: [{ name: 'w', channels: [1, 2].map((n) => ({ attribute: 'Dimmer', offset: [300], break: n })) }],
    };
    const show = apply(rig(), { added: [wide, hung(1, 0, {}, wide)], updated: [], removed: [] });
    expect(() => at(wide, { start: '1.1' }, show)).toThrow('needs 600 slots');
    const full: FixtureType = { ...wide, modes: [{ name: 'w', channels: [{ attribute: 'Dimmer', offset: [512], break: 1 }] }] };
    const fits = apply(rig(), { added: [full, hung(1, 0, {}, full)], updated: [], removed: [] });
    expect(at(full, { start: '1.1' }, fits)).toEqual(['1.1']);
    const bare: FixtureType = { ...wide, modes: [{ name: 'w', channels: [] }] };
    const none = apply(rig(), { added: [bare, hung(1, 0, {}, bare), hung(2, 1000)], updated: [], removed: [] });
    expect(at(bare, { start: '1.7' }, none)).toEqual(['', '1.7']);
  });
  test('those that make room go on behind what they meet, no farther than they must', () => {
    const held = (n: number, address: number) => hung(n, 5000 + n, { parts: [{ ...hung(n, 0).parts[0]!, address }] });
    const show = rig(hung(1, 0, {}, mover), held(5, 10), held(6, 31), held(7, 33), held(8, 40));
    const pushed = run(show, [{ field: 'address', start: '1.1' }], { taken: 'push' }, [all(show, 'fixture')[0]!]);
    const after = all(apply(show, pushed.change), 'fixture').map((fixture) => fixture.parts[0]!.address);
    expect(after).toEqual([1, 31, 32, 33, 40]);
    expect(pushed.pushed).toHaveLength(2);
  });
});

describe('ways of counting', () => {
  test('each direction has its axis and its sense: x to stage left, y upstage, z up (reference calculations 1)', () => {
    const high: Position = {
      ...second,
      id: idOf(9),
      name: 'LX 9',
      curve: { form: 'straight', a: [-5000, 1000], b: [5000, 1000], z: 9000 },
    };
    const [a, b] = [hung(1, 1000), hung(2, 3000, {}, plainType, high)];
    const show = showOf(SHOW, [...baseRecords, high, a, b]);
    const first = (by: RunOrder['by']) => orderedBy(show, [a, b], { ...plainOrder, by, rows: 'ties' })[0] === a;
    const [p, q] = [place(show, a).clamp, place(show, b).clamp];
    expect(first('left to right')).toBe(p[0] < q[0]);
    expect(first('right to left')).toBe(p[0] > q[0]);
    expect(first('downstage to upstage')).toBe(p[1] < q[1]);
    expect(first('upstage to downstage')).toBe(p[1] > q[1]);
    expect([first('bottom to top'), first('top to bottom')]).toEqual([true, false]);
    expect(p[1]).not.toBe(q[1]);
  });
  test('figures that do not follow from each other are named as they were typed', () => {
    expect(readQuick('A1, 2', 'channel')).toMatchObject({ why: '"A1" and "2" do not follow from each other.' });
    expect(readQuick('7, 7', 'channel')).toMatchObject({ why: 'To give all of them 7, write "all 7".' });
  });
  test('unit numbers that stand on the position already are skipped, or marked', () => {
    const rigged = rig(hung(1, 1000, { unit: '1' }), hung(2, 2000, { unit: '2' }), hung(3, 3000), hung(4, 4000));
    const wanted = all(rigged, 'fixture').filter((fixture) => Number(fixture.unit) !== 1 && Number(fixture.unit) !== 2);
    const marked = run(rigged, [{ field: 'unit' }], { taken: 'mark' }, wanted);
    expect(marked.clashes.map(({ value }) => value)).toEqual(['1', '2']);
    const skipped = run(rigged, [{ field: 'unit' }], { taken: 'skip' }, wanted);
    expect(wanted.map(({ id }) => skipped.draft.get(id)?.unit)).toEqual(['3', '4']);
  });
});
