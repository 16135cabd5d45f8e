/** Hanging, unit numbers and runs. Facts of the trade are marked (handbook 6: common practice, no source). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, edit, invert } from '../model/change.js';
import { makePosition } from '../model/make.js';
import type { Fixture } from '../model/records.js';
import { baseRecords, contentOf, idOf, pipe, plainType, SHOW, showArb } from '../model/show.arb.js';
import { all, find, type Show, showOf } from '../model/show.js';
import { leftToRight, natural } from '../number/order.js';
import { plainField, previewRun, type RunPreview } from '../number/run.js';
import { fieldText, typeField } from '../paper/fields.js';
import { channelHookup, instrumentSchedule } from '../paper/schedules.js';
import { place } from '../space/hanging.js';
import { dragFixtures, duplicateFixtures, hangRow, nudgeFixtures, reshapePosition, rotateFixtures, swapType } from './hang.js';
import { removePositions, removeRecords } from './remove.js';
import { spaced, spread, spreadRound } from './spread.js';

const empty = showOf(SHOW, baseRecords);
let made = 500;
const newId = () => idOf(++made);
const row = (from: number, to: number, n: number, show: Show = empty) =>
  apply(show, hangRow(show, plainType, pipe, from, to, n, newId));
const units = (show: Show) => [...all(show, 'fixture')].sort((a, b) => a.along - b.along).map((fixture) => fixture.unit);

const channels = (show: Show, fixtures: readonly Fixture[], start: string, step = '1'): RunPreview =>
  previewRun(show, fixtures, { legs: [[{ ...plainField('channel', start), step }]], parts: 'with the head', taken: 'mark' });

describe('set out', () => {
  test('3.1 five from -3000 to 3000', () => expect(spread(-3000, 3000, 5)).toEqual([-3000, -1500, 0, 1500, 3000]));
  test('3.2 four, 450 apart about 200', () => expect(spaced(200, 450, 4)).toEqual([-475, -25, 425, 875]));
  test('ten from -9 m to +9 m stand 2 m apart; nine fill the gaps from -8 m (common practice, no source)', () => {
    expect(spread(-9000, 9000, 10)[1]! - spread(-9000, 9000, 10)[0]!).toBe(2000);
    expect(spread(-8000, 8000, 9).map((x) => x + 1000)).toEqual(spread(-9000, 9000, 10).slice(1));
  });
  test('on a ring it is divided by n: first and last do not coincide', () =>
    expect(spreadRound(0, 360, 4)).toEqual([0, 90, 180, 270]));
  test('none is not a row', () => expect(() => spread(0, 1, 0)).toThrow(RangeError));
});

describe('hanging', () => {
  test('a row hangs with both ends included, at trim, numbered from stage left', () => {
    const show = row(2500, 7500, 6);
    const alongs = all(show, 'fixture').map((fixture) => fixture.along);
    expect(alongs).toEqual([2500, 3500, 4500, 5500, 6500, 7500]);
    expect(units(show)).toEqual(['6', '5', '4', '3', '2', '1']);
    expect(all(show, 'fixture').map((fixture) => place(show, fixture).clamp[2])).toEqual(alongs.map(() => 6500));
  });
  test('unit numbers follow what is added, removed and marked as spare; undo puts them back', () => {
    const show = row(2000, 8000, 3);
    const change = hangRow(show, plainType, pipe, 6000, 6000, 1, newId);
    const more = apply(show, change);
    expect(units(more)).toEqual(['4', '3', '2', '1']);
    expect(contentOf(apply(more, invert(change)))).toEqual(contentOf(show));
    const middle = all(more, 'fixture').find((fixture) => fixture.along === 5000)!;
    expect(units(apply(more, removeRecords(more, [middle])))).toEqual(['3', '2', '1']);
  });
  test('a boom counts from the top to the bottom', () => {
    const boom = makePosition(
      idOf(300),
      pipe.layer,
      'Boom',
      'boom',
      { form: 'vertical', at: [5000, 2000], z: 0, height: 4500, bearing: 180 },
      2,
    );
    const show = apply(empty, { added: [boom], updated: [], removed: [] });
    const hung = apply(show, hangRow(show, plainType, boom, 500, 4000, 3, newId));
    expect(units(hung)).toEqual(['3', '2', '1']);
    expect(place(hung, all(hung, 'fixture')[0]!).clamp.map(Math.round)).toEqual([5000, 2000, 500]);
  });
  test('a duplicate has a new id, no channel and no address', () => {
    const show = row(2000, 2000, 1);
    const [fixture] = all(show, 'fixture');
    const numbered = apply(show, edit([fixture!], { parts: [{ ...fixture!.parts[0]!, channel: '7', address: 7 }] }));
    const change = duplicateFixtures(numbered, all(numbered, 'fixture'), 500, newId);
    expect(change.added[0]).toMatchObject({ along: 2500, parts: [{ channel: '', address: null }] });
  });
  test('eight turns of 45 degrees come back, aimed or not', () => {
    let show = row(4000, 4000, 1);
    const aimed = apply(show, edit(all(show, 'fixture'), { aim: { kind: 'point', at: [1000, -2000, 1500] } }));
    for (const start of [show, aimed]) {
      show = start;
      for (let i = 0; i < 8; i++) show = apply(show, rotateFixtures(show, all(show, 'fixture'), 45));
      const [a, b] = [place(start, all(start, 'fixture')[0]!), place(show, all(show, 'fixture')[0]!)];
      a.beam.forEach((value, i) => {
        expect(b.beam[i]).toBeCloseTo(value, 6);
      });
    }
  });
  test('dragging and nudging stay on the position', () => {
    fc.assert(
      fc.property(showArb, fc.integer({ min: -12000, max: 12000 }), (show, by) => {
        const fixtures = all(show, 'fixture');
        if (!fixtures.length) return;
        const dragged = apply(
          show,
          dragFixtures(show, fixtures, fixtures[0]!, { position: pipe, along: fixtures[0]!.along + by }),
        );
        const nudged = apply(show, nudgeFixtures(show, fixtures, by));
        for (const fixture of [...all(dragged, 'fixture'), ...all(nudged, 'fixture')]) {
          expect(fixture.along).toBeGreaterThanOrEqual(0);
          expect(fixture.along).toBeLessThanOrEqual(10000);
        }
      }),
    );
  });
  test('a pipe that is moved carries its lights; one that is removed takes them', () => {
    const show = row(2500, 7500, 6);
    const position = find(show, 'position', pipe.id)!;
    const before = all(show, 'fixture').map((fixture) => place(show, fixture).clamp);
    const moved = apply(show, reshapePosition(show, position, { form: 'straight', a: [-5000, 4000], b: [5000, 4000], z: 7000 }));
    expect(all(moved, 'fixture').map((fixture) => place(moved, fixture).clamp)).toEqual(
      before.map(([x, y, z]) => [x, y + 1000, z + 500]),
    );
    expect(all(apply(show, removePositions(show, [position])), 'fixture')).toEqual([]);
  });
  test('another type keeps channel, colour and address, and takes a mode that it has', () => {
    const wide = {
      ...plainType,
      id: idOf(301),
      name: 'Other',
      modes: [{ name: '2 slots', channels: [{ attribute: 'Dimmer', offset: [1, 2], break: 1 }] }],
    };
    const show = apply(row(2000, 2000, 1), { added: [wide], updated: [], removed: [] });
    const [fixture] = all(show, 'fixture');
    const coloured = apply(
      show,
      edit([fixture!], { parts: [{ ...fixture!.parts[0]!, channel: '5', address: 9, colour: 'L 112' }] }),
    );
    const swapped = apply(coloured, swapType(coloured, all(coloured, 'fixture'), wide));
    expect(all(swapped, 'fixture')[0]).toMatchObject({
      mode: '2 slots',
      type: wide.id,
      parts: [{ channel: '5', address: 9, colour: 'L 112' }],
    });
  });
});

describe('numbering', () => {
  test('natural order puts 2 before 10 and 4 before 4A', () =>
    expect(['10', '4A', '2', '4'].sort(natural)).toEqual(['2', '4', '4A', '10']));
  test('left to right, row by row, though a row is a little crooked (calculations 3.13)', () => {
    const points: Record<string, readonly [number, number]> = {
      a: [500, 0],
      b: [-500, 100],
      c: [0, 1000],
      d: [900, 1120],
      e: [-900, 960],
    };
    let show = empty;
    const names = new Map<string, string>();
    for (const [name, [x, y]] of Object.entries(points)) {
      const bar = makePosition(newId(), pipe.layer, name, 'pipe', { form: 'straight', a: [-5000, y], b: [5000, y], z: 6000 }, 9);
      show = apply(show, { added: [bar], updated: [], removed: [] });
      const change = hangRow(show, plainType, bar, 5000 + x, 5000 + x, 1, newId);
      names.set(change.added[0]!.id, name);
      show = apply(show, change);
    }
    expect(leftToRight(show, all(show, 'fixture'), 200).map((fixture) => names.get(fixture.id))).toEqual([
      'e',
      'c',
      'd',
      'b',
      'a',
    ]);
  });
  test('a run previews without changing anything, says what is taken, and applies as one change', () => {
    const show = row(1000, 9000, 4);
    const fixtures = [...all(show, 'fixture')];
    const first = apply(show, channels(show, fixtures.slice(0, 2), '11').change);
    const preview = channels(first, all(first, 'fixture').slice(2), '12', '10');
    expect([...preview.labels.values()]).toEqual(['12', '22']);
    expect(preview.clashes).toEqual([{ field: 'channel', value: '12', by: fixtures[1]!.id }]);
    expect(all(apply(first, preview.change), 'fixture').map((fixture) => fixture.parts[0]!.channel)).toEqual([
      '11',
      '12',
      '12',
      '22',
    ]);
  });
  test.each([
    ['1', '0', /step of 0/],
    ['2', '-1', /would reach 0/],
    ['?', '1', /does not count/],
    ['1', 'x', /whole number/],
  ])('start %s, step %s is refused with a sentence', (start, step, why) =>
    expect(() => channels(row(1000, 9000, 4), all(row(1000, 9000, 4), 'fixture'), start, step)).toThrow(why),
  );
});

describe('typed fields and schedules', () => {
  const show = row(2000, 8000, 3);
  const [fixture] = all(show, 'fixture');
  test('every field is read as it is shown', () => {
    for (const field of ['position', 'unit', 'channel', 'address', 'type', 'mode', 'purpose', 'colour', 'notes'] as const) {
      const typed = typeField(show, fixture!, null, field, fieldText(show, fixture!, null, field));
      expect(typed).toMatchObject({ ok: true });
      if (typed.ok) expect(typed.fixture).toEqual(fixture);
    }
  });
  test('names fold case and blanks; what does not exist is said', () => {
    expect(typeField(show, fixture!, null, 'position', '  lx  1 ')).toMatchObject({ ok: true });
    expect(typeField(show, fixture!, null, 'mode', '9 slots')).toMatchObject({
      ok: false,
      why: expect.stringContaining('It has 1 slot.'),
    });
    expect(typeField(show, fixture!, null, 'type', 'nothing')).toMatchObject({ ok: false });
    expect(typeField(show, fixture!, null, 'address', '1.600')).toMatchObject({
      ok: false,
      why: 'Slot 600 does not exist: a universe has slots 1 to 512.',
    });
  });
  test('the hookup has a row a part, in channel order; the schedule groups by position and counts', () => {
    const numbered = apply(show, channels(show, all(show, 'fixture'), '9').change);
    expect(channelHookup(numbered).groups[0]!.rows.map((line) => line[0])).toEqual(['9', '10', '11']);
    expect(instrumentSchedule(numbered).groups.map((group) => group.heading)).toEqual(['LX 1, 3 units, trim 6.50 m']);
    expect(instrumentSchedule(numbered).summary).toBe('3 units on 1 position, 21 kg.');
  });
});
