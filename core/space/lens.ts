/** Where the light of a fixture leaves it, and how it is aimed from there. */
import type { FixtureType, Geometry, Vec3 } from '../model/records.js';
import { axesOfBeam, inAxes } from './axes.js';
import { identityPlace, within } from './places.js';
import { add, norm, scaled, sub, unit } from './vectors.js';

/** Nodes of a tree from the root down to one of them. */
export function wayTo(geometry: readonly Geometry[], at: number): number[] {
  const out: number[] = [];
  for (let i = at; i >= 0 && out.length < 64; i = geometry[i]?.parent ?? -1) out.unshift(i);
  return out;
}
/** Place of a node against what stands before `from` on the way to it. */
const placeFrom = (geometry: readonly Geometry[], way: readonly number[]): readonly number[] =>
  way.reduce<readonly number[]>((sum, i) => within(sum, geometry[i]?.place ?? identityPlace), identityPlace);

const offsets = new WeakMap<FixtureType, Vec3>();
/**
 * From where pan and tilt cross (a static unit: from where its yoke tilts) to the lens, in the axes of the head, whose beam leaves along -w; mm.
 * Of a tree of bodies the mean of its beams, after the last axis that turns; a static tree turns about its beam. Without a tree the front of the body.
 */
export function lensOffset(type: FixtureType): Vec3 {
  const known = offsets.get(type);
  if (known) return known;
  const made = measured(type);
  offsets.set(type, made);
  return made;
}
function measured({ geometry = [], length, pan, tilt }: FixtureType): Vec3 {
  const beams = geometry.flatMap(({ element }, i) => (element === 'Beam' ? [i] : []));
  if (!beams.length || !geometry.some(({ size }) => size)) return [0, 0, -length / 2];
  if (!(pan > 0 || tilt > 0)) return [0, 0, 0];
  const places = beams.map((beam) => {
    const way = wayTo(geometry, beam);
    const last = way.findLastIndex((i) => geometry[i]?.element === 'Axis');
    const place = placeFrom(geometry, way.slice(last + 1));
    return [place[3] ?? 0, place[7] ?? 0, place[11] ?? 0] as const;
  });
  return scaled(
    places.reduce<Vec3>((sum, place) => add(sum, place), [0, 0, 0]),
    1 / places.length,
  );
}
/** From the point that a type hangs by to its beam when it is turned as a whole, as in a file that knows no yoke; mm in the axes of the whole. */
export function lensFromClamp({ geometry = [], hang }: FixtureType): Vec3 {
  const beam = geometry.findIndex(({ element }) => element === 'Beam');
  if (beam < 0) return [0, 0, -hang];
  const place = placeFrom(geometry, wayTo(geometry, beam));
  return [place[3] ?? 0, place[7] ?? 0, place[11] ?? 0];
}

/** A lens that lies off the line through its axis: aimed, looked where it is now, and aimed again; even nearly upright, where its axes turn fast, twenty rounds are within a hundredth of a millimetre. */
const ROUNDS = 20;

/**
 * The beam that leaves a lens and meets a target, and the lens itself.
 * A lens beside its axis may miss what is straight below by as much as it lies beside it: no way to turn is nearer there than another.
 * @param about  what the lens turns about, world mm
 * @param offset  from there to the lens, in the axes of the beam
 * @param bearing  of the nose where the beam is upright, degrees
 * Source: reference calculations 5 (beam leaving the yoke off its axis).
 */
export function aimedFrom(
  about: Vec3,
  offset: Vec3,
  target: Vec3,
  bearing: number,
): { readonly beam: Vec3; readonly lens: Vec3 } {
  let beam = unit(sub(target, about));
  // What is aimed at lies inside the lantern: it looks there all the same.
  if (norm(sub(target, about)) <= norm(offset) + 1) return { beam, lens: about };
  const off = Math.hypot(offset[0], offset[1]) > 1e-9;
  for (let i = 0; off && i < ROUNDS; i++) beam = unit(sub(target, add(about, inAxes(axesOfBeam(beam, bearing), offset))));
  return { beam, lens: lensAt(about, offset, beam, bearing) };
}
/** The lens of a beam. */
export const lensAt = (about: Vec3, offset: Vec3, beam: Vec3, bearing: number): Vec3 =>
  offset[0] === 0 && offset[1] === 0
    ? add(about, scaled(beam, -offset[2]))
    : add(about, inAxes(axesOfBeam(beam, bearing), offset));
