import { describe, expect, test } from '@jest/globals';
import { eachCommand } from '../measure/path.js';
import { families, familyEntry, familyList } from './index.js';

/** Points of a path, control points too. */
function pointsOf(d: readonly number[]): [number, number][] {
  const out: [number, number][] = [];
  eachCommand(d, (_, i, n) => {
    for (let k = 1; k <= n; k += 2) out.push([d[i + k]!, d[i + k + 1]!]);
  });
  return out;
}

describe('families', () => {
  test('are told apart by name, and their words are asked one after the other', () => {
    expect(new Set(families).size).toBe(families.length);
    expect(new Set(familyList.map(({ order }) => order)).size).toBe(familyList.length);
    expect(familyList.map(({ asked }) => asked).sort((a, b) => a - b)).toEqual(families.map((_, i) => i + 1));
    // Shows keep these names: one that is missing here is a show that cannot be read.
    expect(families).toEqual([
      'profile',
      'fresnel',
      'plano-convex',
      'PAR',
      'flood',
      'cyc',
      'strip',
      'follow spot',
      'moving spot',
      'moving wash',
      'LED wash',
      'LED batten',
      'effect',
    ]);
  });

  test.each(families.map((name) => [name]))(
    '%s: an outline as wide as the type, with the clamp in it and the nose up the page',
    (name) => {
      const entry = familyEntry(name);
      const { outline, inner, solid } = entry.draw(400, 300, { field: 26, cells: 4 });
      const points = pointsOf(outline);
      const across = points.map(([x]) => x);
      const along = points.map(([, y]) => y);
      expect(Math.max(...across) - Math.min(...across)).toBeGreaterThan(300 * 0.9);
      expect(Math.max(...across)).toBeLessThan(150 * 1.2);
      expect(Math.min(...along)).toBeLessThan(0);
      expect(Math.max(...along)).toBeGreaterThan(0);
      expect(Math.max(...along) - Math.min(...along)).toBeLessThan(400 * 1.1);
      for (const [x, y] of [...pointsOf(solid), ...pointsOf(inner ?? [])]) {
        expect(Math.abs(x)).toBeLessThan(150 * 1.2);
        expect(y).toBeGreaterThan(Math.min(...along) - 50);
        expect(y).toBeLessThan(Math.max(...along) + 5);
      }
      expect(entry.noseFrom).toBeGreaterThan(0);
      expect(entry.noseFrom).toBeLessThan(1);
    },
  );
});
