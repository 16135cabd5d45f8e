/** Faces of a stage: they look outward, are as large as what they belong to, and lie where rays end on them. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import type { Outline, Scenic } from '../model/records.js';
import { all, find } from '../model/show.js';
import { add, dot, norm, scaled } from '../space/vectors.js';
import { blockersOf, isBlocked } from './blockers.js';
import { facesOf, paintOf } from './faces.js';

const show = makeDemo();
const facesFor = (id: string, of = show) => facesOf(of).faces.filter((face) => face.of === id);
const named = <K extends 'outline' | 'masking' | 'scenic'>(kind: K, name: string) =>
  all(show, kind).find((one) => one.name === name)!;

describe('faces', () => {
  test('of every face the sides are square to each other and to where it looks', () => {
    for (const { u, v, normal, wide, high, across, rows, step } of facesOf(show).faces) {
      expect([dot(u, v), dot(u, normal), norm(normal)].map((value) => Math.round(value * 1e6) / 1e6 + 0)).toEqual([0, 0, 1]);
      expect(across * step).toBeGreaterThanOrEqual(wide - 1e-6);
      expect(rows * step).toBeGreaterThanOrEqual(high - 1e-6);
      expect((across - 1) * step).toBeLessThan(wide);
    }
  });
  test('a cloth is seen from both sides, its first face looks to the house, and it hangs in folds; a cyc does not', () => {
    const [front, back] = facesFor(named('masking', 'Border 2').id);
    expect([front!.normal[1], back!.normal[1]]).toEqual([-1, 1]);
    expect([front!.folded, facesFor(named('masking', 'Cyc').id)[0]!.folded]).toEqual([true, undefined]);
  });
  test('faces of a wall and of a crate look away from their middle; a crate has five, at its true height', () => {
    const crate = named('scenic', 'Salt crate') as Scenic;
    const wall = named('outline', 'Back wall') as Outline;
    for (const [id, middle] of [
      [crate.id, [crate.at[0], crate.at[1], crate.height / 2]],
      [wall.id, [0, 9175, 4500]],
    ] as const)
      for (const { corner, u, v, wide, high, normal } of facesFor(id)) {
        const at = add(corner, add(scaled(u, wide / 2), scaled(v, high / 2)));
        expect(dot(normal, [at[0] - middle[0], at[1] - middle[1], at[2] - middle[2]])).toBeGreaterThan(0);
      }
    expect(facesFor(crate.id)).toHaveLength(5);
    expect(facesFor(crate.id).find(({ normal }) => normal[2] > 0.9)!.corner[2]).toBe(crate.height);
  });
  test('light comes up to a face, and not through it from behind', () => {
    const [front] = facesFor(named('scenic', 'Salt crate').id);
    const { corner, u, v, wide, high, normal } = front!;
    const at = add(corner, add(scaled(u, wide / 2), scaled(v, high / 2)));
    const near = blockersOf(show);
    expect(isBlocked(near, add(at, scaled(normal, 400)), at)).toBe(false);
    expect(isBlocked(near, add(at, scaled(normal, -400)), add(at, scaled(normal, 50)))).toBe(true);
  });
  test('a colour that is said is painted; what is usual otherwise; nothing of a hidden layer; the same list while nothing changes', () => {
    const cyc = named('masking', 'Cyc');
    expect(paintOf(cyc).colour).toBe('#e0dfdc');
    expect(paintOf({ ...cyc, colour: '#112233' }).colour).toBe('#112233');
    expect(paintOf({ ...(named('scenic', 'Maren') as Scenic), reflects: 0.2 }).reflects).toBe(0.2);
    expect(facesOf(show)).toBe(facesOf(show));
    const hidden = apply(show, edit([find(show, 'layer', cyc.layer)!], { state: 'hidden' }));
    expect(facesFor(cyc.id, hidden)).toEqual([]);
  });
});
