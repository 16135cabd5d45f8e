/** Upright planes that the show is looked at on: by themselves, so that who merely names one need not load what draws it. */
import type { Vec2, Vec3 } from '../model/records.js';
import { deg, rad } from '../space/vectors.js';

/** A plane through a point of the plan, and the bearing in which one looks at it: 180 looks to stage right, 90 upstage. */
export interface SectionView {
  readonly kind: 'section' | 'elevation';
  readonly at: Vec2;
  readonly look: number;
}
export const centreSection = (look: 0 | 180): SectionView => ({ kind: 'section', at: [0, 0], look });
export const frontElevation: SectionView = { kind: 'elevation', at: [0, 0], look: 90 };
/** The section on a line that was drawn on the plan, looking to its left or its right. */
export function sectionOn(a: Vec2, b: Vec2, side: 'left' | 'right'): SectionView {
  const bearing = deg(Math.atan2(b[1] - a[1], b[0] - a[0]));
  return { kind: 'section', at: a, look: bearing + (side === 'left' ? 90 : -90) };
}

/** x to the right as one looks (view direction x up), z, and how far beyond the plane. Source: reference calculations 1 (section). */
export function projected({ at, look }: SectionView, [x, y, z]: Vec3): { x: number; z: number; depth: number } {
  const [c, s] = [Math.cos(rad(look)), Math.sin(rad(look))];
  const [dx, dy] = [x - at[0], y - at[1]];
  return { x: dx * s - dy * c + 0, z, depth: dx * c + dy * s };
}
