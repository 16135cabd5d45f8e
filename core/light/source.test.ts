/** Fixtures as sources: lumens kept, colours by their filters, blades where they are pushed. Check value 6.13 of reference calculations 6; plain geometry. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Vec3 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, settingsOf, showOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { add, dot, scaled } from '../space/vectors.js';
import { peakOf } from './beam.js';
import { luxAt } from './field.js';
import { lookOf } from './filter.js';
import { blades } from './gate.js';
import { anglesOf, relativeAt, type Source, sourceOf, sourcesOf } from './source.js';

const zoomed: FixtureType = { ...plainType, id: idOf(60), name: 'Zoom', zoom: { beam: 36, field: 50 } };
const fixture = (more: Partial<Fixture> = {}, type = plainType): Fixture =>
  makeFixture(idOf(100), fixtureLayer, type, pipe, 5000, { aim: { kind: 'point', at: [0, -2000, 1500] }, ...more });
const source = (more: Partial<Fixture> = {}, type = plainType): Source => {
  const one = fixture(more, type);
  return sourceOf(showOf(SHOW, [...baseRecords.filter(({ id }) => id !== type.id), type, one]), one)!;
};
/** Lumens of a source by sums over rings of directions. */
function lumens({ candela, kernel }: Source): number {
  let sum = 0;
  const [n, m] = [800, 48];
  for (let i = 0; i < n; i++) {
    const gamma = ((i + 0.5) / n) * (Math.PI / 2);
    for (let k = 0; k < m; k++) {
      const turn = ((k + 0.5) / m) * 2 * Math.PI;
      const [x, y] = [Math.tan(gamma) * Math.cos(turn), Math.tan(gamma) * Math.sin(turn)];
      sum += (candela * relativeAt(kernel, Math.cos(gamma), x, y) * Math.sin(gamma) * (Math.PI / 2 / n) * 2 * Math.PI) / m;
    }
  }
  return sum;
}

