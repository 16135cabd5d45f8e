/** The scene in 3D. */
import { describe, expect, test } from '@jest/globals';
import { types } from '#demo/types';
import { apply, edit } from '../model/change.js';
import { all } from '../model/show.js';
import { demo } from './plan.arb.js';
import { sceneOf } from './scene.js';

describe('3D', () => {
  test('every fixture has a body; a beam ends at the floor or beyond its target, never under it', () => {
    const scene = sceneOf(demo);
    expect(new Set(scene.bodies.map((body) => body.id)).size).toBe(all(demo, 'fixture').length);
    for (const beam of scene.beams) {
      expect(beam.apex[2] + beam.direction[2] * beam.length).toBeGreaterThan(-1);
      expect(Math.hypot(...beam.direction)).toBeCloseTo(1, 9);
    }
  });
  test('a field of 26 degrees at 7 m is 3.2322 m across (reference calculations 5.6)', () => {
    const beam = sceneOf(demo).beams.find(
      (item) => all(demo, 'fixture').find((fixture) => fixture.id === item.id)!.type === types.aster26.id,
    )!;
    expect((2 * beam.radius * 7000) / beam.length).toBeCloseTo(3232.2, 1);
  });
  test('a hidden layer is not in the scene', () => {
    const layer = all(demo, 'layer').find((item) => item.role === 'fixtures')!;
    expect(sceneOf(apply(demo, edit([layer], { state: 'hidden' }))).bodies).toEqual([]);
  });
});
