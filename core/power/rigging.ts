/**
 * What hangs on a position and what its points carry. Source: reference calculations 9. Two points by moments, more by the equation of three moments; a ring or a
 * chain is no beam: its points are given equal shares, and that is said.
 */
import type { Fixture, Position, Rigging } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { accessoriesOf } from '../patch/accessories.js';
import { curveLength } from '../space/curves.js';
import { type PointLoad, reactionsOf } from './beam.js';

/** Printed with every result (calculations 9). */
export const SAFETY_NOTE =
  'Estimate for planning only, made with ideal supports, no dynamic or height effects: a qualified rigger or engineer must confirm before anything is hung.';
/** Clamp and safety of a unit, kg (from memory). */
export const CLAMP = 1;

export interface Hung {
  readonly fixture: Fixture;
  readonly kg: number;
}
export interface PointCarries {
  readonly point: Rigging['points'][number];
  /** kg; less than nothing is uplift, which no wire can give. */
  readonly kg: number;
  readonly uplift: boolean;
  /** Beyond its limit, kg; 0 where it is not, or has none. */
  readonly over: number;
}
export interface RiggingLoads {
  /** kg of each. */
  readonly lanterns: number;
  readonly accessories: number;
  readonly clamps: number;
  readonly cable: number;
  readonly self: number;
  readonly total: number;
  /** Units whose type says no weight. */
  readonly without: number;
  readonly units: readonly Hung[];
  readonly how: 'by moments' | 'by three moments' | 'in equal shares' | 'one point' | 'no points';
  readonly points: readonly PointCarries[];
}

/** @param fixtures  those that hang there; spares hang too */
export function riggingLoads(show: Show, position: Position, fixtures: readonly Fixture[]): RiggingLoads {
  const { curve, rigging } = position;
  const metres = curveLength(curve) / 1000;
  const bare = fixtures.filter(({ type }) => !(get(show, 'type', type).weight > 0)).length;
  const units = fixtures.map((fixture): Hung & { readonly lantern: number; readonly more: number } => {
    const lantern = get(show, 'type', fixture.type).weight;
    const more = accessoriesOf(show, fixture).reduce((sum, { weight = 0 }) => sum + weight, 0);
    return { fixture, lantern, more, kg: lantern + more + CLAMP };
  });
  const sum = (of: (unit: (typeof units)[number]) => number) => units.reduce((all, unit) => all + of(unit), 0);
  const [self, cable] = [(rigging?.self ?? 0) * metres, (rigging?.cable ?? 0) * metres];
  const hung = sum(({ kg }) => kg);
  const total = hung + self + cable;
  const points = [...(rigging?.points ?? [])].sort((a, b) => a.along - b.along);
  const loads: PointLoad[] = units.map(({ fixture, kg }) => ({ at: fixture.along / 1000, kg }));
  const straight = curve.form === 'straight';
  const carried = ((): { how: RiggingLoads['how']; kg: readonly number[] } => {
    if (!points.length || curve.form === 'vertical') return { how: 'no points', kg: [] };
    if (points.length === 1) return { how: 'one point', kg: [total] };
    const at = points.map(({ along }) => along / 1000);
    const apart = at.every((value, i) => i === 0 || value - (at[i - 1] ?? 0) > 1e-3);
    if (!straight || !apart) return { how: 'in equal shares', kg: points.map(() => total / points.length) };
    const { kg } = reactionsOf({ length: metres, perMetre: (rigging?.self ?? 0) + (rigging?.cable ?? 0), loads }, at);
    return { how: points.length === 2 ? 'by moments' : 'by three moments', kg };
  })();
  return {
    lanterns: sum(({ lantern }) => lantern),
    accessories: sum(({ more }) => more),
    clamps: CLAMP * units.length,
    cable,
    self,
    total,
    without: bare,
    units: units.map(({ fixture, kg }) => ({ fixture, kg })),
    how: carried.how,
    points: carried.kg.flatMap((kg, i): PointCarries[] => {
      const point = points[i];
      if (!point) return [];
      return [{ point, kg, uplift: kg < -1e-6, over: point.limit === undefined ? 0 : Math.max(0, kg - point.limit) }];
    }),
  };
}
