/** Shutters by lines of the stage. Projection by plain geometry; the light that is left by the field that is computed. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, updating } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, Vec3 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { get, showOf } from '../model/show.js';
import { add, scaled } from '../space/vectors.js';
import { luxAt } from './field.js';
import { behindBlade, bladeAlong, blades, fromUnder } from './gate.js';
import {
  cutToLine,
  inGate,
  lensViewOf,
  lineInGate,
  shutterOf,
  shuttersDoubtful,
  withOptics,
  withShutter,
  zoomFor,
} from './shutters.js';
import { anglesOf, sourceOf } from './source.js';

/** From a pipe at 6.5 m, 3 m upstage, down to a face on the centre line at the edge of the stage. */
const front = makeFixture(idOf(100), fixtureLayer, plainType, pipe, 5000, { aim: { kind: 'point', at: [0, -1500, 1500] } });
const show = showOf(SHOW, [...baseRecords, front]);

describe('through the lens', () => {
  const view = lensViewOf(show, front);
  test('the aim is in the middle, what lies on the edge of the field on the circle of radius 1', () => {
    const aim = inGate(view, [0, -1500, 1500]);
    expect([aim.x, aim.y]).toEqual([expect.closeTo(0, 9), expect.closeTo(0, 9)]);
    for (const [x, y] of [
      [1, 0],
      [0, 1],
      [-0.6, 0.8],
    ] as const) {
      const point = add(
        view.at,
        scaled(add(view.beam, add(scaled(view.right, x * view.edge), scaled(view.up, y * view.edge))), 4000),
      );
      expect([inGate(view, point).x, inGate(view, point).y]).toEqual([expect.closeTo(x, 9), expect.closeTo(y, 9)]);
    }
    expect(view.edge).toBeCloseTo(Math.tan((13 * Math.PI) / 180), 9);
  });
  test('higher is up; stage right is to the right of a light that looks to the house', () => {
    expect(inGate(view, [0, -1500, 2000]).y).toBeGreaterThan(0);
    expect(inGate(view, [-500, -1500, 1500]).x).toBeGreaterThan(0);
  });
  test('of a line what lies behind the lens is left out', () => {
    expect(lineInGate(view, [0, 9000, 6000], [100, 9500, 6000])).toBeNull();
    const [, end] = lineInGate(view, [0, 9000, 9000], [0, -1500, 1500])!;
    expect(Math.hypot(...end)).toBeCloseTo(0, 6);
  });
});

describe('cut to a line', () => {
  test('to the edge of the stage: light up to it, and none beyond', () => {
    const cut = cutToLine(show, front, [-9000, -3800, 0], [9000, -3800, 0])!;
    expect(cut.blade).toBe('up');
    const after = apply(show, updating([[front, cut.fixture]]));
    const source = sourceOf(after, get(after, 'fixture', front.id))!;
    const lux = (y: number) => luxAt(source, [0, y, 0], [0, 0, 1]);
    expect(lux(-3740)).toBeGreaterThan(lux(-3860) * 5);
    expect(lux(-4400)).toBe(0);
    expect(lux(-3000)).toBeGreaterThan(10);
  });
  test('the edge of the blade lies on the line, whichever blade it is; the middle stays lit (law)', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (turn, off, length) => {
          // Beyond this it meets the axis of the blade that could follow it outside the field.
          const across = Math.abs((((turn % 90) + 135) % 90) - 45);
          fc.pre(off <= Math.cos((across * Math.PI) / 180) - 1e-9);
          const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
          const p = [c * off - s * length, s * off + c * length] as const;
          const q = [c * off + s * length, s * off - c * length] as const;
          const set = bladeAlong(p, q)!;
          expect(set).not.toBeNull();
          for (const [x, y] of [p, q]) expect(behindBlade(set.blade, set.depth, set.angle, x, y)).toBeCloseTo(0, 6);
          expect(behindBlade(set.blade, set.depth, set.angle, 0, 0)).toBeLessThan(0);
          expect(Math.abs(set.angle)).toBeLessThanOrEqual(45 + 1e-6);
        },
      ),
    ));
  test('a line through the middle, one without a length and one outside the field are cut by no blade', () => {
    expect(bladeAlong([0, 0.5], [0, 0.5])).toBeNull();
    expect(bladeAlong([-1, 1.2], [1, 1.2])).toBeNull();
    // At 40 degrees through the corner of the field: on the blade's axis it lies outside.
    expect(bladeAlong([0, 1.05], [1.05 / Math.tan((40 * Math.PI) / 180), 0])).toBeNull();
    expect(cutToLine(show, front, [0, 9000, 6500], [0, 9500, 6500])).toBeNull();
  });
  test('frames of the blades go back and forth', () => {
    for (const blade of blades) {
      const [x, y] = fromUnder(blade, 0.3, 1);
      // A blade that is all the way out ends on the circle on its side.
      expect(behindBlade(blade, 0, 0, x, y)).toBeCloseTo(0, 12);
    }
  });
});

test('the zoom for an edge is the one that has it there; beyond its ends the end; frost counts; a type without one has none', () => {
  const zoomed = { ...plainType, zoom: { beam: 36, field: 50 } };
  const edge = (zoom: number, frost = 0) => Math.tan((anglesOf(zoomed, { zoom, frost }).field * Math.PI) / 360);
  for (const zoom of [0, 0.25, 0.5, 0.9, 1]) expect(zoomFor(zoomed, {}, edge(zoom))).toBeCloseTo(zoom, 2);
  expect(zoomFor(zoomed, { frost: 0.4 }, edge(0.5, 0.4))).toBeCloseTo(0.5, 2);
  expect([zoomFor(zoomed, {}, 0.01), zoomFor(zoomed, {}, 5)]).toEqual([0, 1]);
  expect(zoomFor(plainType, {}, 0.3)).toBeNull();
});

describe('set and in doubt', () => {
  const cut = withShutter(show, front, 'left', { depth: 0.2, angle: 5 });
  const now = apply(show, updating([[front, cut]]));
  test('a blade is set beside the others, and pulled out again nothing is left of it', () => {
    expect(shutterOf(cut, 'left')).toEqual({ depth: 0.2, angle: 5 });
    expect(shutterOf(cut, 'up')).toEqual({ depth: 0, angle: 0 });
    const both = withShutter(now, cut, 'up', { depth: 0.1, angle: 0 });
    expect(blades.map((blade) => shutterOf(both, blade).depth)).toEqual([0.1, 0, 0.2, 0]);
    expect(withShutter(now, cut, 'left', { depth: 0, angle: 0 })).toEqual(front);
    expect(withOptics(withOptics(front, { iris: 0.5 }), { iris: undefined })).toEqual(front);
  });
  test('where it stands nothing is in doubt; moved, or aimed elsewhere by more than 2 cm, it is; without blades never', () => {
    expect(shuttersDoubtful(now, cut)).toBe(false);
    const at = (more: Partial<Fixture>) =>
      shuttersDoubtful(apply(now, updating([[cut, { ...cut, ...more }]])), { ...cut, ...more });
    const aim = (x: number): Partial<Fixture> => ({ aim: { kind: 'point', at: [x, -1500, 1500] as Vec3 } });
    expect([at(aim(10)), at(aim(100)), at({ along: 5100 }), at({ notes: 'x' })]).toEqual([false, true, true, false]);
    expect(shuttersDoubtful(show, { ...front, along: 6000 })).toBe(false);
  });
});
