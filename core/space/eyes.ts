/** Places from which a stage is looked at: seats, the lighting desk, the wings, above. mm. */

import type { Outline, Vec2, Vec3 } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { floorAt } from './scenic.js';
import { outlinePoints } from './transform.js';

/** Eyes of a seated spectator above the floor of the row, and of somebody who stands, mm (common practice, no source). */
export const EYE = 1200;
export const STANDING_EYE = 1600;
/** Angle of view up and down, degrees: about what one looks at without turning the head (common practice, no source). */
export const ANGLE = 40;
const WIDE = 60;

export interface Eye {
  readonly at: Vec3;
  readonly to: Vec3;
  readonly angle: number;
}
const middleOf = (row: Outline): Vec2 => {
  const points = outlinePoints(row);
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};
/** What one looks at: the middle of the stage, a face high. */
export function stageMiddle(show: Show): Vec3 {
  return [0, settingsOf(show).stageDepth * 0.3, 1500];
}
/** The eye of somebody who sits at a point of the plan; on the stage, of somebody who stands there. */
export function seatEye(show: Show, [x, y]: Vec2): Eye {
  const to = stageMiddle(show);
  const floor = floorAt(show, [x, y]);
  const standing = y >= 0;
  return { at: [x, y, floor + (standing ? STANDING_EYE : EYE)], to, angle: standing ? WIDE : ANGLE };
}

export const eyeNames = [
  'from the house',
  'from the front row',
  'from the desk',
  'from the side',
  'from the wings',
  'from above',
] as const;
export type EyeName = (typeof eyeNames)[number];
/** Eyes that every stage has. Without seats they stand where seats would be. */
export function namedEye(show: Show, name: EyeName): Eye {
  const { stageDepth: depth, stageWidth: width, grid = 9000 } = settingsOf(show);
  const rows = all(show, 'outline')
    .filter(({ use }) => use === 'seats')
    .map((row) => middleOf(row)[1])
    .sort((a, b) => b - a);
  const at = (share: number, otherwise: number) => rows[Math.round((rows.length - 1) * share)] ?? otherwise;
  const middle = stageMiddle(show);
  switch (name) {
    case 'from the house': {
      const y = at(0.55, -depth);
      return { ...seatEye(show, [0, y]), at: [0, y, floorOfRow(show, y) + EYE] };
    }
    case 'from the front row': {
      const y = at(0, -3000);
      return { ...seatEye(show, [0, y]), at: [0, y, floorOfRow(show, y) + EYE], angle: WIDE };
    }
    case 'from the desk': {
      const y = at(1, -depth * 1.4);
      return { at: [0, y, floorOfRow(show, y) + STANDING_EYE], to: middle, angle: ANGLE };
    }
    case 'from the side':
      // Inside the walls, which are not seen through.
      return { at: [width * 0.48, middle[1] + 400, grid * 0.5], to: [-width * 0.2, middle[1] + 300, grid * 0.4], angle: 75 };
    case 'from the wings':
      return { at: [width * 0.46, depth * 0.25, STANDING_EYE], to: [-width * 0.1, middle[1], 1300], angle: WIDE };
    case 'from above':
      return { at: [0, middle[1] - 300, grid * 2.4], to: [0, middle[1], 0], angle: WIDE };
  }
}
/** Floor of the row that lies so far downstage, wherever across. */
function floorOfRow(show: Show, y: number): number {
  const row = all(show, 'outline').find((outline) => outline.use === 'seats' && Math.abs(middleOf(outline)[1] - y) < 1);
  return row ? row.zFrom : floorAt(show, [0, y]);
}

/** Slow at both ends. */
export const eased = (share: number): number => {
  const s = Math.min(1, Math.max(0, share));
  return s * s * (3 - 2 * s);
};
/** Where an eye is on a path through others, 0 to 1: a curve through all of them without a corner (Catmull and Rom 1974). */
export function eyeOnPath(eyes: readonly Eye[], share: number): Eye {
  const last = eyes.length - 1;
  const [first] = eyes;
  if (!first) throw new RangeError('A path needs an eye.');
  if (last < 1) return first;
  const along = Math.min(1, Math.max(0, share)) * last;
  const i = Math.min(last - 1, Math.floor(along));
  const t = along - i;
  const eye = (k: number): Eye => eyes[Math.min(last, Math.max(0, k))] ?? first;
  const [p, q, r, s] = [eye(i - 1), eye(i), eye(i + 1), eye(i + 2)];
  const curve = (a: number, b: number, c: number, d: number) =>
    0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t * t * t);
  const through = (key: 'at' | 'to'): Vec3 => [
    curve(p[key][0], q[key][0], r[key][0], s[key][0]),
    curve(p[key][1], q[key][1], r[key][1], s[key][1]),
    curve(p[key][2], q[key][2], r[key][2], s[key][2]),
  ];
  return { at: through('at'), to: through('to'), angle: q.angle + (r.angle - q.angle) * t };
}
/** An eye that goes round what it looks at, by degrees anticlockwise as seen from above. */
export function eyeRound(eye: Eye, degrees: number): Eye {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const [x, y] = [eye.at[0] - eye.to[0], eye.at[1] - eye.to[1]];
  return { ...eye, at: [eye.to[0] + x * c - y * s, eye.to[1] + x * s + y * c, eye.at[2]] };
}
