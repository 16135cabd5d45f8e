/** Setting out, copies and mirror images. Check values: reference calculations 3; plain arithmetic. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { collisionsOf } from '../bodies/collisions.js';
import { apply, edit, invert } from '../model/change.js';
import { makeAccessories, makeFixture, makePosition } from '../model/make.js';
import type { Dimension, Fixture, Outline, Position } from '../model/records.js';
import { faults } from '../model/references.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, type Show, showOf } from '../model/show.js';
import { letters, renumberUnits, withUnits } from '../order/units.js';
import { curveLength, dropOn, frameAlong, isClosed } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { movedCurve, movedRecord } from '../space/transform.js';
import { clipOf, copyRecords, freeName, pasteClip } from './copy.js';
import { hangRow, paintFixtures, rowAlongs, swapLosses } from './hang.js';
import { joinPositions } from './join.js';
import { mirrorFixtures } from './mirror.js';
import { racetrack } from './racetrack.js';
import { moveUnits, removePositions, removeRecords, usersOf } from './remove.js';
import { applySetOut, fan, setOut, vee } from './rules.js';

const layerOfPipe = pipe.layer;
let made = 5000;
const newId = () => idOf(++made);
const empty = showOf(SHOW, baseRecords);
const row = (n: number, from = 0, to = 10000, show: Show = empty, on: Position = pipe) =>
  apply(show, hangRow(show, plainType, on, from, to, n, newId));
const fixtures = (show: Show) => [...all(show, 'fixture')].sort((a, b) => a.along - b.along);
const alongs = (show: Show) => fixtures(show).map((fixture) => Math.round(fixture.along * 1000) / 1000);
const ring = makePosition(
  idOf(60),
  pipe.layer,
  'Ring',
  'ring',
  { form: 'arc', centre: [0, 0], z: 5000, radius: 2000, start: 90, sweep: 360 },
  5,
);
const sr = makePosition(
  idOf(61),
  pipe.layer,
  'Boom 1 SR',
  'boom',
  { form: 'vertical', at: [-4000, 2000], z: 0, height: 4500, bearing: 0 },
  6,
);

describe('figures', () => {
  test('3.3 V 900 deep: five; four full; four true', () => {
    expect(vee(900, 5, false)).toEqual([0, 450, 900, 450, 0]);
    expect(vee(900, 4, true)).toEqual([0, 900, 900, 0]);
    vee(900, 4, false).forEach((value, i) => {
      expect(value).toBeCloseTo([0, 600, 600, 0][i]!, 9);
    });
  });
  test('3.4 fan of 30 degrees over four', () =>
    expect(fan(30, 4).map((value) => Math.round(value * 1e9) / 1e9)).toEqual([-30, -10, 10, 30]));
  test('3.7 letters 0, 25, 26, 701, 702; 3.8 without I and O: 8, 23, 24', () => {
    expect([0, 25, 26, 701, 702].map((i) => letters(i))).toEqual(['A', 'Z', 'AA', 'ZZ', 'AAA']);
    expect([8, 23, 24].map((i) => letters(i, 'ABCDEFGHJKLMNPQRSTUVWXYZ'))).toEqual(['J', 'Z', 'AA']);
  });
  test('a row round a ring passes its beginning, and a whole turn is divided by n', () => {
    const length = 2 * Math.PI * 2000;
    expect(rowAlongs(0, length, 4, ring.curve).map((value) => Math.round((value / length) * 360))).toEqual([0, 90, 180, 270]);
    expect(rowAlongs(length * 0.75, length * 1.25, 3, ring.curve).map((value) => Math.round((value / length) * 360))).toEqual([
      270, 0, 90,
    ]);
  });
});

describe('set out', () => {
  test('evenly: ten from -9 m to +9 m stand 2 m apart; nine fill the gaps from -8 m (common practice, no source)', () => {
    const long = { ...pipe, curve: { form: 'straight' as const, a: [-10000, 0] as const, b: [10000, 0] as const, z: 6000 } };
    const base = showOf(SHOW, [...baseRecords.filter((record) => record.id !== pipe.id), long]);
    for (const [n, end] of [
      [10, 9000],
      [9, 8000],
    ] as const) {
      const show = row(n, 0, 20000, base, long);
      const result = setOut(show, all(show, 'fixture'), { kind: 'even', axis: 'along', from: -end, to: end });
      expect(result.spacing).toEqual([2000, 2000]);
    }
  });
  test('3.2 by spacing: four, 450 apart about 200', () => {
    const show = row(4);
    const { change, spacing } = setOut(show, all(show, 'fixture'), { kind: 'spacing', axis: 'along', centre: 200, spacing: 450 });
    expect(alongs(apply(show, change)).map((along) => along - 5000)).toEqual([-475, -25, 425, 875]);
    expect(spacing).toEqual([450, 450]);
  });
  test('a V goes by drop; ends stand', () => {
    const show = row(5);
    const after = apply(show, setOut(show, all(show, 'fixture'), { kind: 'v', axis: 'drop', depth: 900, full: false }).change);
    expect(fixtures(after).map((fixture) => fixture.drop)).toEqual([0, 450, 900, 450, 0]);
  });
  test('a fan turns, the middle one stays', () => {
    const show = row(3);
    const after = apply(show, setOut(show, all(show, 'fixture'), { kind: 'fan', angle: 40 }).change);
    expect(fixtures(after).map((fixture) => fixture.spin)).toEqual([-40, 0, 40]);
  });
  test('on a ring by angle; on a pipe that is refused with a sentence', () => {
    const base = showOf(SHOW, [...baseRecords, ring]);
    const show = row(4, 0, 3000, base, ring);
    const after = apply(
      show,
      setOut(show, all(show, 'fixture'), { kind: 'arc', start: 90, sweep: 360, radius: 0, centre: [0, 0] }).change,
    );
    expect(alongs(after).map((along) => Math.round((along / 2000) * (180 / Math.PI)))).toEqual([0, 90, 180, 270]);
    expect(() => setOut(row(3), all(row(3), 'fixture'), { kind: 'arc', start: 0, sweep: 90, radius: 0, centre: [0, 0] })).toThrow(
      'arc or a ring',
    );
  });
  test('a grid: three columns, rows to the side', () => {
    const show = row(6);
    const after = apply(
      show,
      setOut(show, all(show, 'fixture'), { kind: 'grid', columns: 3, x: -1000, y: 0, dx: 1000, dy: 500 }).change,
    );
    expect([...all(after, 'fixture')].map((fixture) => [fixture.along - 5000, fixture.side])).toEqual([
      [-1000, 0],
      [0, 0],
      [1000, 0],
      [-1000, 500],
      [0, 500],
      [1000, 500],
    ]);
  });
  test('align, even gaps, swap ends, nudge', () => {
    const show = apply(empty, hangRow(empty, plainType, pipe, 1000, 9000, 3, newId));
    const crooked = apply(show, edit([fixtures(show)[1]!], { along: 2000 }));
    const run = (rule: Parameters<typeof setOut>[2]) => apply(crooked, setOut(crooked, all(crooked, 'fixture'), rule).change);
    expect(alongs(run({ kind: 'gaps', axis: 'along' }))).toEqual([1000, 5000, 9000]);
    expect(fixtures(run({ kind: 'align', axis: 'drop', at: 250 })).every((fixture) => fixture.drop === 250)).toBe(true);
    expect(alongs(run({ kind: 'nudge', axis: 'along', by: -500 }))).toEqual([500, 1500, 8500]);
    const first = fixtures(crooked)[0]!.id;
    expect(get(run({ kind: 'swap', axis: 'along' }), 'fixture', first).along).toBe(9000);
  });
  test('positions: evenly up the stage, on an arc, turned as a fan', () => {
    const pipes = [0, 1, 2].map((i) =>
      makePosition(
        idOf(70 + i),
        pipe.layer,
        `P${i}`,
        'pipe',
        { form: 'straight', a: [-1000, i * 10], b: [1000, i * 10], z: 5000 },
        i,
      ),
    );
    const show = showOf(SHOW, [...baseRecords, ...pipes]);
    const ys = (after: Show) => pipes.map(({ id }) => (get(after, 'position', id).curve as { a: readonly number[] }).a[1]);
    expect(ys(apply(show, setOut(show, pipes, { kind: 'even', axis: 'upstage', from: 1000, to: 5000 }).change))).toEqual([
      1000, 3000, 5000,
    ]);
    const arc = apply(show, setOut(show, pipes, { kind: 'arc', start: 0, sweep: 180, radius: 3000, centre: [0, 0] }).change);
    expect(ys(arc).map((y) => Math.round(y!))).toEqual([0, 3000, 0]);
    const high = apply(show, setOut(show, pipes, { kind: 'nudge', axis: 'height', by: 250 }).change);
    expect(pipes.every(({ id }) => get(high, 'position', id).curve.z === 5250)).toBe(true);
  });
  test('3.3 and 3.4 at their edges: one, two and three of a V, one and two of a fan', () => {
    expect([vee(900, 1, false), vee(900, 2, false), vee(900, 3, false)]).toEqual([[900], [0, 0], [0, 900, 0]]);
    expect([vee(900, 2, true), vee(900, 3, true), vee(900, 6, true)]).toEqual([
      [0, 0],
      [0, 900, 0],
      [0, 450, 900, 900, 450, 0],
    ]);
    expect([fan(30, 1), fan(30, 2), fan(30, 3)]).toEqual([[0], [-30, 30], [-30, 0, 30]]);
  });
  test('on a part of an arc by angle, both ends included, held inside it; on one that was drawn clockwise too', () => {
    const arc = makePosition(
      idOf(62),
      pipe.layer,
      'Arc',
      'pipe',
      { form: 'arc', centre: [0, 0], z: 5000, radius: 1000, start: 0, sweep: 90 },
      7,
    );
    const set = (curve: typeof arc.curve, start: number, sweep: number) => {
      const on = { ...arc, curve };
      const show = row(3, 0, 1000, showOf(SHOW, [...baseRecords, on]), on);
      return alongs(
        apply(show, setOut(show, all(show, 'fixture'), { kind: 'arc', start, sweep, radius: 0, centre: [0, 0] }).change),
      ).map((along) => Math.round((along / 1000) * (180 / Math.PI)));
    };
    expect(set(arc.curve, 10, 60)).toEqual([10, 40, 70]);
    expect(set(arc.curve, 60, 60)).toEqual([60, 90, 90]);
    expect(set({ ...arc.curve, start: 90, sweep: -90 } as typeof arc.curve, 10, 60)).toEqual([20, 50, 80]);
  });
  test('heights on a boom are from the floor, whatever its foot stands on', () => {
    const raised = { ...sr, curve: { ...sr.curve, z: 300 } };
    const show = row(2, 500, 2500, showOf(SHOW, [...baseRecords, raised]), raised);
    const after = apply(show, setOut(show, all(show, 'fixture'), { kind: 'even', axis: 'along', from: 1300, to: 2300 }).change);
    expect(alongs(after)).toEqual([1000, 2000]);
  });
  test('positions: in a grid, turned as a fan, aligned across; a boom by its place, an arc by its centre', () => {
    const boom = makePosition(
      idOf(80),
      pipe.layer,
      'B',
      'boom',
      { form: 'vertical', at: [1000, 500], z: 0, height: 4000, bearing: 10 },
      1,
    );
    const arc = makePosition(
      idOf(81),
      pipe.layer,
      'A',
      'pipe',
      { form: 'arc', centre: [2000, 700], z: 5000, radius: 900, start: 20, sweep: 90 },
      2,
    );
    const bar = makePosition(
      idOf(82),
      pipe.layer,
      'P',
      'pipe',
      { form: 'straight', a: [2000, 1000], b: [4000, 3000], z: 5000 },
      3,
    );
    const show = showOf(SHOW, [...baseRecords, boom, arc, bar]);
    const done = (rule: Parameters<typeof setOut>[2]) => {
      const after = apply(show, setOut(show, [boom, arc, bar], rule).change);
      return [boom, arc, bar].map(({ id }) => get(after, 'position', id).curve);
    };
    expect(done({ kind: 'align', axis: 'across', at: 0 })).toMatchObject([
      { at: [0, 500] },
      { centre: [0, 700] },
      { a: [-1000, 1000], b: [1000, 3000] },
    ]);
    expect(done({ kind: 'align', axis: 'upstage', at: 0 })).toMatchObject([
      { at: [1000, 0] },
      { centre: [2000, 0] },
      { a: [2000, -1000] },
    ]);
    expect(done({ kind: 'fan', angle: 15 })).toMatchObject([
      { bearing: -5 },
      { start: 20 },
      { a: [expect.closeTo(2292.893, 2), expect.closeTo(775.255, 2)] },
    ]);
    expect(done({ kind: 'grid', columns: 2, x: 100, y: 200, dx: 1000, dy: 3000 })).toMatchObject([
      { at: [100, 200] },
      { centre: [1100, 200] },
      { a: [-900, 2200] },
    ]);
    expect(done({ kind: 'align', axis: 'turn', at: 90 })[2]).toMatchObject({
      a: [expect.closeTo(3000, 6), expect.closeTo(2000 - Math.SQRT2 * 1000, 6)],
    });
    expect(() => done({ kind: 'grid', columns: 0, x: 0, y: 0, dx: 1, dy: 1 })).toThrow('at least one column');
    expect(() => done({ kind: 'grid', columns: 1.5, x: 0, y: 0, dx: 1, dy: 1 })).toThrow('at least one column');
  });
  test('turning fixtures stays within half a turn; gaps of two are as they are; swapping turns their order round', () => {
    const show = row(2, 1000, 3000);
    const run = (rule: Parameters<typeof setOut>[2]) => apply(show, setOut(show, all(show, 'fixture'), rule).change);
    expect(fixtures(run({ kind: 'nudge', axis: 'spin', by: 190 })).map((fixture) => fixture.spin)).toEqual([-170, -170]);
    expect(fixtures(run({ kind: 'align', axis: 'side', at: 120 })).map((fixture) => fixture.side)).toEqual([120, 120]);
    expect(alongs(run({ kind: 'gaps', axis: 'along' }))).toEqual([1000, 3000]);
    const [first, last] = fixtures(show);
    const swapped = run({ kind: 'swap', axis: 'along' });
    expect([get(swapped, 'fixture', first!.id).along, get(swapped, 'fixture', last!.id).along]).toEqual([3000, 1000]);
    expect(setOut(show, [], { kind: 'swap', axis: 'along' })).toMatchObject({ spacing: null, overlaps: [], off: [] });
  });
  test('a hair over the end is no fault, half a millimetre is; distances between neighbours, least and greatest', () => {
    const show = row(3, 1000, 9000);
    const off = (to: number) => setOut(show, all(show, 'fixture'), { kind: 'even', axis: 'along', from: -4000, to }).off.length;
    expect([off(5000.4), off(5000.6)]).toEqual([0, 1]);
    const crooked = apply(show, edit([fixtures(show)[1]!], { along: 2000 }));
    expect(setOut(crooked, all(crooked, 'fixture'), { kind: 'nudge', axis: 'along', by: -1000.4 })).toMatchObject({
      spacing: [expect.closeTo(1000, 6), 7000],
      off: [],
    });
    expect(setOut(crooked, all(crooked, 'fixture'), { kind: 'nudge', axis: 'along', by: -1000.6 }).off).toHaveLength(1);
  });
  test('overlaps and ends are said in figures', () => {
    const show = row(5);
    const tight = setOut(show, all(show, 'fixture'), { kind: 'spacing', axis: 'along', centre: 0, spacing: 200 });
    expect(tight.overlaps.length).toBe(4);
    // The body is 260 mm wide: 60 mm are missing.
    expect(tight.overlaps[0]!.missing).toBeCloseTo(60, 0);
    expect(setOut(show, all(show, 'fixture'), { kind: 'spacing', axis: 'along', centre: 0, spacing: 3000 }).off).toHaveLength(2);
  });
  test('every rule can be taken back, and units follow it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 50, max: 900 }), (n, spacing) => {
        const show = row(n);
        const change = applySetOut(
          show,
          setOut(show, all(show, 'fixture'), { kind: 'spacing', axis: 'along', centre: 100, spacing }),
        );
        const after = apply(show, change);
        expect(contentOf(apply(after, invert(change)))).toEqual(contentOf(show));
        expect(fixtures(after).map((fixture) => fixture.unit)).toEqual(Array.from({ length: n }, (_, i) => String(n - i)));
      }),
      { numRuns: 30 },
    );
  });
});

describe('mirror', () => {
  test('a mirrored boom carries its units: places, beams and sides mirrored, no channels, no address', () => {
    const base = showOf(SHOW, [...baseRecords, sr]);
    const hung = apply(
      base,
      hangRow(base, plainType, sr, 500, 2500, 3, newId, {
        hang: 'arm left',
        arm: 400,
        aim: { kind: 'point', at: [1000, 3000, 1000] },
      }),
    );
    const show = apply(
      hung,
      edit(all(hung, 'fixture'), (fixture) => ({ parts: [{ ...fixture.parts[0]!, channel: '7', address: 9 }] })),
    );
    const change = copyRecords(show, [sr], [{ kind: 'mirror' }], { units: true, channels: false }, newId);
    const after = apply(show, change);
    expect(faults(after)).toEqual([]);
    const there = all(after, 'position').find((position) => position.name === 'Boom 1 SL')!;
    expect(there.curve).toMatchObject({ at: [4000, 2000], bearing: 180 });
    const [old, fresh] = [
      all(after, 'fixture').filter((fixture) => fixture.position === sr.id),
      all(after, 'fixture').filter((fixture) => fixture.position === there.id),
    ];
    expect(fresh).toHaveLength(3);
    for (const [i, fixture] of fresh.entries()) {
      const [a, b] = [place(after, old[i]!), place(after, fixture)];
      expect(b.clamp[0]).toBeCloseTo(-a.clamp[0], 6);
      expect(b.clamp[1]).toBeCloseTo(a.clamp[1], 6);
      expect(b.clamp[2]).toBeCloseTo(a.clamp[2], 6);
      expect(b.beam[0]).toBeCloseTo(-a.beam[0], 9);
      expect(b.beam[2]).toBeCloseTo(a.beam[2], 9);
      expect(fixture.parts[0]).toMatchObject({ channel: '', address: null });
    }
    const numbered = apply(show, copyRecords(show, [sr], [{ kind: 'mirror' }], { units: true, channels: true }, newId));
    expect(
      all(numbered, 'fixture')
        .filter((fixture) => fixture.position !== sr.id)
        .map((fixture) => fixture.parts[0]!.channel),
    ).toEqual(['8', '9', '10']);
  });
  test('any straight, arc or vertical curve: twice mirrored it is itself, and units stand mirrored', () => {
    const curve = fc.oneof(
      fc.record({
        form: fc.constant('straight' as const),
        a: fc.constant([-3000, 500] as const),
        b: fc.tuple(fc.integer({ min: -2000, max: 4000 }), fc.integer({ min: -3000, max: 3000 })),
        z: fc.constant(5000),
        rise: fc.constantFrom(0, 800),
      }),
      fc.record({
        form: fc.constant('arc' as const),
        centre: fc.constant([1000, 200] as const),
        z: fc.constant(5000),
        radius: fc.constant(2000),
        start: fc.integer({ min: -170, max: 170 }),
        sweep: fc.constantFrom(140, -90),
      }),
    );
    fc.assert(
      fc.property(curve, fc.integer({ min: 0, max: 1500 }), fc.constantFrom(0, 300), (shape, along, side) => {
        const position = { ...pipe, curve: shape };
        const back = movedCurve(movedCurve(shape, { kind: 'mirror' }), { kind: 'mirror' });
        for (const key of ['z'] as const) expect(back[key]).toBeCloseTo(shape[key], 9);
        const show = showOf(SHOW, [
          ...baseRecords.filter((record) => record.id !== pipe.id),
          position,
          makeFixture(idOf(900), fixtureLayer, plainType, position, along, { side, spin: 20 }),
        ]);
        const after = apply(show, copyRecords(show, [position], [{ kind: 'mirror' }], { units: true, channels: false }, newId));
        const [one, two] = [...all(after, 'fixture')].sort((a) => (a.id === idOf(900) ? -1 : 1));
        const [a, b] = [place(after, one!), place(after, two!)];
        expect(b.clamp[0]).toBeCloseTo(-a.clamp[0], 5);
        expect(b.clamp[1]).toBeCloseTo(a.clamp[1], 5);
        expect(b.clamp[2]).toBeCloseTo(a.clamp[2], 5);
        expect(b.beam[0]).toBeCloseTo(-a.beam[0], 6);
        expect(b.beam[1]).toBeCloseTo(a.beam[1], 6);
      }),
    );
  });
  test('fixtures on one pipe: one on the centre line is its own image', () => {
    const show = apply(empty, hangRow(empty, plainType, pipe, 5000, 8000, 4, newId));
    const after = apply(show, mirrorFixtures(show, all(show, 'fixture'), { channels: false }, newId).change);
    expect(alongs(after)).toEqual([2000, 3000, 4000, 5000, 6000, 7000, 8000]);
  });
  test('names change sides, or count on', () => {
    const taken = new Set(['Boom 1 SR', 'LX 1', 'LX 2', 'Bridge']);
    expect(freeName(taken, 'Boom 1 SR', true)).toBe('Boom 1 SL');
    expect(freeName(taken, 'LX 1', false)).toBe('LX 3');
    expect(freeName(taken, 'Bridge', false)).toBe('Bridge 2');
  });
});

describe('copies', () => {
  test('an array with its units; dimensions inside it hold on to the copies; groups stay apart', () => {
    const hung = row(2);
    const [a, b] = [get(hung, 'position', pipe.id), hung];
    const dimension: Dimension = {
      id: idOf(801),
      kind: 'dimension',
      layer: pipe.layer,
      from: { at: [0, 0], to: { id: pipe.id, point: 'a' } },
      to: { at: [0, 0], to: null },
      along: 'line',
      offset: 300,
    };
    const grouped = { ...a, group: 'g' };
    const show = showOf(SHOW, [...[...b.records.values()].filter((record) => record.id !== pipe.id), grouped, dimension]);
    const motions = [1, 2].map((i) => ({ kind: 'shift' as const, by: [0, 1000 * i, 100 * i] as const }));
    const after = apply(show, copyRecords(show, [grouped, dimension], motions, { units: true, channels: false }, newId));
    expect(faults(after)).toEqual([]);
    expect(all(after, 'fixture')).toHaveLength(6);
    const copies = all(after, 'position').filter((position) => position.id !== pipe.id);
    expect(copies.map((position) => position.curve.z)).toEqual([6600, 6700]);
    expect(new Set(all(after, 'position').map((position) => position.group)).size).toBe(3);
    const held = all(after, 'dimension')
      .filter((item) => item.id !== dimension.id)
      .map((item) => item.from.to!.id);
    expect(held.sort()).toEqual(copies.map((position) => position.id).sort());
  });
  test('a mirrored outline keeps its arcs outside; twice is itself', () => {
    const outline: Outline = {
      id: idOf(802),
      kind: 'outline',
      layer: pipe.layer,
      name: 'x',
      use: 'scenery',
      points: [
        [1, 0],
        [5, 0],
        [5, 3],
      ],
      bulges: [0.5, 0, -0.2],
      closed: true,
      zFrom: 0,
      zTo: 100,
    };
    const once = movedRecord(outline, { kind: 'mirror' });
    expect(once.bulges).toEqual([-0.5, 0, 0.2]);
    expect(movedRecord(once, { kind: 'mirror' })).toEqual(outline);
  });
  test('fixtures go to another show with their types and accessories; what is there already is used', () => {
    const stock = makeAccessories(() => newId());
    const base = apply(empty, { added: stock, updated: [], removed: [] });
    const show = apply(
      base,
      hangRow(base, plainType, pipe, 4000, 6000, 3, newId, {
        accessories: [stock[0]!.id],
        aim: { kind: 'area', area: idOf(999) },
      }),
    );
    const clip = JSON.parse(JSON.stringify(clipOf(show, all(show, 'fixture'))));
    const other = showOf(
      SHOW,
      baseRecords.filter((record) => record.kind !== 'type'),
    );
    const after = apply(other, pasteClip(other, clip, pipe, 500, newId));
    expect(faults(after)).toEqual([]);
    expect(all(after, 'type').map((type) => type.name)).toEqual(['Test 26']);
    expect(all(after, 'accessory').map((item) => item.form)).toEqual(['top hat']);
    expect(alongs(after)).toEqual([4500, 5500, 6500]);
    expect(all(after, 'fixture').every((fixture) => fixture.aim === null)).toBe(true);
    const again = apply(after, pasteClip(after, clip, pipe, 0, newId));
    expect([all(again, 'type').length, all(again, 'accessory').length]).toEqual([1, 1]);
  });
});

describe('join', () => {
  test('two straights and two half circles make a racetrack, in any order and direction; units stay where they hang', () => {
    const track = racetrack([0, 0], 4000, 1000, 5000) as Extract<Position['curve'], { form: 'chain' }>;
    const [s1, a1, s2, a2] = track.pieces.map((piece, i) =>
      makePosition(idOf(600 + i), layerOfPipe, `P${i}`, 'pipe', { ...piece, z: 5000 }, i),
    ) as [Position, Position, Position, Position];
    const backwards = {
      ...s2,
      curve: { form: 'straight' as const, a: [-2000, 1000] as const, b: [2000, 1000] as const, z: 5000 },
    };
    const base = showOf(SHOW, [...baseRecords, s1, a1, backwards, a2]);
    const show = apply(
      apply(base, hangRow(base, plainType, backwards, 500, 3500, 3, newId, { side: 200 })),
      hangRow(base, plainType, a1, 0, 3000, 3, newId),
    );
    const before = all(show, 'fixture').map((fixture) => place(show, fixture).clamp);
    const after = apply(show, joinPositions(show, [a1, a2, s1, backwards]));
    expect(faults(after)).toEqual([]);
    const joined = get(after, 'position', a1.id);
    expect(curveLength(joined.curve)).toBeCloseTo(curveLength(track), 6);
    expect(isClosed(joined.curve)).toBe(true);
    all(after, 'fixture').forEach((fixture, i) => {
      expect(fixture.position).toBe(a1.id);
      place(after, fixture).clamp.forEach((value, axis) => {
        expect(value).toBeCloseTo(before[i]![axis]!, 6);
      });
    });
  });
  test('an arc that was drawn the other way round is turned', () => {
    const track = racetrack([0, 0], 4000, 1000, 5000) as Extract<Position['curve'], { form: 'chain' }>;
    const [s1, a1, s2, a2] = track.pieces.map((piece, i) =>
      makePosition(idOf(600 + i), layerOfPipe, `P${i}`, 'pipe', { ...piece, z: 5000 }, i),
    ) as [Position, Position, Position, Position];
    if (a1.curve.form !== 'arc') throw new Error('the second piece is an arc');
    const other = { ...a1, curve: { ...a1.curve, start: a1.curve.start + a1.curve.sweep, sweep: -a1.curve.sweep } };
    const show = showOf(SHOW, [...baseRecords, s1, other, s2, a2]);
    const { curve } = get(apply(show, joinPositions(show, [s1, other, s2, a2])), 'position', s1.id);
    expect(isClosed(curve)).toBe(true);
    for (const share of [0.1, 0.3, 0.5, 0.7, 0.9]) {
      const { point } = frameAlong(curve, curveLength(curve) * share);
      expect(dropOn(track, [point[0], point[1]]).distance).toBeLessThan(1e-6);
    }
  });
  test('what does not meet, or hangs elsewhere, is refused with a sentence', () => {
    const far = makePosition(
      idOf(610),
      layerOfPipe,
      'Far',
      'pipe',
      { form: 'straight', a: [0, 9000], b: [100, 9000], z: 6500 },
      3,
    );
    const show = showOf(SHOW, [...baseRecords, far, sr]);
    expect(() => joinPositions(show, [pipe, far])).toThrow('The ends of Far meet none');
    expect(() => joinPositions(show, [pipe, { ...far, curve: { ...far.curve, z: 5000 } }])).toThrow('another height');
    expect(() => joinPositions(show, [pipe])).toThrow('two positions or more');
  });
});

describe('removing', () => {
  const dimension: Dimension = {
    id: idOf(803),
    kind: 'dimension',
    layer: pipe.layer,
    from: { at: [0, 0], to: { id: pipe.id, point: 'b' } },
    to: { at: [1, 1], to: null },
    along: 'line',
    offset: 0,
  };
  const show = showOf(SHOW, [...[...row(3).records.values()], ring, dimension]);
  test('what held on to it stays where it was, as a fixed point', () => {
    const after = apply(show, removeRecords(show, [pipe]));
    expect(faults(after)).toEqual([]);
    expect(all(after, 'fixture')).toHaveLength(0);
    expect(find(after, 'dimension', dimension.id)!.from).toEqual({ at: [5000, 3000], to: null });
  });
  test('units move to another position, to the nearest point of it', () => {
    const after = apply(show, removePositions(show, [pipe], ring));
    expect(all(after, 'fixture').map((fixture) => fixture.position)).toEqual([ring.id, ring.id, ring.id]);
    expect(faults(after)).toEqual([]);
    expect(moveUnits(show, all(show, 'fixture'), sr).updated).toHaveLength(3);
    expect(usersOf(show, pipe.id).length).toBe(4);
  });
});

describe('paint and swap', () => {
  test('only what is chosen is painted', () => {
    const show = row(3);
    const [one, two, three] = fixtures(show) as [Fixture, Fixture, Fixture];
    const from: Fixture = {
      ...one,
      purpose: 'Key',
      gobo: 'leaf',
      hang: 'arm left',
      arm: 350,
      accessories: [idOf(5)],
      parts: [{ ...one.parts[0]!, colour: 'Sm 8a', channel: '9' }],
    };
    const painted = paintFixtures(show, from, [two, three], new Set(['colour', 'accessories', 'hang'])).updated.map(
      ([, to]) => to as Fixture,
    );
    for (const fixture of painted) {
      expect(fixture).toMatchObject({ purpose: '', gobo: '', hang: 'arm left', arm: 350, accessories: [idOf(5)] });
      expect(fixture.parts[0]).toMatchObject({ colour: 'Sm 8a', channel: '' });
    }
    // What the first has not, the others lose; an absent field is absent, not empty.
    const bare = paintFixtures(show, one, [painted[0]!], new Set(['hang', 'accessories'])).updated[0]![1] as Fixture;
    expect('arm' in bare).toBe(false);
    expect('accessories' in bare).toBe(false);
  });
  test('a change of type says what it does not keep', () => {
    const show = row(2);
    const mover = {
      ...plainType,
      id: idOf(3),
      family: 'moving wash' as const,
      name: 'Mover',
      pan: 540,
      tilt: 270,
      modes: [
        {
          name: '12 slots',
          channels: Array.from({ length: 12 }, (_, i) => ({ attribute: 'Dimmer', offset: [i + 1], break: 1 })),
        },
      ],
    };
    const chosen = fixtures(show).map((fixture) => ({ ...fixture, gobo: 'leaf', parts: [{ ...fixture.parts[0]!, address: 5 }] }));
    const both = showOf(SHOW, [...[...show.records.values()].filter((record) => record.kind !== 'fixture'), ...chosen, mover]);
    const losses = swapLosses(both, chosen, mover);
    expect(losses.join(' ')).toMatch(/changed to the mode "12 slots".*more slots.*kept a gobo/);
    expect(swapLosses(both, chosen, plainType)).toEqual([]);
  });
});

describe('unit numbers after the issue', () => {
  const issued = (show: Show) => apply(show, edit(all(show, 'settings'), { issued: 'A' }));
  test('between 4 and 5 comes 4A, then 4B; nobody else changes; a renumber is offered', () => {
    const show = issued(row(6));
    const before = new Map(all(show, 'fixture').map((fixture) => [fixture.id, fixture.unit]));
    const four = all(show, 'fixture').find((fixture) => fixture.unit === '4')!;
    const one = apply(show, hangRow(show, plainType, pipe, four.along - 800, four.along - 800, 1, newId));
    const two = apply(one, hangRow(one, plainType, pipe, four.along - 1300, four.along - 1300, 1, newId));
    expect(
      all(two, 'fixture')
        .filter((fixture) => !before.has(fixture.id))
        .map((fixture) => fixture.unit),
    ).toEqual(['4A', '4B']);
    for (const fixture of all(two, 'fixture')) if (before.has(fixture.id)) expect(fixture.unit).toBe(before.get(fixture.id));
    const renumbered = apply(two, renumberUnits(two, [pipe.id]));
    expect(fixtures(renumbered).map((fixture) => fixture.unit)).toEqual(['8', '7', '6', '5', '4', '3', '2', '1']);
  });
  test('what is moved keeps its number; what changes its position gets a letter there; an empty position counts plainly', () => {
    const show = issued(showOf(SHOW, [...row(3).records.values(), ring]));
    const [first] = fixtures(show);
    const moved = apply(show, withUnits(show, edit([first!], { along: 9900 })));
    expect(get(moved, 'fixture', first!.id).unit).toBe(first!.unit);
    const off = apply(show, withUnits(show, edit([first!], { position: ring.id, along: 100 })));
    expect(get(off, 'fixture', first!.id).unit).toBe('1');
    const back = apply(off, withUnits(off, edit([get(off, 'fixture', first!.id)], { position: pipe.id, along: 0 })));
    expect(get(back, 'fixture', first!.id).unit).toBe('2A');
  });
  test('a ring counts clockwise from its mark', () => {
    const marked: Position = { ...ring, mark: Math.PI * 1000, numbering: 'clockwise' };
    const base = showOf(SHOW, [...baseRecords, marked]);
    const show = apply(base, hangRow(base, plainType, marked, 0, 2 * Math.PI * 2000, 4, newId));
    // Along runs anticlockwise from the top; the mark is at the left: clockwise the top comes next, then the right.
    const at = (unit: string) =>
      Math.round((all(show, 'fixture').find((fixture) => fixture.unit === unit)!.along / 2000) * (180 / Math.PI));
    expect(['1', '2', '3', '4'].map(at)).toEqual([90, 0, 270, 180]);
  });
});

test('collisions: closer than the bodies, marked with what is missing; over and under are not in each other\u2019s way', () => {
  const close = apply(empty, hangRow(empty, plainType, pipe, 5000, 5200, 2, newId));
  expect(collisionsOf(close)).toMatchObject([{ what: 'bodies' }]);
  expect(collisionsOf(close)[0]!.missing).toBeCloseTo(60, 0);
  const [one] = fixtures(close);
  expect(collisionsOf(apply(close, edit([one!], { hang: 'over' })))).toEqual([]);
  // One on an extension a metre lower: only the clamps share the pipe.
  const shared = apply(close, edit([one!], { drop: 1000, along: fixtures(close)[1]!.along - 20 }));
  expect(collisionsOf(shared)).toMatchObject([{ what: 'clamps' }]);
});

describe('away and towards, to both sides at once', () => {
  const moved = (show: Show, rule: Parameters<typeof setOut>[2], records: readonly Fixture[] = fixtures(show)) =>
    alongs(apply(show, setOut(show, records, rule).change));
  test('from the centre line: each to its own side; what is on it stays; towards it nothing goes past', () => {
    // The pipe goes from 5000 at stage right to 5000 at stage left: its middle is the centre line.
    const show = row(5, 3000, 7000);
    expect(moved(show, { kind: 'apart', axis: 'along', from: 0, by: 500 })).toEqual([2500, 3500, 5000, 6500, 7500]);
    expect(moved(show, { kind: 'apart', axis: 'along', from: 0, by: -1500 })).toEqual([4500, 5000, 5000, 5000, 5500]);
  });
  test('positions go apart from a point of the plan, each on its own way', () => {
    const boom = (n: number, x: number, y: number) =>
      makePosition(
        idOf(70 + n),
        layerOfPipe,
        `B${n}`,
        'boom',
        { form: 'vertical', at: [x, y], z: 0, height: 4000, bearing: 0 },
        n,
      );
    const all_ = [boom(1, 3000, 4000), boom(2, -3000, 0), boom(3, 0, 0)];
    const show = apply(empty, { ...setOut(empty, [], { kind: 'gaps', axis: 'along' }).change, added: all_ });
    const at = (by: number) =>
      all_.map(({ id }) => {
        const { curve } = get(apply(show, setOut(show, all_, { kind: 'away', from: [0, 0], by }).change), 'position', id);
        return curve.form === 'vertical' ? curve.at.map(Math.round) : null;
      });
    expect(at(1000)).toEqual([
      [3600, 4800],
      [-4000, 0],
      [0, 0],
    ]);
    expect(
      at(-9000)
        .flat()
        .map((value) => (value ?? 0) + 0),
    ).toEqual([0, 0, 0, 0, 0, 0]);
  });
  test('fixtures go along what they hang on, away from where it is nearest to the point', () => {
    const show = row(3, 3000, 7000);
    expect(moved(show, { kind: 'away', from: [1000, -2000], by: 400 })).toEqual([2600, 4600, 7400]);
  });
  test('a grid on a wall: rows by height, and by drop', () => {
    const show = row(4, 3000, 7000);
    const grid = { kind: 'grid', upright: true, columns: 2, x: -1000, y: 200, dx: 2000, dy: 600 } as const;
    const done = apply(show, setOut(show, fixtures(show), grid).change);
    expect(
      fixtures(done)
        .map(({ along, drop }) => [Math.round(along), drop])
        .sort(),
    ).toEqual([
      [4000, 200],
      [4000, 800],
      [6000, 200],
      [6000, 800],
    ]);
    const pipes = [1, 2].map((n) => ({ ...pipe, id: idOf(80 + n), name: `W${n}` }));
    const walls = apply(empty, { ...setOut(empty, [], { kind: 'gaps', axis: 'along' }).change, added: pipes });
    const hung_ = apply(walls, setOut(walls, pipes, { ...grid, columns: 1, y: 3000 }).change);
    expect(pipes.map(({ id }) => get(hung_, 'position', id).curve.z)).toEqual([3000, 3600]);
  });
});
