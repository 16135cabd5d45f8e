/** A unit whose body and a wall are in one place. */
import { formatLength } from '../../measure/lengths.js';
import { itemAt } from '../../measure/list.js';
import type { FixtureType, Outline, Vec2, Vec3 } from '../../model/records.js';
import { all, get, type Show } from '../../model/show.js';
import { place } from '../../space/hanging.js';
import { wallLines } from '../../space/walls.js';
import { type Check, nameOf, upper } from '../check.js';
import { EPSILON } from './above-the-grid.js';

/** Radius of the ball that is certainly filled by a head, however it is turned, mm. */
export const bodyRadius = ({ width, length, height }: FixtureType): number => Math.min(width, length, height) / 2;

interface Side {
  readonly a: Vec2;
  readonly b: Vec2;
  readonly wall: Outline;
}
const kept = new WeakMap<readonly unknown[], readonly Side[]>();
function sidesOf(show: Show): readonly Side[] {
  const outlines = all(show, 'outline');
  let sides = kept.get(outlines);
  if (!sides) {
    sides = outlines.flatMap((wall) => {
      if (wall.use !== 'wall') return [];
      return wallLines(wall).flatMap(({ points, closed }) => {
        const ends = closed ? [...points, itemAt(points, 0)] : points;
        return ends.slice(1).map((b, i) => ({ a: itemAt(ends, i), b, wall }));
      });
    });
    kept.set(outlines, sides);
  }
  return sides;
}

/** How deep a ball at `axis`, held at `clamp`, is in the side of a wall, mm; 0 where it is clear of it. Source: plain geometry. */
function depthIn({ a, b, wall }: Side, clamp: Vec3, axis: Vec3, radius: number): number {
  if (axis[2] + radius <= wall.zFrom || axis[2] - radius >= wall.zTo) return 0;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const long = Math.hypot(dx, dy);
  if (long < 1) return 0;
  const off = (p: Vec3) => ((p[0] - a[0]) * dy - (p[1] - a[1]) * dx) / long;
  const share = ((axis[0] - a[0]) * dx + (axis[1] - a[1]) * dy) / (long * long);
  if (share < 0 || share > 1) return 0;
  const [held, there] = [off(clamp), off(axis)];
  // Deeper than it is thick, seen from the side at which it is held.
  return Math.max(0, radius - (held < 0 ? -there : there));
}

export const throughAWall: Check = {
  code: 'through a wall',
  order: 84,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, settings: { units }, position, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const { clamp, axis } = place(show, fixture);
        const radius = bodyRadius(get(show, 'type', fixture.type));
        let [most, wall]: [number, Outline | null] = [EPSILON, null];
        for (const side of sidesOf(show)) {
          const depth = depthIn(side, clamp, axis, radius);
          if (depth > most) [most, wall] = [depth, side.wall];
        }
        if (!wall) return [];
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} sticks ${formatLength(most, units)} into ${wall.name || 'a wall'}.`,
            todo: `Move it or ${position.name} away from the wall, or turn it so that it stands off.`,
            state: `${wall.id} ${Math.round(most)}`,
          },
        ];
      }),
  },
};
