/** Orders of fixtures: check values 3.12 and 3.13 of the reference calculations; the numbering rules of the handbook. */
import { describe, expect, test } from '@jest/globals';
import { makeFixture } from '../model/make.js';
import type { Arc, Chain, Fixture, Position, Vertical } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW, without } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import {
  byNumbering,
  fixturesOn,
  inScheduleOrder,
  leftToRight,
  natural,
  numberingKey,
  positionsInOrder,
  ringsOf,
  rowsWithin,
  type Standing,
} from './order.js';

const hung = (n: number, along: number, more: Partial<Fixture> = {}, on = pipe): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, plainType, on, along, more);
const sorted = (position: Position, ...alongs: number[]) =>
  alongs
    .map((along, i) => hung(i, along, {}, position))
    .sort(byNumbering(position))
    .map((fixture) => fixture.along);

describe('texts', () => {
  test('2 before 10, 4 before 4A, and letters of either case alike but never equal', () => {
    expect(['10', '4A', '2', '4', 'b', 'A'].sort(natural)).toEqual(['2', '4', '4A', '10', 'A', 'b']);
    expect(natural('a', 'A')).toBe(1);
    expect(natural('A', 'a')).toBe(-1);
    expect(natural('x', 'x')).toBe(0);
  });
});

describe('along a position', () => {
  // The pipe runs to stage left, so that from stage left is the greatest distance first.
  test('from either side of the stage, whichever way the pipe was drawn', () => {
    expect(sorted({ ...pipe, numbering: 'from stage left' }, 100, 900, 500)).toEqual([900, 500, 100]);
    expect(sorted({ ...pipe, numbering: 'from stage right' }, 100, 900, 500)).toEqual([100, 500, 900]);
    const back: Position = { ...pipe, curve: { form: 'straight', a: [5000, 0], b: [-5000, 0], z: 0 } };
    expect(sorted({ ...back, numbering: 'from stage left' }, 100, 900, 500)).toEqual([100, 500, 900]);
    expect(sorted({ ...back, numbering: 'from stage right' }, 100, 900, 500)).toEqual([900, 500, 100]);
  });
  test('from the top and from the bottom of a boom', () => {
    const curve: Vertical = { form: 'vertical', at: [0, 0], z: 0, height: 4000, bearing: 0 };
    expect(sorted({ ...pipe, curve, numbering: 'from the top' }, 100, 900, 500)).toEqual([900, 500, 100]);
    expect(sorted({ ...pipe, curve, numbering: 'from the bottom' }, 100, 900, 500)).toEqual([100, 500, 900]);
  });
  const arc: Arc = { form: 'arc', centre: [0, 0], z: 0, radius: 1000, start: 0, sweep: 180 };
  const quarter = (1000 * Math.PI) / 2;
  test('on an arc the sides are those of the stage, up and down the stage too', () => {
    // 0 is at stage left, the quarter upstage, the half at stage right.
    const on = (numbering: Position['numbering']) => sorted({ ...pipe, curve: arc, numbering }, quarter, 2 * quarter, 0);
    expect(on('from stage left')).toEqual([0, quarter, 2 * quarter]);
    expect(on('from stage right')).toEqual([2 * quarter, quarter, 0]);
    expect(on('from upstage')[0]).toBe(quarter);
    expect(on('from downstage').at(-1)).toBe(quarter);
  });
  test('clockwise and back on an open arc, by the way it was drawn', () => {
    const on = (numbering: Position['numbering'], curve: Arc) => sorted({ ...pipe, curve, numbering }, quarter, 2 * quarter, 0);
    expect(on('clockwise', arc)).toEqual([2 * quarter, quarter, 0]);
    expect(on('anticlockwise', arc)).toEqual([0, quarter, 2 * quarter]);
    expect(on('clockwise', { ...arc, start: 180, sweep: -180 })).toEqual([0, quarter, 2 * quarter]);
  });
  test('round a ring it begins at the mark: what stands on it, or a hair before it, is the first', () => {
    const ring: Position = { ...pipe, curve: { ...arc, sweep: 360 }, mark: 1000, numbering: 'anticlockwise' };
    expect(sorted(ring, 900, 999.7, 1000, 1100, 999.3)).toEqual(
      [999.7, 1000, 1100, 900, 999.3].sort(
        (a, b) => [999.7, 1000, 1100, 900, 999.3].indexOf(a) - [999.7, 1000, 1100, 900, 999.3].indexOf(b),
      ),
    );
    expect(numberingKey(ring, hung(1, 999.7, {}, ring))).toBe(0);
    expect(numberingKey(ring, hung(1, 999.3, {}, ring))).toBeGreaterThan(6000);
    expect(sorted({ ...ring, numbering: 'clockwise' }, 900, 1000, 1100)).toEqual([1000, 900, 1100]);
    // Without a mark it begins at the start of the curve.
    expect(sorted(without(ring, 'mark'), 900, 0, 1100)).toEqual([0, 900, 1100]);
    const chain: Chain = {
      form: 'chain',
      z: 0,
      pieces: [
        { form: 'straight', a: [0, 0], b: [1000, 0] },
        { form: 'straight', a: [1000, 0], b: [1000, 1000] },
      ],
    };
    expect(sorted({ ...pipe, curve: chain, numbering: 'from stage left' }, 100, 900, 1500)[2]).toBe(100);
  });
  test('at one place by the side, the lesser first, then by id', () => {
    const two = [hung(3, 500, { side: 100 }), hung(2, 500, { side: -100 }), hung(1, 500, { side: 100 })];
    expect(two.sort(byNumbering(pipe)).map((fixture) => Number(fixture.id.slice(-3)))).toEqual([102, 101, 103]);
  });
});

