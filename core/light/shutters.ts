/** Shutters of a fixture: set, cut to lines of the stage, and in doubt when it has moved since. */
import type { Fixture, FixtureType, Vec3 } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { axesOfBeam } from '../space/axes.js';
import { place } from '../space/hanging.js';
import { dot, norm, rad, scaled, sub } from '../space/vectors.js';
import { type Blade, bladeAlong, blades, type Optics } from './gate.js';
import { anglesOf } from './source.js';

export interface Shutter {
  readonly depth: number;
  readonly angle: number;
}
const open: Shutter = { depth: 0, angle: 0 };
export const shutterOf = (fixture: Fixture, blade: Blade): Shutter => fixture.optics?.shutters?.[blades.indexOf(blade)] ?? open;

/** Optics without what is as it comes. */
export function withOptics(fixture: Fixture, more: { readonly [K in keyof Optics]?: Optics[K] | undefined }): Fixture {
  const { optics: before, ...rest } = fixture;
  const optics = Object.fromEntries(Object.entries({ ...before, ...more }).filter(([, value]) => value !== undefined)) as Optics;
  return Object.keys(optics).length ? { ...rest, optics } : rest;
}
/** A blade pushed to a depth and turned; it remembers from where and at what it was set. With all blades out nothing is remembered. */
export function withShutter(show: Show, fixture: Fixture, blade: Blade, set: Shutter): Fixture {
  const shutters = blades.map((name) => (name === blade ? set : shutterOf(fixture, name)));
  if (shutters.every(({ depth }) => depth <= 0))
    return withOptics(fixture, { shutters: undefined, setFrom: undefined, setTo: undefined });
  const { lens, target, beam } = place(show, fixture);
  return withOptics(fixture, {
    shutters,
    setFrom: lens,
    setTo: target ?? [lens[0] + beam[0], lens[1] + beam[1], lens[2] + beam[2]],
  });
}

/** Nearer than this it stands where it stood, mm. */
const SAME = 20;
/** Blades are set, and the fixture or its aim has moved since. */
export function shuttersDoubtful(show: Show, fixture: Fixture): boolean {
  const { setFrom, setTo, shutters } = fixture.optics ?? {};
  if (!shutters || !setFrom || !setTo) return false;
  const { lens, target } = place(show, fixture);
  return norm(sub(lens, setFrom)) > SAME || (target !== null && norm(sub(target, setTo)) > SAME);
}

/** How a lens sees: from where, along what, and how far the edge of its field is off the axis, as a tangent. */
export interface LensView {
  readonly at: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  readonly beam: Vec3;
  readonly edge: number;
}
export function lensViewOf(show: Show, fixture: Fixture): LensView {
  const { lens, beam, bearing } = place(show, fixture);
  const { u, v } = axesOfBeam(beam, bearing);
  const { field } = anglesOf(get(show, 'type', fixture.type), fixture.optics);
  return { at: lens, beam, right: scaled(u, -1), up: scaled(v, -1), edge: Math.tan(rad(Math.min(160, Math.max(2, field)) / 2)) };
}
/** A point of the world in the gate, and how far ahead of the lens it lies, mm. */
export function inGate(
  { at, right, up, beam, edge }: LensView,
  point: Vec3,
): { readonly x: number; readonly y: number; readonly ahead: number } {
  const d = sub(point, at);
  const ahead = dot(d, beam);
  const k = ahead * edge;
  return { x: dot(d, right) / k, y: dot(d, up) / k, ahead };
}
/** What lies nearer to the lens than this, or behind it, is not seen, mm. */
export const NEAR = 50;
/** A line of the world as far as it lies ahead of the lens; null where none of it does. */
export function lineInGate(
  view: LensView,
  a: Vec3,
  b: Vec3,
): readonly [readonly [number, number], readonly [number, number]] | null {
  const [da, db] = [dot(sub(a, view.at), view.beam), dot(sub(b, view.at), view.beam)];
  if (da < NEAR && db < NEAR) return null;
  const cut = (from: Vec3, to: Vec3, df: number, dt: number): Vec3 => {
    const k = (NEAR - df) / (dt - df);
    return [from[0] + (to[0] - from[0]) * k, from[1] + (to[1] - from[1]) * k, from[2] + (to[2] - from[2]) * k];
  };
  const p = inGate(view, da < NEAR ? cut(a, b, da, db) : a);
  const q = inGate(view, db < NEAR ? cut(b, a, db, da) : b);
  return [
    [p.x, p.y],
    [q.x, q.y],
  ];
}

/** The zoom by which the edge of the field lies at a tangent, as near as it goes; null where it has none. Frost widens what the zoom gives. */
export function zoomFor(type: FixtureType, optics: Optics | undefined, edge: number): number | null {
  if (!type.zoom) return null;
  const at = (zoom: number) => anglesOf(type, { ...optics, zoom }).field;
  const wanted = (2 * Math.atan(edge) * 180) / Math.PI;
  if (at(0) === at(1)) return 0;
  let [low, high] = at(0) < at(1) ? [0, 1] : [1, 0];
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2;
    if (at(middle) < wanted) low = middle;
    else high = middle;
  }
  return Math.round(((low + high) / 2) * 100) / 100;
}

/**
 * Cuts to a line of the world: the blade from the side on which the line lies goes to it.
 * @returns null where no blade reaches it: it is not seen, lies across the middle, or is steeper than blades turn
 */
export function cutToLine(
  show: Show,
  fixture: Fixture,
  a: Vec3,
  b: Vec3,
): { readonly fixture: Fixture; readonly blade: Blade } | null {
  const line = lineInGate(lensViewOf(show, fixture), a, b);
  const set = line && bladeAlong(...line);
  if (!set) return null;
  return { fixture: withShutter(show, fixture, set.blade, { depth: set.depth, angle: set.angle }), blade: set.blade };
}
