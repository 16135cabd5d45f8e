/** What is read at a point of the stage: how much light, of what colour, and by whom. */
import type { Fixture, Vec3 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { type Blocker, blockedBy } from './blockers.js';
import { luxAt, type Surface } from './field.js';
import { sourceOf } from './source.js';
import type { Xyz } from './xyz.js';

export interface LightPart {
  readonly fixture: Fixture;
  readonly lux: number;
}
export interface Reading {
  /** Brightest first. */
  readonly parts: readonly LightPart[];
  readonly lux: number;
  /** Colour of the mixed light with Y = 1; null in the dark. */
  readonly xyz: Xyz | null;
}
/** Less than this of one fixture is not told, lx. */
const LEAST = 0.05;
/**
 * Who lights a point, and the colour of all of it.
 * @param lit  who is lit, each with the share of its light that it gives
 * @param normal  where the point faces; 'round' is all about
 */
export function readAt(
  show: Show,
  lit: readonly (readonly [Fixture, number])[],
  point: Vec3,
  normal: Surface['normal'],
  blockers: readonly Blocker[],
): Reading {
  const parts: LightPart[] = [];
  let [x, y, z] = [0, 0, 0];
  for (const [fixture, output] of lit) {
    const source = sourceOf(show, fixture);
    const lux = source ? output * luxAt(source, point, normal) : 0;
    if (!source || lux <= LEAST || blockedBy(blockers, source.at, point)) continue;
    parts.push({ fixture, lux });
    x += lux * source.xyz[0];
    y += lux * source.xyz[1];
    z += lux * source.xyz[2];
  }
  parts.sort((a, b) => b.lux - a.lux);
  return { parts, lux: y, xyz: y > 0 ? [x / y, 1, z / y] : null };
}
