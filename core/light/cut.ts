/** What cuts a beam before it comes to its aim: rays from the lens through the field to the plane that is aimed at. Plain geometry of rays. */
import type { Fixture, Vec3 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { place } from '../space/hanging.js';
import { add, scaled } from '../space/vectors.js';
import { type Blocker, blockedBy, blockersNear, blockersOf, meetsPlate, meetsSheet } from './blockers.js';
import { relativeAt, type Source, sourceOf } from './source.js';

export interface Cut {
  /** By whom, most first, each with its share of the light of the field. */
  readonly by: readonly { readonly id: string; readonly name: string; readonly share: number }[];
  /** Of all of them together, 0 to 1. */
  readonly share: number;
}
/** Rings and spokes of rays over the field. */
const RINGS = 9;
const SPOKES = 24;
/** Light counts where there is a tenth of the peak or more: the field (IES Lighting Handbook). */
const FIELD = 0.1;

/** Half angle of the field of a kernel as a tangent, by halving. */
function fieldTangent({ kernel }: Source): number {
  let [low, high] = [0, Math.sqrt(1 / Math.max(1e-3, kernel.cosEdge) ** 2 - 1)];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (relativeAt(kernel, 1 / Math.hypot(1, middle), middle, 0) >= FIELD) low = middle;
    else high = middle;
  }
  return high;
}
/** Rays over the field of a beam, each with the light that it stands for. */
function fieldRays(source: Source): { readonly way: Vec3; readonly light: number }[] {
  const edge = fieldTangent(source);
  return Array.from({ length: RINGS * SPOKES }, (_, n) => {
    const [i, k] = [Math.floor(n / SPOKES), n % SPOKES];
    // Rings of equal width: each stands for its surface.
    const r = (edge * (i + 0.5)) / RINGS;
    const turn = (2 * Math.PI * (k + (i % 2) / 2)) / SPOKES;
    const [x, y] = [r * Math.cos(turn), r * Math.sin(turn)];
    return {
      way: add(source.beam, add(scaled(source.right, x), scaled(source.up, y))),
      light: relativeAt(source.kernel, 1 / Math.hypot(1, r), x, y) * r,
    };
  }).filter(({ light }) => light > 0);
}
/**
 * @param throwLength  from the lens to the aim, mm: what stands beyond is in nobody's way
 * @returns null where nothing cuts it
 */
export function cutOf(source: Source, throwLength: number, blockers: readonly Blocker[]): Cut | null {
  const lost = new Map<string, { name: string; light: number }>();
  let [all, cut] = [0, 0];
  const rays = fieldRays(source).map(({ way, light }) => ({ end: add(source.at, scaled(way, throwLength)), light }));
  const near = blockersNear(blockers, [source.at, ...rays.map(({ end }) => end)]);
  for (const { end, light } of rays) {
    all += light;
    const by = blockedBy(near, source.at, end);
    if (!by) continue;
    cut += light;
    const known = lost.get(by.id);
    if (known) known.light += light;
    else lost.set(by.id, { name: by.name, light });
  }
  if (!(cut > 0)) return null;
  return {
    by: [...lost].map(([id, { name, light }]) => ({ id, name, share: light / all })).sort((a, b) => b.share - a.share),
    share: cut / all,
  };
}

/** So near to a cloth an aim is an aim at the cloth, mm: it is lit and not in the way. */
const ON = 100;
function liesOn(blocker: Blocker, [x, y, z]: Vec3): boolean {
  if (blocker.form === 'plate') return Math.abs(z - blocker.z) < ON;
  const { a, b, low, high } = blocker;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy);
  if (length < 1 || z < low - ON || z > high + ON) return false;
  const along = ((x - a[0]) * dx + (y - a[1]) * dy) / length;
  return along > -ON && along < length + ON && Math.abs((x - a[0]) * dy - (y - a[1]) * dx) / length < ON;
}

/** What is aimed at is lit, all of it, and what people stand on is floor: the rest may be in the way. */
function inItsWay(blockers: readonly Blocker[], target: Vec3): readonly Blocker[] {
  const lit = new Set(blockers.flatMap((blocker) => (liesOn(blocker, target) ? [blocker.id] : [])));
  return blockers.filter((blocker) => !blocker.floor && !lit.has(blocker.id));
}

interface Kept {
  readonly source: Source;
  readonly blockers: readonly Blocker[];
  readonly cut: Cut | null;
}
const kept = new WeakMap<Fixture, Kept>();
/** What cuts the beam of an aimed fixture in its show; null where nothing does, or it has no aim. Remembered. */
export function cutIn(show: Show, fixture: Fixture): Cut | null {
  const { throw: length } = place(show, fixture);
  const source = length === null ? null : sourceOf(show, fixture);
  if (!source || length === null) return null;
  const blockers = blockersOf(show);
  const target = place(show, fixture).target ?? source.at;
  const known = kept.get(fixture);
  if (known && known.source === source && known.blockers === blockers) return known.cut;
  const cut = cutOf(source, length, inItsWay(blockers, target));
  kept.set(fixture, { source, blockers, cut });
  return cut;
}
/** Where the rays of an aimed beam are stopped before they come to the plane of its aim: for the section, which shows it. */
export function stoppedAt(show: Show, fixture: Fixture): Vec3[] {
  const { throw: length, target } = place(show, fixture);
  const source = length === null ? null : sourceOf(show, fixture);
  if (!source || length === null || !target) return [];
  const way = inItsWay(blockersOf(show), target);
  return fieldRays(source).flatMap(({ way: ray }) => {
    const end = add(source.at, scaled(ray, length));
    const by = blockedBy(way, source.at, end);
    const t = by && (by.form === 'sheet' ? meetsSheet(by, source.at, end) : meetsPlate(by, source.at, end));
    return t === null ? [] : [add(source.at, scaled(ray, length * t))];
  });
}
/** As it is said: "cut by Border 2, 31 % of the field". */
export const cutSaid = ({ by, share }: Cut): string =>
  `cut by ${by
    .slice(0, 3)
    .map(({ name }) => name)
    .join(', ')}${by.length > 3 ? ` and ${by.length - 3} more` : ''}, ${Math.max(1, Math.round(share * 100))} % of the field`;
