/** Many units aimed at once. Units are taken in the order in which they were chosen. Plain geometry. */
import { projected, type SectionView } from '../draw/section-view.js';
import { type Change, updating } from '../model/change.js';
import type { Aim, Fixture, FocusArea, Vec2, Vec3 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { insideArea } from '../space/areas.js';
import { place, targetOf } from '../space/hanging.js';
import { add, norm, rad, scaled, sub } from '../space/vectors.js';

export const aimWays = ['all there', 'each in order', 'parallel', 'along a line', 'round an arc'] as const;
export type AimWay = (typeof aimWays)[number];

/** Areas in the order of their names. */
export const areasInOrder = (show: Show): FocusArea[] => [...all(show, 'area')].sort((a, b) => natural(a.name, b.name));

/** The area that a point of the plan means: of those it lies in, the one whose middle is nearest. */
export function areaAt(show: Show, at: Vec2, hidden: ReadonlySet<string> = new Set()): FocusArea | null {
  let [best, least] = [null as FocusArea | null, Number.POSITIVE_INFINITY];
  for (const area of all(show, 'area')) {
    if (hidden.has(area.layer) || !insideArea(area, at)) continue;
    const d = Math.hypot(area.at[0] - at[0], area.at[1] - at[1]);
    if (d < least) [best, least] = [area, d];
  }
  return best;
}

const aimed = (fixtures: readonly Fixture[], aimOf: (fixture: Fixture, i: number) => Aim | null): Change =>
  updating(fixtures.map((fixture, i) => [fixture, { ...fixture, aim: aimOf(fixture, i) }] as const));

/** All at one area. */
export const aimAtArea = (fixtures: readonly Fixture[], area: FocusArea): Change =>
  aimed(fixtures, () => ({ kind: 'area', area: area.id }));
/** All at one point; without a height each keeps its own. */
export const aimAtPoint = (show: Show, fixtures: readonly Fixture[], at: Vec2, z: number | null, face: number): Change =>
  aimed(fixtures, (fixture) => ({ kind: 'point', at: [...at, z ?? targetOf(show, fixture)?.[2] ?? face] }));
/**
 * All by a point of an upright view: along what is seen there, and in height. How far beyond its plane they are aimed stays as it is; of what is not aimed yet, below
 * where it hangs.
 */
export function aimInView(show: Show, view: SectionView, fixtures: readonly Fixture[], x: number, z: number): Change {
  // The direction of the plan that runs to the right of the view.
  const [c, s] = [Math.cos(rad(view.look)), Math.sin(rad(view.look))];
  return aimed(fixtures, (fixture) => {
    const from = targetOf(show, fixture) ?? place(show, fixture).axis;
    const by = x - projected(view, from).x;
    return { kind: 'point', at: [from[0] + by * s, from[1] - by * c, z] };
  });
}
/** The first at the first area, the second at the second, and so on; with more units than areas it begins again with the first area. */
export function aimInOrder(fixtures: readonly Fixture[], areas: readonly FocusArea[]): Change {
  if (!areas.length) throw new RangeError('There are no focus areas: draw some first.');
  return aimed(fixtures, (fixture, i) => {
    const area = areas[i % areas.length];
    return area ? { kind: 'area', area: area.id } : fixture.aim;
  });
}
/** As the first is aimed at a point, the others beside it: every beam goes in the same direction, to the same height. */
export function aimParallel(show: Show, fixtures: readonly Fixture[], target: Vec3): Change {
  const [first] = fixtures;
  if (!first) throw new RangeError('Choose the units first, then aim them.');
  const from = place(show, first).axis;
  return aimed(fixtures, (fixture) => {
    const { axis } = place(show, fixture);
    const way = sub(target, from);
    // As far as brings it to the height of the target; level beams go as far as the first.
    const k = Math.abs(way[2]) > 1 && (target[2] - axis[2]) / way[2] > 0 ? (target[2] - axis[2]) / way[2] : 1;
    return { kind: 'point', at: add(axis, scaled(way, k)) };
  });
}
/** Spread evenly from one point to another, the first and the last at its ends; one alone in the middle. Source: reference calculations 3 (distribute). */
export const aimAlong = (fixtures: readonly Fixture[], a: Vec3, b: Vec3): Change =>
  aimed(fixtures, (_, i) => {
    const k = fixtures.length > 1 ? i / (fixtures.length - 1) : 0.5;
    return { kind: 'point', at: add(a, scaled(sub(b, a), k)) };
  });
/** Spread evenly round an arc from a to b that passes through a third point; a line where the three lie in one. */
export function aimRound(fixtures: readonly Fixture[], a: Vec3, through: Vec2, b: Vec3): Change {
  const [ax, ay, bx, by, cx, cy] = [a[0], a[1], through[0], through[1], b[0], b[1]];
  const d = 2 * (ax * (by - cy) + bx * (cy - ay) + cx * (ay - by));
  if (Math.abs(d) < 1e-3) return aimAlong(fixtures, a, b);
  const [aa, bb, cc] = [ax * ax + ay * ay, bx * bx + by * by, cx * cx + cy * cy];
  const x = (aa * (by - cy) + bb * (cy - ay) + cc * (ay - by)) / d;
  const y = (aa * (cx - bx) + bb * (ax - cx) + cc * (bx - ax)) / d;
  const bearing = (px: number, py: number) => Math.atan2(py - y, px - x);
  const start = bearing(ax, ay);
  const way = (angle: number, sign: 1 | -1) => (((sign * (angle - start)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  const sign = way(bearing(bx, by), 1) <= way(bearing(cx, cy), 1) ? 1 : -1;
  const sweep = sign * way(bearing(cx, cy), sign);
  const radius = Math.hypot(ax - x, ay - y);
  return aimed(fixtures, (_, i) => {
    const k = fixtures.length > 1 ? i / (fixtures.length - 1) : 0.5;
    const angle = start + sweep * k;
    return { kind: 'point', at: [x + radius * Math.cos(angle), y + radius * Math.sin(angle), a[2] + (b[2] - a[2]) * k] };
  });
}
/** The mirror images about the centre line of the aims of others, in order: at the area in the mirrored place where there is one. Nearer than this it is there, mm. */
const SAME = 0.5;
export function aimMirrored(show: Show, from: readonly Fixture[], to: readonly Fixture[]): Change {
  return aimed(to, (fixture, i) => {
    const target = from[i] && targetOf(show, from[i]);
    if (!target) return fixture.aim;
    const there: Vec3 = [-target[0] + 0, target[1], target[2]];
    const area = all(show, 'area').find((item) => norm(sub(item.at, there)) < SAME);
    return area ? { kind: 'area', area: area.id } : { kind: 'point', at: there };
  });
}