describe('of a show', () => {
  const second: Position = { ...pipe, id: idOf(3), name: 'LX 2', order: 1 };
  const tenth: Position = { ...pipe, id: idOf(4), name: 'LX 10', order: 1 };
  const show = showOf(SHOW, [
    ...baseRecords,
    tenth,
    second,
    hung(1, 100),
    hung(2, 900),
    hung(3, 500, {}, tenth),
    hung(4, 500, {}, second),
  ]);
  test('positions by their order, then by name as it is counted; fixtures along each', () => {
    expect(positionsInOrder(show).map(({ name }) => name)).toEqual(['LX 1', 'LX 2', 'LX 10']);
    expect(inScheduleOrder(show).map((fixture) => Number(fixture.id.slice(-1)))).toEqual([2, 1, 4, 3]);
    expect(fixturesOn(show, pipe)).toHaveLength(2);
    expect(fixturesOn(show, { ...pipe, id: idOf(99) })).toEqual([]);
  });
});

describe('rows and rings', () => {
  const at = (id: string, degrees: number, r: number): Standing => ({
    id,
    at: [r * Math.cos((degrees * Math.PI) / 180), r * Math.sin((degrees * Math.PI) / 180)],
  });
  const rings = [
    at('o0', 0, 3000),
    at('o1', 90, 3000),
    at('o2', 180, 3000),
    at('o3', 270, 3000),
    at('i0', 90, 1010),
    at('i1', 210, 1010),
    at('i2', 330, 1010),
  ];
  test('3.12 ring by ring from outside in, clockwise from o1; and the other way', () => {
    const names = (way: 'clockwise' | 'anticlockwise') =>
      ringsOf(rings, [0, 0], rings[1]!, 200, way).map((ring) => ring.map((item) => item.id).join(' '));
    expect(names('clockwise')).toEqual(['o1 o0 o3 o2', 'i0 i2 i1']);
    expect(names('anticlockwise')).toEqual(['o1 o2 o3 o0', 'i0 i1 i2']);
  });
  test('3.13 rows with a tolerance of 200', () => {
    const things: Standing[] = [
      { id: 'a', at: [500, 0] },
      { id: 'b', at: [-500, 100] },
      { id: 'c', at: [0, 1000] },
      { id: 'd', at: [900, 1120] },
      { id: 'e', at: [-900, 960] },
    ];
    expect(rowsWithin(things, 200).map((row) => row.map((item) => item.id).join(' '))).toEqual(['e c d', 'b a']);
  });
  test('a row ends where something stands farther than the tolerance from its first; at one place the higher is first, then by id', () => {
    const things: Standing[] = [
      { id: 'a', at: [0, 1000, 0] },
      { id: 'b', at: [0, 800, 500] },
      { id: 'c', at: [0, 799, 0] },
      { id: 'e', at: [0, 1000, 0] },
      { id: 'd', at: [0, 1000] },
    ];
    expect(rowsWithin(things, 200).map((row) => row.map((item) => item.id).join(' '))).toEqual(['b a d e', 'c']);
  });
  test('a ring ends where something stands nearer to the centre by more than the tolerance', () => {
    const things = [at('a', 0, 1000), at('b', 90, 800), at('c', 180, 799)];
    expect(ringsOf(things, [0, 0], things[0]!, 200).map((ring) => ring.map((item) => item.id).join(''))).toEqual(['ab', 'c']);
    expect(ringsOf(things, [0, 0], things[1]!, 500).map((ring) => ring.map((item) => item.id).join(''))).toEqual(['bac']);
    // About another centre, and two at one bearing: by id.
    const moved = [
      { id: 'z', at: [1100, 0] as const },
      { id: 'y', at: [1050, 0] as const },
      { id: 'x', at: [100, 1000] as const },
    ];
    expect(ringsOf(moved, [100, 0], moved[0]!, 300).map((ring) => ring.map((item) => item.id).join(''))).toEqual(['yzx']);
  });
  test('left to right as read on the sheet: rows 300 mm deep from upstage', () => {
    const list = [hung(1, 9000, { side: -301 }), hung(2, 1000), hung(3, 500, { side: -299 }), hung(4, 9500)];
    const show = showOf(SHOW, [...baseRecords, ...list]);
    expect(leftToRight(show, list).map((fixture) => Number(fixture.id.slice(-1)))).toEqual([3, 2, 4, 1]);
    expect(leftToRight(show, list, 100).map((fixture) => Number(fixture.id.slice(-1)))).toEqual([2, 4, 3, 1]);
  });
});
