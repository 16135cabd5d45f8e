/** Hanging, unit numbers and runs. Facts of the trade are marked (reference practice 1 and 4). */

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fieldText, typeField } from '../fields/index.js';
import { apply, edit, invert } from '../model/change.js';
import { makePosition } from '../model/make.js';
import type { Fixture } from '../model/records.js';
import { baseRecords, contentOf, idOf, pipe, plainType, SHOW, showArb } from '../model/show.arb.js';
import { all, find, type Show, showOf } from '../model/show.js';
import { plainField } from '../number/plain.js';
import { previewRun, type RunPreview } from '../number/run.js';
import { leftToRight, natural } from '../order/order.js';
import { channelHookup } from '../paper/schedules/hookup.js';
import { instrumentSchedule } from '../paper/schedules/instruments.js';
import { place } from '../space/hanging.js';
import {
  dragFixtures,
  duplicateFixtures,
  hangRow,
  nudgeFixtures,
  type Paintable,
  paintFixtures,
  reshapePosition,
  rotateFixtures,
  rowAlongs,
  swapLosses,
  swapType,
} from './hang.js';
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
  test('a copy goes beside its original, back from the end of the pipe, never before its beginning', () => {
    const along = (from: number, by: number) =>
      duplicateFixtures(row(from, from, 1), all(row(from, from, 1), 'fixture'), by, newId).added.map(
        (record) => (record as Fixture).along,
      );
    expect([along(9500, 500), along(9501, 500), along(300, 20000), along(2000, -500)]).toEqual([[10000], [9001], [0], [1500]]);
  });
  test('a turn of an idle unit is its spin, of an aimed one its aim about its axis; a shared area is let go of', () => {
    const show = row(4000, 4000, 1);
    const turned = (of: Show, by: number) => all(apply(of, rotateFixtures(of, all(of, 'fixture'), by)), 'fixture')[0]!;
    expect(turned(show, 200).spin).toBe(-160);
    // The axis is at (-1000, 3000); the aim 2 m downstage of it.
    const aimed = apply(show, edit(all(show, 'fixture'), { aim: { kind: 'point', at: [-1000, 1000, 1500] } }));
    const after = turned(aimed, 90);
    expect(after.aim).toMatchObject({ kind: 'point', at: [expect.closeTo(1000, 6), expect.closeTo(3000, 6), 1500] });
    expect(after.spin).toBeCloseTo(90, 9);
  });
  test('nudged by the snap or more it comes to stand on it, by less it goes just so far; left is left on every pipe', () => {
    const show = row(4030, 4030, 1);
    const nudged = (by: number, of = show) => all(apply(of, nudgeFixtures(of, all(of, 'fixture'), by)), 'fixture')[0]!.along;
    expect([nudged(100), nudged(-100), nudged(99), nudged(10), nudged(-10), nudged(9999)]).toEqual([
      4100, 3900, 4129, 4040, 4020, 10000,
    ]);
    const back = { ...pipe, curve: { form: 'straight' as const, a: [5000, 3000] as const, b: [-5000, 3000] as const, z: 6500 } };
    const other = showOf(SHOW, [...baseRecords.filter((record) => record.id !== pipe.id), back]);
    const hung = apply(other, hangRow(other, plainType, back, 4000, 4000, 1, newId));
    expect(nudged(100, hung)).toBe(3900);
  });
  test('what is dragged to another position takes those of its own along, and others move by as much where they are', () => {
    const second = makePosition(
      idOf(3),
      pipe.layer,
      'LX 2',
      'pipe',
      { form: 'straight', a: [-4000, 5000], b: [6000, 5000], z: 6500 },
      2,
    );
    const third = makePosition(
      idOf(4),
      pipe.layer,
      'LX 3',
      'pipe',
      { form: 'straight', a: [-5000, 7000], b: [5000, 7000], z: 6500 },
      3,
    );
    const base = showOf(SHOW, [...baseRecords, second, third]);
    let show = row(4000, 5000, 2, base);
    show = apply(show, hangRow(show, plainType, third, 8000, 8000, 1, newId));
    const list = [...all(show, 'fixture')];
    const dragged = list.find((fixture) => fixture.along === 4000)!;
    // 4000 on LX 1 is 1 m stage right; 5000 on LX 2 is 1 m stage left: 2 m to stage left for all.
    const after = apply(show, dragFixtures(show, list, dragged, { position: second, along: 5000 }));
    expect(list.map(({ id }) => find(after, 'fixture', id)!).map(({ position, along }) => [position, along])).toEqual([
      [second.id, 5000],
      [second.id, 6000],
      [third.id, 10000],
    ]);
  });
  test('what a change of type loses is told, each with how many', () => {
    const cells = {
      ...plainType,
      id: idOf(40),
      name: 'Cells',
      cells: 2,
      modes: [{ name: 'c', channels: [1, 2].map((n) => ({ attribute: 'Dimmer', offset: [3], break: n })) }],
    };
    const wash = { ...plainType, id: idOf(41), name: 'Wash', family: 'fresnel' as const };
    const head = { ...plainType, id: idOf(42), name: 'Head', family: 'moving wash' as const, pan: 540 };
    const base = showOf(SHOW, [...baseRecords, cells, wash, head]);
    const hang = (type: typeof plainType, more: Partial<Fixture>, n = 1) => {
      const show = apply(base, hangRow(base, type, pipe, 1000, 3000, n, newId, more));
      return { show, list: all(show, 'fixture') };
    };
    const one = hang(plainType, { gobo: 'leaves' }, 2);
    expect(swapLosses(one.show, one.list, wash)).toEqual(['2 fixtures kept a gobo, which a fresnel does not take.']);
    expect(swapLosses(one.show, one.list, { ...wash, family: 'moving spot' })).toEqual([]);
    const two = hang(cells, {});
    expect(swapLosses(two.show, two.list, wash)).toEqual([
      '1 fixture changed to the mode "1 slot": the old mode is not in Wash.',
      '1 fixture lost the channel, address and colour of cells that Wash does not have.',
    ]);
    const three = hang(head, {});
    expect(swapLosses(three.show, three.list, wash)).toEqual(['1 fixture moved before and Wash does not: give an aim.']);
    const patched = (n: number) => {
      const { show, list } = hang(plainType, {}, n);
      return apply(
        show,
        edit(list, (fixture) => ({ parts: fixture.parts.map((part) => ({ ...part, address: 7 })) })),
      );
    };
    expect(swapLosses(patched(1), all(patched(1), 'fixture'), cells).at(-1)).toBe(
      '1 fixture needs more slots than before: look at the addresses.',
    );
    expect(swapLosses(patched(2), all(patched(2), 'fixture'), cells).at(-1)).toBe(
      '2 fixtures need more slots than before: look at the addresses.',
    );
    expect(swapLosses(patched(1), all(patched(1), 'fixture'), wash)).toEqual([]);
  });
  test('paint gives what is asked for and leaves the rest; colours go part by part, the first to those that have more', () => {
    const cells = {
      ...plainType,
      id: idOf(40),
      name: 'Cells',
      cells: 2,
      modes: [{ name: 'c', channels: [1, 2].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
    };
    const base = showOf(SHOW, [...baseRecords, cells]);
    const show = apply(base, hangRow(base, cells, pipe, 1000, 3000, 2, newId));
    const [a, b] = all(show, 'fixture');
    const from = {
      ...a!,
      purpose: 'Back',
      gobo: 'leaves',
      hang: 'arm left' as const,
      arm: 400,
      drop: 5,
      side: 6,
      tags: idOf(90),
      parts: a!.parts.map((part, i) => ({ ...part, colour: `c${i}` })),
    };
    const to = { ...b!, tags: idOf(91), arm: 200, parts: [...b!.parts, { ...b!.parts[0]!, name: 'third' }] };
    const painted = (...what: Paintable[]) => paintFixtures(show, from, [to], new Set(what)).updated[0]![1] as Fixture;
    expect(painted('colour').parts.map((part) => part.colour)).toEqual(['c0', 'c1', 'c0']);
    expect(painted('colour')).toMatchObject({ purpose: '', gobo: '', hang: 'under', tags: idOf(91), arm: 200 });
    expect(painted('purpose', 'gobo')).toMatchObject({ purpose: 'Back', gobo: 'leaves' });
    expect(painted('hang')).toMatchObject({ hang: 'arm left', arm: 400, drop: 5, side: 6, tags: idOf(91) });
    expect(painted('tag set')).toMatchObject({ tags: idOf(90), hang: 'under' });
    expect(
      paintFixtures(show, { ...from, tags: undefined } as unknown as Fixture, [to], new Set(['tag set'])).updated[0]![1],
    ).not.toHaveProperty('tags');
  });
  test('rows round a ring: there and back, a whole turn, and a way longer than one', () => {
    const ring = { form: 'arc' as const, centre: [0, 0] as const, z: 5000, radius: 1000, start: 0, sweep: 360 };
    const length = 2 * Math.PI * 1000;
    const angles = (from: number, to: number, n: number) =>
      rowAlongs((from / 360) * length, (to / 360) * length, n, ring).map((along) => Math.round((along / length) * 360));
    expect(angles(10, 50, 3)).toEqual([10, 30, 50]);
    expect(angles(50, -30, 3)).toEqual([50, 10, 330]);
    expect(angles(0, 360, 3)).toEqual([0, 120, 240]);
    expect(angles(90, 90 + 720, 4)).toEqual([90, 180, 270, 0]);
    expect(rowAlongs(5, 9, 1, ring)).toEqual([5]);
    expect(rowAlongs(1000, 3000, 3, pipe.curve)).toEqual([1000, 2000, 3000]);
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
      edit([fixture!], { parts: [{ ...fixture!.parts[0]!, channel: '5', address: 9, colour: 'Sm 3a' }] }),
    );
    const swapped = apply(coloured, swapType(all(coloured, 'fixture'), wide));
    expect(all(swapped, 'fixture')[0]).toMatchObject({
      mode: '2 slots',
      type: wide.id,
      parts: [{ channel: '5', address: 9, colour: 'Sm 3a' }],
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
