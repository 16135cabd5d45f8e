/** The field that is kept up is the field that is computed from nothing. Brute force; mirror images by reference calculations 3. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isNear } from '../measure/near.arb.js';
import type { Vec3 } from '../model/records.js';
import type { Sheet } from './blockers.js';
import { shareOf, totalOf } from './field.js';
import { anySource, floor } from './light.arb.js';
import { Shares } from './shares.js';
import type { Source } from './source.js';

const sheet = (x: number): Sheet => ({
  form: 'sheet',
  id: 's',
  name: 's',
  a: [x, 2000],
  b: [x + 4000, 2500],
  low: 0,
  high: 4000,
});
const face = floor(1000, { id: 'face', corner: [-6000, -1000, 1500], normal: [0, -1, 0] });
const surfaces = [floor(1000), face];
const act = fc.oneof(
  fc.record({ what: fc.constant('put' as const), at: fc.nat(4), source: anySource }),
  fc.record({ what: fc.constant('take' as const), at: fc.nat(4) }),
  fc.record({ what: fc.constant('level' as const), at: fc.nat(4), to: fc.double({ min: 0, max: 1, noNaN: true }) }),
  fc.record({ what: fc.constant('cloth' as const), x: fc.integer({ min: -4000, max: 2000 }) }),
  fc.record({ what: fc.constant('height' as const), z: fc.integer({ min: 0, max: 2000 }) }),
);

describe('shares that are kept', () => {
  test('after any edits the field is the one that is computed from nothing (law)', () =>
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 12 }), (acts) => {
        const shares = new Shares();
        const sources = new Map<string, Source>();
        const levels = new Map<string, number>();
        let blockers: readonly Sheet[] = [];
        let now = surfaces;
        for (const one of acts) {
          const fresh: Source[] = [];
          const gone: string[] = [];
          let way: readonly Sheet[] | null = null;
          if (one.what === 'put') {
            const source = { ...one.source, id: String(one.at) };
            fresh.push(source);
            sources.set(source.id, source);
            if (!levels.has(source.id)) levels.set(source.id, 1);
          } else if (one.what === 'take') {
            gone.push(String(one.at));
            sources.delete(String(one.at));
          } else if (one.what === 'level') levels.set(String(one.at), one.to);
          else if (one.what === 'cloth') way = blockers = [sheet(one.x)];
          else now = [floor(1000), { ...face, corner: [face.corner[0], face.corner[1], one.z] as Vec3 }];
          shares.take({ fresh, gone, blockers: way, surfaces: now });
          const outputs = [...sources.keys()].map((id) => [id, levels.get(id) ?? 0] as const);
          for (const surface of now) {
            const kept = shares.total(surface, outputs);
            const whole = totalOf(
              surface,
              outputs.flatMap(([id, output]) => {
                const share = shareOf(sources.get(id)!, surface, blockers);
                return share ? [{ share, output, xyz: [1, 1, 1] as const }] : [];
              }),
            );
            kept.forEach((lux, k) => {
              isNear(lux, whole[k], 0.02 + whole[k]! * 1e-5);
            });
          }
        }
      }),
      { numRuns: 60 },
    ));
  test('a level costs no share, a moved unit one a surface, a cloth all of them', () =>
    fc.assert(
      fc.property(fc.array(anySource, { minLength: 3, maxLength: 3 }), anySource, (three, other) => {
        const shares = new Shares();
        const sources = three.map((source, i) => ({ ...source, id: String(i) }));
        const ask = (news: Partial<Parameters<Shares['take']>[0]>) => {
          const before = shares.computed;
          shares.take({ fresh: [], gone: [], blockers: null, surfaces, ...news });
          for (const surface of surfaces)
            shares.lit(
              surface,
              sources.map(({ id }) => [id, 0.5] as const),
            );
          return shares.computed - before;
        };
        expect(ask({ fresh: sources })).toBe(6);
        expect(ask({})).toBe(0);
        expect(ask({ fresh: [{ ...other, id: '1' }] })).toBe(2);
        expect(ask({ blockers: [sheet(0)] })).toBe(6);
        // A surface that is asked for no more is let go, and computed anew when it is back.
        expect(ask({ surfaces: [face] })).toBe(3);
      }),
      { numRuns: 20 },
    ));
  test('levels that change one by one add up to the sum of all, however often (law)', () =>
    fc.assert(
      fc.property(
        fc.array(anySource, { minLength: 6, maxLength: 6 }),
        fc.array(fc.tuple(fc.nat(5), fc.double({ min: 0, max: 1, noNaN: true })), { minLength: 60, maxLength: 80 }),
        (six, changes) => {
          const shares = new Shares();
          const fresh = six.map((source, i) => ({ ...source, id: String(i) }));
          const [surface] = surfaces as [typeof face];
          shares.take({ fresh, gone: [], blockers: null, surfaces });
          const levels = new Map(fresh.map(({ id }) => [id, 1]));
          let last = shares.total(surface, [...levels]);
          const first = last;
          for (const [i, to] of changes) {
            levels.set(String(i), to);
            last = shares.total(surface, [...levels]);
          }
          // After so many it was added up anew.
          expect(last).not.toBe(first);
          const whole = totalOf(surface, shares.lit(surface, [...levels]));
          const most = Math.max(...whole);
          last.forEach((lux, k) => {
            isNear(lux, whole[k], 0.02 + most * 1e-5);
          });
        },
      ),
      { numRuns: 4 },
    ));
  test('the mirror image of a source lights the mirror image of the floor (law)', () =>
    fc.assert(
      fc.property(anySource, (source) => {
        const flip = ([x, y, z]: Vec3): Vec3 => [-x, y, z];
        const image: Source = {
          ...source,
          at: flip(source.at),
          beam: flip(source.beam),
          right: flip(source.right),
          up: flip(source.up),
        };
        const [plain] = surfaces as [typeof face];
        const lux = (of: Source) =>
          totalOf(
            plain,
            [{ share: shareOf(of, plain), output: 1, xyz: [1, 1, 1] as const }].flatMap(({ share, ...rest }) =>
              share ? [{ share, ...rest }] : [],
            ),
          );
        const [there, here] = [lux(image), lux(source)];
        here.forEach((value, k) => {
          const [i, j] = [k % plain.across, Math.floor(k / plain.across)];
          isNear(there[j * plain.across + plain.across - 1 - i], value, 1e-3 + value * 1e-4);
        });
      }),
      { numRuns: 60 },
    ));
});
