/** Where a show is measured. Plain geometry; the grid by reference calculations 6. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import type { FocusArea } from '../model/records.js';
import { fixtureLayer, idOf } from '../model/show.arb.js';
import { all } from '../model/show.js';
import { insideArea } from '../space/areas.js';
import { pointOf } from './field.js';
import { areaFigures, areaLight, areaPlane, stagePlane } from './planes.js';
import { xyzOfHex } from './srgb.js';

const demo = makeDemo();
const area: FocusArea = { id: idOf(1), kind: 'area', layer: fixtureLayer, name: 'A', at: [1000, 2000, 1700], size: 2000 };

test('the plane of the stage lies over all areas, at its height, and looks where it is told', () => {
  const plane = stagePlane(demo, 1500, 'the house', 100);
  const far = pointOf(plane, plane.across - 1, plane.rows - 1);
  for (const { at, name } of all(demo, 'area').filter((item) => item.at[1] < 7000)) {
    expect([name, at[0] > plane.corner[0] && at[0] < far[0] && at[1] > plane.corner[1] && at[1] < far[1]]).toEqual([name, true]);
  }
  expect(plane.corner[2]).toBe(1500);
  expect([stagePlane(demo, 0, 'up', 100).normal, plane.normal, stagePlane(demo, 0, 'all round', 100).normal]).toEqual([
    [0, 0, 1],
    [0, -1, 0],
    'round',
  ]);
});
test('an area has its own plane at its own height: twelve points across, a half metre apart at most', () => {
  const plane = areaPlane(area, 'up');
  expect(plane.corner[2]).toBe(1700);
  expect(plane.step).toBeLessThanOrEqual(2000 / 12 + 1);
  expect(areaPlane({ ...area, size: 20_000 }, 'up').step).toBe(500);
  const middle = [0, 1].map((i) => (pointOf(plane, 0, 0)[i]! + pointOf(plane, plane.across - 1, plane.rows - 1)[i]!) / 2);
  expect(middle.map(Math.round)).toEqual([1000, 2000]);
});
test('its figures are of the points inside it alone; of one too thin for any, of all', () => {
  const plane = areaPlane(area, 'up');
  const lux: number[] = Array.from({ length: plane.across * plane.rows }, (_, k) => {
    const [x, y] = pointOf(plane, k % plane.across, Math.floor(k / plane.across));
    return insideArea(area, [x, y]) ? 100 : 9999;
  });
  lux[Math.floor(lux.length / 2) + Math.floor(plane.across / 2)] = 40;
  const figures = areaFigures(area, plane, lux)!;
  expect([figures.most, figures.least]).toEqual([100, 40]);
  expect(figures.even).toBeCloseTo(40 / figures.average, 9);
  const thin: FocusArea = {
    ...area,
    shape: 'polygon',
    points: [
      [0, 0],
      [1000, 0],
      [2000, 0],
    ],
  };
  expect(areaFigures(thin, areaPlane(thin, 'up'), [1, 2, 3, 4])).toMatchObject({ least: 1, most: 4 });
});
test('the colour of an area is that of its light together: red and green of the same strength are the yellow between; dark it has none', () => {
  const plane = areaPlane(area, 'up');
  const whole = {
    i: 0,
    j: 0,
    across: plane.across,
    rows: plane.rows,
    lux: new Float32Array(plane.across * plane.rows).fill(100),
  };
  const of = (hex: string): readonly [number, number, number] => {
    const [X, Y, Z] = xyzOfHex(hex);
    return [X / Y, 1, Z / Y];
  };
  const lit = (hex: string, output: number) => ({ share: whole, output, xyz: of(hex) });
  expect(areaLight(area, plane, [lit('#ff0000', 0.5)])).toMatchObject({
    average: 50,
    even: 1,
    xyz: of('#ff0000').map((value) => expect.closeTo(value, 6)),
  });
  const [r, g] = [xyzOfHex('#ff0000')[1], xyzOfHex('#00ff00')[1]];
  // In the shares in which yellow has them.
  expect(areaLight(area, plane, [lit('#ff0000', r / 100), lit('#00ff00', g / 100)])!.xyz).toEqual(
    of('#ffff00').map((value) => expect.closeTo(value, 6)),
  );
  expect(areaLight(area, plane, [lit('#ff0000', 0)])!.xyz).toBeNull();
});
