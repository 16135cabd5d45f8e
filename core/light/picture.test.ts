/** Light of a picture: clouds are point by point what a surface is, fine tiles are what fine steps give, and what is kept is what is computed from nothing. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { meshOf } from '../draw/mesh.js';
import { isNear } from '../measure/near.arb.js';
import type { Vec3 } from '../model/records.js';
import { type Blocker, blockersInBeam, blockersOf, castBlockers, isBlocked, type Sheet } from './blockers.js';
import { type Cloud, cloudShare } from './cloud.js';
import { type Face, facesOf } from './faces.js';
import { luxAt, pointOf, shareOf, totalOf } from './field.js';
import { assembled, FINER, fineTiles } from './fine.js';
import { anySource, floor } from './light.arb.js';
import { litBy, looksOf } from './looks.js';
import { type Lit, Picture, toRgb } from './picture.js';
import { type Source, sourceOf } from './source.js';
import { linearOf } from './srgb.js';

const plain = (step: number): Face => ({
  ...floor(step),
  normal: [0, 0, 1],
  wide: 12000,
  high: 9000,
  of: null,
  paint: { colour: '#808080' },
});
const sheet = (x: number): Sheet => ({
  form: 'sheet',
  id: `s${x}`,
  name: 's',
  a: [x, 2000],
  b: [x + 3000, 2500],
  low: 0,
  high: 4000,
});
const anyCloud = fc
  .array(
    fc.tuple(
      fc.integer({ min: -5000, max: 5000 }),
      fc.integer({ min: 0, max: 7000 }),
      fc.integer({ min: 0, max: 2500 }),
      fc.integer({ min: 0, max: 5 }),
    ),
    {
      minLength: 1,
      maxLength: 12,
    },
  )
  .map((points): Cloud => {
    const faces: Vec3[] = [
      [1, 0, 0],
      [-1, 0, 0],
      [0, 1, 0],
      [0, -1, 0],
      [0, 0, 1],
      [0, 0, -1],
    ];
    return {
      id: 'c',
      places: Float32Array.from(points.flatMap(([x, y, z]) => [x, y, z + 0])),
      normals: Float32Array.from(points.flatMap(([, , , k]) => faces[k]!)),
    };
  });

describe('clouds', () => {
  test('each point has what a face there has, and none behind a sheet; its own sheets do not hide it (law)', () =>
    fc.assert(
      fc.property(anySource, anyCloud, fc.integer({ min: -4000, max: 3000 }), (source, cloud, x) => {
        const blockers: Blocker[] = [sheet(x), { ...sheet(x + 500), id: 'c' }];
        const share = cloudShare(source, cloud, blockers);
        for (let i = 0; i < cloud.places.length / 3; i++) {
          const n: Vec3 = [cloud.normals[3 * i]!, cloud.normals[3 * i + 1]!, cloud.normals[3 * i + 2]!];
          const at: Vec3 = [
            cloud.places[3 * i]! + 2 * n[0],
            cloud.places[3 * i + 1]! + 2 * n[1],
            cloud.places[3 * i + 2]! + 2 * n[2],
          ];
          const lux = isBlocked([blockers[0]!], source.at, at) ? 0 : luxAt(source, at, n);
          isNear(share?.[i] ?? 0, lux, 1e-3 + lux * 1e-6);
        }
      }),
    ));
  test('what a beam cannot touch is never in its way (law)', () =>
    fc.assert(
      fc.property(anySource, fc.integer({ min: -6000, max: 6000 }), (source, x) => {
        const all = [sheet(x)];
        const near = blockersInBeam(all, source.at, source.beam, source.kernel.cosEdge);
        const surface = floor(700);
        const whole = totalOf(
          surface,
          [shareOf(source, surface, all)].flatMap((share) => (share ? [{ share, output: 1, xyz: [1, 1, 1] as const }] : [])),
        );
        // Brute force: every point by a ray to every sheet.
        whole.forEach((lux, k) => {
          const point = pointOf(surface, k % surface.across, Math.floor(k / surface.across));
          const open = luxAt(source, point, [0, 0, 1]);
          if (near.length === 0) isNear(lux, open, 1e-3 + open * 1e-5);
        });
      }),
      { numRuns: 60 },
    ));
});

describe('fine steps', () => {
  test('tiles hold what the whole surface has in fine steps; between coarse points it is even (law)', () =>
    fc.assert(
      fc.property(anySource, (source) => {
        const [coarse, fine] = [floor(500), floor(500 / FINER)];
        const light = (surface: typeof coarse) =>
          totalOf(
            surface,
            [shareOf(source, surface)].flatMap((share) => (share ? [{ share, output: 1, xyz: [1, 1, 1] as const }] : [])),
          );
        const three = (list: Float32Array) => Float32Array.from({ length: list.length * 3 }, (_, k) => list[Math.floor(k / 3)]!);
        const rough = light(coarse);
        const whole = light(fine);
        const tiles = fineTiles(coarse, rough);
        const out = assembled(
          coarse,
          three(rough),
          tiles.map((tile) => ({ tile, values: three(light(tile.surface as typeof coarse)) })),
        );
        for (const { i, j, surface } of tiles)
          for (let y = 0; y < surface.rows; y += 3)
            for (let x = 0; x < surface.across; x += 3) {
              const k = (j * FINER + y) * fine.across + i * FINER + x;
              isNear(out[3 * k], whole[k], 1e-3 + whole[k]! * 1e-4);
            }
        // Where there are no tiles it lies between the coarse points round about.
        const tiled = new Set(tiles.map(({ i, j }) => `${i},${j}`));
        for (let y = 2; y < fine.rows - 2; y += 5)
          for (let x = 2; x < fine.across - 2; x += 5) {
            const [i, j] = [Math.floor((x + 0.5) / FINER - 0.5), Math.floor((y + 0.5) / FINER - 0.5)];
            if (tiled.has(`${16 * Math.floor(x / FINER / 16)},${16 * Math.floor(y / FINER / 16)}`)) continue;
            const round = [0, 1, coarse.across, coarse.across + 1].map((k) => rough[j * coarse.across + i + k]!);
            const value = out[3 * (y * fine.across + x)]!;
            const [least, most] = [Math.min(...round), Math.max(...round)];
            isNear(value, (least + most) / 2, (most - least) / 2 + 1e-3);
          }
      }),
      { numRuns: 10 },
    ));
  test('an even surface has no tiles, nor a dark one', () => {
    const surface = floor(500);
    expect(fineTiles(surface, new Float32Array(surface.across * surface.rows).fill(300))).toEqual([]);
    expect(fineTiles(surface, new Float32Array(surface.across * surface.rows))).toEqual([]);
  });
});

/** All that a picture gives, by face and cloud: the last of each is the finest. */
function taken(
  picture: Picture,
  lit: readonly (readonly [string, number])[],
  fine = true,
): { light: Map<string, Lit>; exposure: number } {
  const light = new Map<string, Lit>();
  const steps = picture.work(lit, fine);
  for (;;) {
    const step = steps.next();
    if (step.done) return { light, exposure: step.value };
    if (step.value) light.set(step.value.id, step.value);
  }
}
const act = fc.oneof(
  fc.record({ what: fc.constant('put' as const), at: fc.nat(2), source: anySource }),
  fc.record({ what: fc.constant('level' as const), at: fc.nat(2), to: fc.double({ min: 0, max: 1, noNaN: true }) }),
  fc.record({ what: fc.constant('cloth' as const), x: fc.integer({ min: -4000, max: 2000 }) }),
  fc.record({ what: fc.constant('cloud' as const), cloud: anyCloud }),
);
describe('a picture that is kept up', () => {
  test('after any edits it is the one that is computed from nothing (law)', () =>
    fc.assert(
      fc.property(anySource, anyCloud, fc.array(act, { minLength: 1, maxLength: 6 }), (first, cloud, acts) => {
        const faces = [plain(1500)];
        const sources = new Map<string, Source>([['0', { ...first, id: '0' }]]);
        const levels = new Map<string, number>();
        let [blockers, clouds]: [readonly Blocker[], readonly Cloud[]] = [[], [cloud]];
        const kept = new Picture();
        kept.take({ fresh: [...sources.values()], gone: [], blockers, faces, clouds });
        for (const one of acts) {
          const fresh: Source[] = [];
          let way: readonly Blocker[] | null = null;
          if (one.what === 'put') {
            const source = { ...one.source, id: String(one.at) };
            fresh.push(source);
            sources.set(source.id, source);
          } else if (one.what === 'level') levels.set(String(one.at), one.to);
          else if (one.what === 'cloth') way = blockers = [sheet(one.x)];
          else clouds = [one.cloud];
          kept.take({ fresh, gone: [], blockers: way, faces, clouds });
          const lit = [...sources.keys()].map((id) => [id, levels.get(id) ?? 1] as const);
          const now = taken(kept, lit);
          const anew = new Picture();
          anew.take({ fresh: [...sources.values()], gone: [], blockers, faces, clouds });
          const whole = taken(anew, lit);
          expect(now.exposure).toBeCloseTo(whole.exposure, 9);
          expect([...now.light.keys()].sort()).toEqual([...whole.light.keys()].sort());
          for (const [id, { rgb, across }] of whole.light) {
            const mine = now.light.get(id)!;
            expect([mine.across, mine.rgb.length]).toEqual([across, rgb.length]);
            rgb.forEach((value, k) => {
              isNear(mine.rgb[k], value, 1e-2 + Math.abs(value) * 1e-5);
            });
          }
        }
      }),
      { numRuns: 10 },
    ));
  test('the demo: every lit face has a light of its own size, people cast shadows, and white light is white', () => {
    const show = makeDemo();
    const { faces, rounds } = facesOf(show);
    const picture = new Picture();
    // A few of them: what is computed is the same, and it is not the bench.
    const lit = litBy(show, looksOf(show)[2]!).filter(
      ({ 0: { purpose } }) => purpose === 'Front straight' || purpose === 'Top warm',
    );
    const clouds = rounds.map(({ id, bodies }) => {
      const { places, normals } = meshOf(bodies, 400);
      return { id, places, normals };
    });
    const sources = lit.flatMap(([fixture]) => sourceOf(show, fixture) ?? []);
    const outputs = lit.map(([{ id }, output]) => [id, output] as const);
    const still = blockersOf(show);
    picture.take({ fresh: sources, gone: [], blockers: [...still, ...castBlockers(show)], faces, clouds });
    const { light, exposure } = taken(picture, outputs, false);
    expect(exposure).toBeGreaterThan(1e-4);
    expect(exposure).toBeLessThan(1);
    for (const { id, across, rows, rgb } of light.values()) expect([id, rgb.length]).toEqual([id, across * rows * 3]);
    const stage = faces.find(({ id, of }) => id.endsWith(' floor') && of && faces.length > 0 && light.get(id)!.across > 0)!;
    const sum = (of: Map<string, Lit>) => of.get(stage.id)!.rgb.reduce((all, value) => all + value, 0);
    const empty = new Picture();
    empty.take({ fresh: sources, gone: [], blockers: still, faces, clouds });
    expect(sum(light)).toBeLessThan(sum(taken(empty, outputs, false).light) * 0.9999);
    const [r, g, b] = toRgb(Float32Array.from([95.047, 100, 108.883]));
    const [lr, lg, lb] = linearOf([95.047, 100, 108.883]);
    expect([r! / 100, g! / 100, b! / 100].map((value) => Math.round(value * 1e4))).toEqual(
      [lr, lg, lb].map((value) => Math.round(value * 1e4)),
    );
  });
});
