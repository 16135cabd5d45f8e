/** Gobos in the gate: plain geometry of pictures, and the light that is left of them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { picture } from '#demo/gobos';
import { apply, updating } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Gobo } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { get, showOf } from '../model/show.js';
import { add, scaled } from '../space/vectors.js';
import { luxAt } from './field.js';
import { goboOf, type Plate, plateAt, plateOf, softened } from './gobo.js';
import { sourceOf } from './source.js';

const gobo = (code: string, light: (x: number, y: number) => number): Gobo => ({
  id: idOf(700 + code.length),
  kind: 'gobo',
  code,
  name: '',
  maker: '',
  picture: picture(light),
});
/** Light above and to the right alone. */
const corner = gobo('G 1', (x, y) => (x > 0 && y > 0 ? 1 : 0));
const front = makeFixture(idOf(100), fixtureLayer, plainType, pipe, 5000, {
  aim: { kind: 'point', at: [0, -1500, 1500] },
  gobo: 'g 1',
});
const show = showOf(SHOW, [...baseRecords, corner, front]);
const quarters = [
  [0.4, 0.4],
  [-0.4, 0.4],
  [-0.4, -0.4],
  [0.4, -0.4],
] as const;

describe('a plate', () => {
  const plate = plateOf(corner)!;
  const seen = (turn: number, from: Plate = plate) => quarters.map(([x, y]) => Math.round(plateAt(from, turn)(x, y)));
  test('stands as its picture does; turned it goes anticlockwise, by half a turn upside down', () => {
    expect(seen(0)).toEqual([1, 0, 0, 0]);
    expect(seen(90)).toEqual([0, 1, 0, 0]);
    expect(seen(180)).toEqual([0, 0, 1, 0]);
    expect(seen(-90)).toEqual([0, 0, 0, 1]);
    expect(plateAt(plate, 0)(1.2, 0.1)).toBe(0);
  });
  test('out of focus it keeps its light and is wider: half way where the edge was', () => {
    const soft = softened(plate, 0.2);
    const sum = ({ values }: Plate) => values.reduce((a, b) => a + b, 0);
    // A little of it runs over the rim.
    expect(sum(soft) / sum(plate)).toBeGreaterThan(0.97);
    expect(sum(soft) / sum(plate)).toBeLessThanOrEqual(1.001);
    expect(plateAt(plate, 0)(-0.1, 0.4)).toBe(0);
    expect(plateAt(soft, 0)(-0.1, 0.4)).toBeGreaterThan(0.05);
    expect(plateAt(soft, 0)(0, 0.4)).toBeCloseTo(0.5, 1);
    expect(softened(plate, 0)).toBe(plate);
  });
  test('a turn of the plate is a turn of the point (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -180, max: 180 }),
        fc.double({ min: 0, max: 0.9, noNaN: true }),
        fc.integer({ min: 0, max: 359 }),
        (turn, r, a) => {
          const at = (deg: number) => [r * Math.cos((deg * Math.PI) / 180), r * Math.sin((deg * Math.PI) / 180)] as const;
          const [x, y] = at(a);
          const [p, q] = at(a - turn);
          expect(plateAt(plate, turn)(x, y)).toBeCloseTo(plateAt(plate, 0)(p, q), 9);
        },
      ),
    ));
  test('a gobo without a picture, or with a damaged one, takes no light', () => {
    const { picture: _, ...bare } = corner;
    expect(plateOf(bare)).toBeNull();
    expect(plateOf({ ...corner, picture: 'AAAA' })).toBeNull();
    expect(goboOf(show, ' ')).toBeUndefined();
    expect(goboOf(show, 'G 2')).toBeUndefined();
  });
});

describe('in a lantern', () => {
  const lux = (more: object): number[] => {
    const now = apply(show, updating([[front, { ...front, ...more }]]));
    const s = sourceOf(now, get(now, 'fixture', front.id))!;
    const edge = Math.tan((plainType.field * Math.PI) / 360);
    return quarters.map(([x, y]) => {
      const point = add(s.at, add(scaled(s.beam, 5000), add(scaled(s.right, x * edge * 5000), scaled(s.up, y * edge * 5000))));
      return luxAt(s, point, scaled(s.beam, -1));
    });
  };
  test('its light falls where the picture is white, through a turn, and all of it where the gobo is unknown', () => {
    const [all] = lux({ gobo: '' });
    const near = (list: readonly number[]) => list.map((value) => Math.round(value / all!));
    expect(near(lux({}))).toEqual([1, 0, 0, 0]);
    expect(near(lux({ optics: { turn: 180 } }))).toEqual([0, 0, 1, 0]);
    expect(near(lux({ gobo: 'G 99' }))).toEqual([1, 1, 1, 1]);
    // Blades and gobo stand in one gate.
    expect(near(lux({ optics: { shutters: [0.5, 0, 0, 0].map((depth) => ({ depth, angle: 0 })) } }))).toEqual([0, 0, 0, 0]);
  });
  test('another picture of the same gobo is another light', () => {
    const now = apply(show, updating([[corner, { ...corner, picture: picture((x) => (x < 0 ? 1 : 0)) }]]));
    const s = sourceOf(now, get(now, 'fixture', front.id))!;
    expect(s).not.toBe(sourceOf(show, front));
    expect(s.kernel.values).not.toEqual(sourceOf(show, front)!.kernel.values);
  });
});