describe('a source', () => {
  test('leaves its lens to its aim, right and up as one looks along it', () => {
    const s = source();
    const at = place(showOf(SHOW, [...baseRecords, fixture()]), fixture());
    expect([s.at, s.beam]).toEqual([at.lens, at.beam]);
    for (const [a, b] of [
      [s.right, s.up],
      [s.right, s.beam],
      [s.up, s.beam],
    ] as const)
      expect(dot(a, b)).toBeCloseTo(0, 9);
    expect(s.right[2]).toBeCloseTo(0, 9);
    expect(s.up[2]).toBeGreaterThan(0);
    // It looks to the house: stage right is to its right, as it is to an actor's.
    expect(s.right[0]).toBeCloseTo(-1, 9);
  });
  test('on the axis it has the peak of its type, at its beam half, at its field a tenth', () => {
    const s = source();
    expect(s.candela).toBeCloseTo(peakOf(plainType), 3);
    const relative = (gamma: number) => relativeAt(s.kernel, Math.cos((gamma * Math.PI) / 180), 0, 0);
    expect(relative(0)).toBeCloseTo(1, 3);
    expect(relative(plainType.beam / 2)).toBeCloseTo(0.5, 2);
    expect(relative(plainType.field / 2)).toBeCloseTo(0.1, 2);
    expect(relative(60)).toBe(0);
  });
  test('zoom and frost spread the same lumens over more; the zoom of a type without one does nothing', () => {
    const narrow = lumens(source({}, zoomed));
    expect(anglesOf(zoomed, { zoom: 0.5 })).toEqual({ beam: 27, field: 38 });
    // A whole frost spreads by 30 degrees, as a blur does: by the root of the sum of squares.
    expect(anglesOf(plainType, { frost: 1 })).toEqual({ beam: Math.hypot(18, 30), field: Math.hypot(26, 30) });
    for (const optics of [{ zoom: 0.5 }, { zoom: 1 }, { frost: 0.5 }, { zoom: 1, frost: 1 }]) {
      const s = source({ optics }, zoomed);
      expect(Math.abs(lumens(s) / narrow - 1)).toBeLessThan(0.01);
      expect(s.candela).toBeLessThan(source({}, zoomed).candela);
    }
    expect(source({ optics: { zoom: 1 } }).candela).toBe(source().candela);
  });
  test('a blade half in takes half the lumens, from the side that it stands for: on the stage the pool ends there', () => {
    const whole = lumens(source());
    for (const blade of blades) {
      const s = source({ optics: { shutters: blades.map((name) => ({ depth: name === blade ? 0.5 : 0, angle: 0 })) } });
      expect(Math.abs(lumens(s) / whole - 0.5)).toBeLessThan(0.01);
      const beside = (x: number, y: number): number => {
        const point: Vec3 = add(s.at, add(scaled(s.beam, 5000), add(scaled(s.right, x), scaled(s.up, y))));
        return luxAt(s, point, scaled(s.beam, -1));
      };
      const [dark, lit] = {
        up: [
          [0, 300],
          [0, -300],
        ],
        down: [
          [0, -300],
          [0, 300],
        ],
        left: [
          [-300, 0],
          [300, 0],
        ],
        right: [
          [300, 0],
          [-300, 0],
        ],
      }[blade] as [[number, number], [number, number]];
      expect([blade, beside(...dark)]).toEqual([blade, 0]);
      expect(beside(...lit)).toBeGreaterThan(100);
    }
  });
  test('an iris of a half leaves a quarter of a flat beam, and the axis as it was', () => {
    const flat: FixtureType = { ...plainType, beam: 25.9, field: 26 };
    const [open, half] = [source({}, flat), source({ optics: { iris: 0.5 } }, flat)];
    expect(lumens(half) / lumens(open)).toBeCloseTo(0.25, 1);
    expect(half.candela).toBe(open.candela);
  });
  test('6.13: what a filter and age leave: 1562.5 lx x 0.42 x 0.8 is 525', () => {
    const bare = showOf(SHOW, [...baseRecords, fixture()]);
    const settings = settingsOf(bare);
    const old = apply(bare, edit([settings], { maintenance: 0.8 }));
    expect(sourceOf(old, get(old, 'fixture', fixture().id))!.candela).toBeCloseTo(0.8 * sourceOf(bare, fixture())!.candela, 6);
    expect(1562.5 * 0.42 * 0.8).toBeCloseTo(525, 9);
  });
  test('spares and what gives no light are no sources; the same records give the same source', () => {
    const dark = { ...plainType, id: plainType.id, lumens: 0 };
    const show = showOf(SHOW, [...baseRecords.filter(({ id }) => id !== plainType.id), dark, fixture()]);
    expect(sourceOf(show, fixture())).toBeNull();
    const demo = makeDemo();
    const sources = sourcesOf(demo);
    expect(sources.length).toBe(all(demo, 'fixture').filter((one) => !one.spare && get(demo, 'type', one.type).field > 0).length);
    expect(sourcesOf(demo)).toEqual(sources);
    expect(sourcesOf(demo)[3]).toBe(sources[3]);
  });
  test('filters of the demo: as much light as they pass under a lamp of 3200 K, in their colour', () => {
    const demo = makeDemo();
    const warm = all(demo, 'fixture').find(({ purpose, parts }) => purpose === 'Front warm' && parts[0]!.colour === 'Sm 3a')!;
    const filter = all(demo, 'filter').find(({ code }) => code === 'Sm 3a')!;
    const type = get(demo, 'type', warm.type);
    const look = lookOf(filter);
    const s = sourceOf(demo, warm)!;
    expect(s.candela).toBeCloseTo(peakOf(type) * look.passes, 2);
    expect(s.xyz[1]).toBe(1);
    expect(s.xyz[0]).toBeCloseTo(look.xyz[0] / look.xyz[1], 9);
    expect(find(demo, 'fixture', s.id)).toBe(warm);
  });
});
