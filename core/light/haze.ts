/** Beams as they are seen in haze: cones from the lens, cut by the blades, as far as the first thing that they meet. */
import type { Fixture, Vec3 } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { add, rad, scaled, unit } from '../space/vectors.js';
import { type Blocker, meetsPlate, meetsSheet } from './blockers.js';
import { blades, fromUnder, type Optics } from './gate.js';
import { anglesOf, type Source } from './source.js';
import { linearOf } from './srgb.js';

export interface HazeBeam {
  readonly id: string;
  readonly at: Vec3;
  readonly way: Vec3;
  /** Half angle of its field as a tangent. */
  readonly edge: number;
  /** mm */
  readonly length: number;
  /** Linear sRGB, cd. */
  readonly rgb: Vec3;
  /** Planes through the lens that blades cut it by: what lies on the side of a normal is lit. */
  readonly planes: readonly Vec3[];
}
/** A beam that meets nothing ends so far away, mm. */
const FAR = 25000;

/** Planes of the blades that are in; each is a line of the gate, and the lens. */
export function bladePlanes(
  { right, up, beam }: Pick<Source, 'right' | 'up' | 'beam'>,
  edge: number,
  optics: Optics | undefined,
): Vec3[] {
  return (optics?.shutters ?? []).flatMap(({ depth, angle }, i): Vec3[] => {
    const blade = blades[i];
    if (!blade || depth <= 0) return [];
    const [c, s] = [Math.cos(rad(angle)), Math.sin(rad(angle))];
    // In the frame of the blade: behind it is (y - y0) c - x s > 0. As a function of a direction (x ahead, y ahead, ahead) it is linear.
    const y0 = 1 - 2 * depth;
    const [ax, ay] = fromUnder(blade, s, -c);
    const lit = add(add(scaled(right, ax), scaled(up, ay)), scaled(beam, y0 * c * edge));
    return [unit(lit)];
  });
}
/** How far a beam goes along its middle before it meets the floor or anything that stands in its way, mm. */
function lengthOf({ at, beam }: Source, blockers: readonly Blocker[]): number {
  const floor = beam[2] < -1e-3 ? at[2] / -beam[2] : FAR;
  const end = add(at, scaled(beam, FAR));
  let least = Math.min(FAR, floor) / FAR;
  for (const blocker of blockers) {
    const t = blocker.form === 'sheet' ? meetsSheet(blocker, at, end) : meetsPlate(blocker, at, end);
    if (t !== null && t < least) least = t;
  }
  return least * FAR;
}
/** A source as a beam in haze. */
export function hazeBeam(show: Show, fixture: Fixture, source: Source, output: number, blockers: readonly Blocker[]): HazeBeam {
  const { field } = anglesOf(get(show, 'type', fixture.type), fixture.optics);
  const edge = Math.tan(rad(Math.min(140, Math.max(2, field))) / 2) * Math.min(1, fixture.optics?.iris ?? 1);
  const [r, g, b] = linearOf([source.xyz[0] * 100, 100, source.xyz[2] * 100]);
  const candela = source.candela * output;
  return {
    id: fixture.id,
    at: source.at,
    way: source.beam,
    edge,
    length: lengthOf(source, blockers),
    rgb: [r * candela, g * candela, b * candela],
    planes: bladePlanes(source, Math.tan(rad(Math.min(140, Math.max(2, field))) / 2), fixture.optics),
  };
}
