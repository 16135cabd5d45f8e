/** Beams in haze: planes of blades are the blades of the gate; lengths by rays. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import type { Fixture, Vec3 } from '../model/records.js';
import { all } from '../model/show.js';
import { add, dot, scaled } from '../space/vectors.js';
import { behindBlade, blades } from './gate.js';
import { bladePlanes, hazeBeam } from './haze.js';
import { sourceWith } from './light.arb.js';
import { sourceOf } from './source.js';

describe('blades in haze', () => {
  test('a direction lies on the lit side of the planes exactly where the blades let it pass (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3 }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.integer({ min: -40, max: 40 }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: -1, max: 1, noNaN: true }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (i, depth, angle, x, y, edge) => {
          const source = sourceWith(() => 1, 30, 1000, [1000, -4000, 6000], [-500, 5000, -4500]);
          const shutters = blades.map((_, k) => (k === i ? { depth, angle } : { depth: 0, angle: 0 }));
          const planes = bladePlanes(source, edge, { shutters });
          expect(planes).toHaveLength(1);
          const way = add(source.beam, add(scaled(source.right, x * edge), scaled(source.up, y * edge)));
          const behind = behindBlade(blades[i]!, depth, angle, x, y);
          if (Math.abs(behind) < 1e-6) return;
          expect(dot(planes[0]!, way) > 0).toBe(behind < 0);
        },
      ),
    ));
  test('blades that are out cut nothing', () => {
    const source = sourceWith(() => 1, 30, 1000, [0, 0, 6000], [0, 1, -1]);
    expect(bladePlanes(source, 0.3, undefined)).toEqual([]);
    expect(bladePlanes(source, 0.3, { shutters: blades.map(() => ({ depth: 0, angle: 9 })) })).toEqual([]);
  });
});

test('a beam ends at the floor, at the first thing in its way, and is as wide as its field and its iris', () => {
  const show = makeDemo();
  const fixture = all(show, 'fixture').find(({ purpose }) => purpose === 'Front warm')!;
  const source = sourceOf(show, fixture)!;
  const free = hazeBeam(show, fixture, source, 0.5, []);
  const end: Vec3 = add(free.at, scaled(free.way, free.length));
  expect(end[2]).toBeCloseTo(0, 6);
  const wall = { form: 'sheet', id: 'w', name: 'w', a: [-9000, -1000], b: [9000, -1000], low: 0, high: 9000 } as const;
  expect(add(free.at, scaled(free.way, hazeBeam(show, fixture, source, 0.5, [wall]).length))[1]).toBeCloseTo(-1000, 6);
  const half: Fixture = { ...fixture, optics: { iris: 0.5 } };
  expect(hazeBeam(show, half, source, 1, []).edge / free.edge).toBeCloseTo(0.5, 9);
  // Y of its colour is its candela.
  const [r, g, b] = free.rgb;
  expect((0.2126 * r + 0.7152 * g + 0.0722 * b) / (source.candela * 0.5)).toBeCloseTo(1, 2);
});
