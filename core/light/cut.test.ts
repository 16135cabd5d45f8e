/** What cuts a beam. By hand, the half plane of a round field (plain geometry), and in the demo's house. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { wrongSnags } from '../audit/snags.js';
import { apply, edit } from '../model/change.js';
import type { Masking } from '../model/records.js';
import { all } from '../model/show.js';
import { twoAngleProfile } from './beam.js';
import { type Blocker, blockedBy, blockersNear, type Sheet } from './blockers.js';
import { cutIn, cutOf, cutSaid, stoppedAt } from './cut.js';
import { anySource, sourceWith } from './light.arb.js';

/** A lens at the height of a head that looks up the stage. */
const level = sourceWith(twoAngleProfile(18, 26), 40, 10_000, [0, 0, 3000], [0, 1, 0]);
const sheet = (more: Partial<Sheet>): Sheet => ({
  form: 'sheet',
  id: 'b',
  name: 'Border 2',
  a: [-9000, 4000],
  b: [9000, 4000],
  low: 3000,
  high: 9000,
  ...more,
});

describe('what cuts a beam', () => {
  test('a border whose edge is on the axis takes half; one above the field nothing; one over all of it everything', () => {
    // The rays on the very edge count as hidden: a few of the 216.
    expect(Math.abs(cutOf(level, 8000, [sheet({})])!.share - 0.5)).toBeLessThan(0.03);
    expect(cutOf(level, 8000, [sheet({ low: 3000 + 4000 * Math.tan((14 * Math.PI) / 180) })])).toBeNull();
    expect(cutOf(level, 8000, [sheet({ low: 0 })])!.share).toBe(1);
  });
  test('beyond the aim nothing is in its way', () => {
    expect(cutOf(level, 3900, [sheet({ low: 0 })])).toBeNull();
    expect(cutOf(level, 8000, [])).toBeNull();
  });
  test('of two the nearer one is told for what both would take; most first', () => {
    const cut = cutOf(level, 8000, [sheet({}), sheet({ id: 'l', name: 'Leg', a: [0, 2000], b: [9000, 2000], low: 0 })])!;
    expect(cut.by.map(({ name }) => name)).toEqual(['Leg', 'Border 2']);
    expect(Math.abs(cut.by[0]!.share - 0.5)).toBeLessThan(0.03);
    expect(Math.abs(cut.share - 0.75)).toBeLessThan(0.03);
    expect(cutSaid(cut)).toMatch(/^cut by Leg, Border 2, 7[3-8] % of the field$/);
    expect(cutSaid({ by: ['a', 'b', 'c', 'd', 'e'].map((name) => ({ id: name, name, share: 0.001 })), share: 0.005 })).toBe(
      'cut by a, b, c and 2 more, 1 % of the field',
    );
  });
  test('what does not reach into the box round some points is met by no line between them (law)', () => {
    const figure = fc.integer({ min: -40, max: 40 });
    const point = fc.tuple(figure, figure, figure);
    const flat = fc.tuple(figure, figure);
    const upright = fc
      .record({ a: flat, b: flat, low: figure, tall: fc.integer({ min: 0, max: 30 }) })
      .map(({ a, b, low, tall }): Blocker => sheet({ id: `${a} ${b}`, a, b, low, high: low + tall }));
    const level = fc.tuple(flat, fc.integer({ min: 1, max: 30 }), figure).map(
      ([[x, y], side, z]): Blocker => ({
        form: 'plate',
        id: `${x} ${y} ${z}`,
        name: 'p',
        z,
        points: [
          [x, y],
          [x + side, y],
          [x + side, y + side],
          [x, y + side],
        ],
        box: [x, y, x + side, y + side],
      }),
    );
    let fewer = 0;
    fc.assert(
      fc.property(
        fc.array(fc.oneof(upright, level), { maxLength: 20 }),
        point,
        fc.array(point, { minLength: 1, maxLength: 5 }),
        (blockers, from, ends) => {
          const near = blockersNear(blockers, [from, ...ends]);
          if (near.length < blockers.length) fewer++;
          for (const end of ends) expect(blockedBy(near, from, end)).toBe(blockedBy(blockers, from, end));
        },
      ),
      { numRuns: 500 },
    );
    expect(fewer).toBeGreaterThan(50);
  });
  test('shares are shares, and more in the way never leaves more light (law)', () =>
    fc.assert(
      fc.property(anySource, fc.integer({ min: -3000, max: 3000 }), fc.integer({ min: 0, max: 5000 }), (source, x, low) => {
        const one = sheet({ a: [x, 1000], b: [x + 4000, 3000], low });
        const two = sheet({ id: 'c', name: 'c', a: [x - 2000, 2000], b: [x + 1000, 2500], low: 1000 });
        const [a, b] = [cutOf(source, 7000, [one])?.share ?? 0, cutOf(source, 7000, [one, two])?.share ?? 0];
        expect(a).toBeGreaterThanOrEqual(0);
        expect(b).toBeLessThanOrEqual(1 + 1e-9);
        expect(b).toBeGreaterThanOrEqual(a - 1e-9);
      }),
    ));
});

describe('in the demo', () => {
  const demo = makeDemo();
  const front = all(demo, 'fixture').find(({ parts }) => parts[0]!.channel === '8')!;
  test('where it is stopped lies on what stops it, as many rays as the share says', () => {
    const border = all(demo, 'masking').find(({ name }) => name === 'Border 1')!;
    const low = apply(demo, edit([border], { z: 4000, height: 3000 }));
    const fixture = all(low, 'fixture').find((one) => {
      const cut = cutIn(low, one);
      return cut?.by[0]?.id === border.id && cut.share > 0.3;
    })!;
    const points = stoppedAt(low, fixture);
    expect(points.length).toBeGreaterThan(10);
    const on = points.filter(([, y, z]) => Math.abs(y - border.at[1]) < 1 && z >= 3999 && z <= 7001);
    expect(on.length / points.length).toBeGreaterThan(0.5);
    const free = all(demo, 'fixture').find((one) => one.aim !== null && cutIn(demo, one) === null)!;
    expect(stoppedAt(demo, free)).toEqual([]);
  });
  test('a border that comes in before LX 1 is told; light that is aimed at a cloth is not cut by it', () => {
    expect(cutIn(demo, front)).toBeNull();
    const border = all(demo, 'masking').find(({ name }) => name === 'Border 1')!;
    const low = apply(demo, edit<Masking>([border], { at: [0, 1350], z: 5200 }));
    const cut = cutIn(low, front)!;
    expect(cut.by[0]!.name).toBe('Border 1');
    expect(cut.share).toBeGreaterThan(0.5);
    const told = (of: typeof demo) => wrongSnags(of).filter(({ code }) => code === 'beam cut').length;
    expect([told(demo), told(low) > 5]).toEqual([0, true]);
    const backing = all(demo, 'fixture').find(({ purpose }) => purpose === 'Window backing')!;
    expect((cutIn(demo, backing)?.by ?? []).map(({ name }) => name)).not.toContain('Cyc');
  });
  test('what has no aim has nothing cut', () => {
    const idle = all(demo, 'fixture').find(({ aim }) => aim === null)!;
    expect(cutIn(demo, idle)).toBeNull();
  });
});
