/** Sources for the tests of light: one with any profile, in a direction. */
import fc from 'fast-check';
import type { Vec3 } from '../model/records.js';
import { axesOfBeam } from '../space/axes.js';
import { scaled, unit } from '../space/vectors.js';
import { type Profile, twoAngleProfile } from './beam.js';
import type { Surface } from './field.js';
import type { Source } from './source.js';

/** A source of a profile up to a half angle, made here and not by the program. */
export function sourceWith(profile: Profile, end: number, candela: number, at: Vec3, towards: Vec3, id = 's'): Source {
  const beam = unit(towards);
  const { u, v } = axesOfBeam(beam, 0);
  const cosEdge = Math.cos((end * Math.PI) / 180);
  const n = 1024;
  const values = Float32Array.from({ length: n }, (_, i) =>
    profile((Math.acos(Math.min(1, cosEdge + ((1 - cosEdge) * i) / (n - 1))) * 180) / Math.PI),
  );
  return {
    id,
    at,
    beam,
    right: scaled(u, -1),
    up: [-v[0], -v[1], -v[2]],
    candela,
    kernel: { cosEdge, form: 'radial', values, n, half: 0 },
    xyz: [1, 1, 1],
  };
}
/** Any source over a stage. */
export const anySource = fc
  .record({
    at: fc.tuple(
      fc.integer({ min: -6000, max: 6000 }),
      fc.integer({ min: -4000, max: 9000 }),
      fc.integer({ min: 2000, max: 8000 }),
    ),
    to: fc.tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: 0, max: 7000 }), fc.integer({ min: 0, max: 1900 })),
    beam: fc.integer({ min: 8, max: 40 }),
    wider: fc.integer({ min: 12, max: 20 }),
    candela: fc.integer({ min: 1000, max: 200_000 }),
  })
  .map(({ at, to, beam, wider, candela }) =>
    sourceWith(twoAngleProfile(beam, (beam * wider) / 10), Math.min(85, beam * 2), candela, at, [
      to[0] - at[0],
      to[1] - at[1],
      to[2] - at[2],
    ]),
  );
/** A floor of 12 by 9 m. */
export const floor = (step: number, more: Partial<Surface> = {}): Surface => ({
  id: 'floor',
  corner: [-6000, -1000, 0],
  u: [1, 0, 0],
  v: [0, 1, 0],
  across: Math.round(12000 / step),
  rows: Math.round(9000 / step),
  step,
  normal: [0, 0, 1],
  ...more,
});
