/** Bodies of a type that has a geometry tree of its own (from GDTF): base, yoke and head, each turned as the fixture turns. */

import type { FixtureType, Geometry, Id, Vec3 } from '../model/records.js';
import { type Axes, inAxes } from '../space/axes.js';
import { wayTo } from '../space/lens.js';
import { identityPlace, within } from '../space/places.js';
import { add, cross, scaled, unit } from '../space/vectors.js';

/** A solid: size along u, v and w about its centre. Cylinders stand along w. */
export interface Solid {
  readonly id: Id;
  readonly shape: 'box' | 'cylinder' | 'sphere';
  readonly centre: Vec3;
  readonly axes: Axes;
  readonly size: Vec3;
  /** A mesh in place of the plain shape, by the hash of its file; its own origin is the centre. */
  readonly file?: string;
}
interface Frame {
  readonly origin: Vec3;
  readonly axes: Axes;
}

const inFrame = ({ origin, axes }: Frame, x: number, y: number, z: number): Vec3 => add(origin, inAxes(axes, [x, y, z]));

/**
 * @param base  frame of the suspension: what hangs still
 * @param head  axes of what turns with the beam, which leaves along -w
 * @param axis  where pan and tilt cross, world mm
 */
export function geometryBodies(id: Id, type: FixtureType, base: Frame, head: Axes, axis: Vec3): Solid[] {
  const geometry = type.geometry ?? [];
  const moving = type.pan > 0 || type.tilt > 0;
  // The yoke stands upright with the base and looks the way the head looks.
  const yoke: Axes = { w: base.axes.w, u: head.u, v: unit(cross(base.axes.w, head.u)) };
  const beam = geometry.findIndex((item) => item.element === 'Beam');
  const beamAt =
    beam < 0
      ? identityPlace
      : wayTo(geometry, beam).reduce<readonly number[]>((sum, i) => within(sum, geometry[i]!.place), identityPlace);
  return geometry.flatMap((item, i): Solid[] => {
    if (!item.size) return [];
    const way = wayTo(geometry, i);
    const turns = moving ? way.filter((at) => geometry[at]!.element === 'Axis') : [];
    const tail = turns.length ? way.slice(way.indexOf(turns.at(-1)!) + 1) : way;
    const place = tail.reduce<readonly number[]>((sum, at) => within(sum, geometry[at]!.place), identityPlace);
    // What does not move turns as a whole, about the point its beam leaves from.
    const frame: Frame = moving
      ? turns.length >= 2
        ? { origin: axis, axes: head }
        : turns.length === 1
          ? { origin: inFrame(base, ...yokeOrigin(geometry, turns[0]!)), axes: yoke }
          : base
      : { origin: inFrame({ origin: axis, axes: head }, -beamAt[3]!, -beamAt[7]!, -beamAt[11]!), axes: head };
    const column = (j: number): Vec3 => {
      const { u, v, w } = frame.axes;
      return unit(add(add(scaled(u, place[j]!), scaled(v, place[4 + j]!)), scaled(w, place[8 + j]!)));
    };
    const axes: Axes = { u: column(0), v: column(1), w: column(2) };
    const origin = inFrame(frame, place[3]!, place[7]!, place[11]!);
    // A plain body of the base hangs from its origin; a mesh knows its own, and what turns is centred on its axis.
    const centre = item.file || turns.length || !moving ? origin : add(origin, scaled(axes.w, -item.size[2] / 2));
    return [{ id, shape: item.form ?? 'box', centre, axes, size: item.size, ...(item.file ? { file: item.file } : {}) }];
  });
}

/** Where the first axis turns, in the frame of the base; mm. */
function yokeOrigin(geometry: readonly Geometry[], at: number): [number, number, number] {
  const place = wayTo(geometry, at).reduce<readonly number[]>((sum, i) => within(sum, geometry[i]!.place), identityPlace);
  return [place[3]!, place[7]!, place[11]!];
}
