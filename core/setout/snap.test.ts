/** Snapping. Reference calculations 1 and 2; plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeFixture } from '../model/make.js';
import type { Backdrop, Outline } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { crossing, snapPoint } from './snap.js';

describe('snapping', () => {
  const box: Outline = {
    id: idOf(501),
    kind: 'outline',
    layer: pipe.layer,
    name: 'Box',
    use: 'scenery',
    points: [
      [1000, 1000],
      [3000, 1000],
      [3000, 2500],
      [1000, 2500],
    ],
    closed: true,
    zFrom: 0,
    zTo: 0,
  };
  const line: Outline = {
    ...box,
    id: idOf(502),
    points: [
      [500, 2000],
      [4000, 2000],
    ],
    closed: false,
  };
  const show = showOf(SHOW, [...baseRecords, box, line, makeFixture(idOf(503), fixtureLayer, plainType, pipe, 5000)]);
  const snap = (x: number, y: number, free = false) => snapPoint(show, [x, y], 120, 100, free);
  test('ends, middles, crossings, a clamp, a line, the centre line, the grid, and nothing with Alt', () => {
    expect(snap(1040, 960)).toMatchObject({ at: [1000, 1000], kind: 'end', anchor: { to: { id: box.id, point: 'c0' } } });
    expect(snap(2030, 1020)).toMatchObject({ at: [2000, 1000], kind: 'middle', anchor: { to: { id: box.id, point: 'm0' } } });
    expect(snap(3050, 2040)).toMatchObject({ at: [3000, 2000], kind: 'crossing' });
    expect(snap(40, 3050)).toMatchObject({ at: [0, 3000] });
    expect(snap(1550, 2060)).toMatchObject({ kind: 'on line', at: [1550, 2000] });
    expect(snap(30, 5560)).toMatchObject({ kind: 'centre line', at: [0, 5600] });
    expect(snap(6040, 5560)).toMatchObject({ kind: 'grid', at: [6000, 5600] });
    expect(snap(1040, 960, true)).toMatchObject({ kind: 'free', at: [1040, 960] });
  });
  test('a crossing of the centre line with a line is found', () => {
    const across = showOf(SHOW, [
      ...baseRecords,
      {
        ...line,
        points: [
          [-1000, 4000],
          [3000, 4800],
        ],
      },
    ]);
    const met = snapPoint(across, [60, 4180], 120, 100);
    expect([met.kind, ...met.at.map((value) => Math.round(value) + 0)]).toEqual(['crossing', 0, 4200]);
  });
  test('a hidden layer is not snapped to, a locked one is', () => {
    const state = (value: 'locked' | 'hidden') =>
      showOf(
        SHOW,
        [...show.records.values()].map((record) => (record.id === pipe.layer ? { ...record, state: value } : record)) as never,
      );
    expect(snapPoint(state('locked'), [1040, 960], 120, 100).kind).toBe('end');
    expect(snapPoint(state('hidden'), [1040, 960], 120, 100).kind).toBe('grid');
  });
  test('as near as the tolerance and no nearer is needed; ends win over middles, middles over crossings, lines come last', () => {
    expect(snapPoint(show, [1000 - 119, 1000], 120, 100).kind).toBe('end');
    expect(snapPoint(show, [1000 - 121, 1000], 120, 100).kind).toBe('grid');
    // A middle stands back by a tenth, a crossing by 0.15, a line by 0.3 of the tolerance.
    expect(snapPoint(show, [2000, 1000 + 107], 120, 0)).toMatchObject({ kind: 'middle' });
    expect(snapPoint(show, [2000, 1000 + 109], 120, 0)).toMatchObject({ kind: 'free' });
    expect(snapPoint(show, [3000 + 101, 2000], 120, 0)).toMatchObject({ kind: 'crossing' });
    expect(snapPoint(show, [3000 + 103, 2000], 120, 0)).toMatchObject({
      kind: 'on line',
      at: [3101, 2000].map((value, i) => (i ? value : expect.any(Number))),
    });
    expect(snapPoint(show, [1500, 2000 + 83], 120, 0).kind).toBe('on line');
    expect(snapPoint(show, [1500, 2000 + 85], 120, 0).kind).toBe('free');
  });
  test('on the plaster line and the centre line the other figure goes by the grid, where there is one', () => {
    expect(snapPoint(show, [6040, 30], 120, 100)).toMatchObject({ kind: 'plaster line', at: [6000, 0] });
    expect(snapPoint(show, [6040, 30], 120, 0)).toMatchObject({ kind: 'plaster line', at: [6040, 0] });
    expect(snapPoint(show, [30, 5560], 120, 0)).toMatchObject({ kind: 'centre line', at: [0, 5560] });
    expect(snapPoint(show, [30, -40], 120, 100)).toMatchObject({ kind: 'crossing', at: [0, 0] });
    expect(snapPoint(show, [119, 7777], 120, 0).kind).toBe('free');
    expect(snapPoint(show, [83, 7777], 120, 0).kind).toBe('centre line');
    expect(snapPoint(show, [121, 7760], 120, 100)).toMatchObject({ kind: 'grid', at: [100, 7800] });
  });
  test('a clamp is named; a point of a drawing that was read holds nothing', () => {
    const bare = showOf(SHOW, [
      ...baseRecords.filter((record) => record.id !== pipe.id),
      { ...pipe, curve: { form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: 0 } },
      makeFixture(idOf(503), fixtureLayer, plainType, pipe, 7000),
    ]);
    expect(snapPoint(bare, [2020, 3020], 120, 100)).toMatchObject({
      kind: 'clamp',
      at: [2000, 3000],
      anchor: { to: { id: idOf(503), point: 'clamp' } },
    });
    const read: Backdrop = {
      id: idOf(504),
      kind: 'backdrop',
      layer: pipe.layer,
      name: 'B',
      paths: [[7000, 7000, 9000, 7000, 9000, 8000]],
      texts: [],
    } as unknown as Backdrop;
    const with_ = showOf(SHOW, [...baseRecords, read]);
    expect(snapPoint(with_, [9030, 7030], 120, 100)).toMatchObject({ kind: 'end', at: [9000, 7000], anchor: { to: null } });
    expect(snapPoint(with_, [8050, 7030], 120, 100)).toMatchObject({ kind: 'on line', at: [8050, 7000] });
    expect(snapPoint(with_, [8030, 7530], 120, 100)).toMatchObject({ kind: 'grid' });
  });
  test('crossings of segments, against brute force', () => {
    const p = fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 }));
    fc.assert(
      fc.property(p, p, p, p, (a, b, c, d) => {
        const at = crossing(a, b, c, d);
        if (!at) return;
        for (const [m, n] of [
          [a, b],
          [c, d],
        ] as const) {
          expect(Math.abs((n[0] - m[0]) * (at[1] - m[1]) - (n[1] - m[1]) * (at[0] - m[0]))).toBeLessThan(1e-6 * 1e4);
          expect(at[0]).toBeGreaterThanOrEqual(Math.min(m[0], n[0]) - 1e-6);
          expect(at[0]).toBeLessThanOrEqual(Math.max(m[0], n[0]) + 1e-6);
        }
      }),
    );
  });
});
