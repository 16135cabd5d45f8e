/** People and simple things of the stage as plain bodies, and what they rest on. mm; u is to stage left, v upstage and w up while a thing faces the house. */

import type { Id, Outline, Scenic, ScenicShape, Vec2, Vec3 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { type Axes, inAxes } from './axes.js';
import { outlinePoints } from './transform.js';
import { add, cross, rad, sub, turned, unit } from './vectors.js';

/** Size along u, v and w about its centre. Cylinders stand along w and grow thinner or thicker towards it; a hull is a half shell, open above, pointed along u. */
export interface Body {
  readonly shape: 'box' | 'cylinder' | 'sphere' | 'hull';
  readonly centre: Vec3;
  readonly axes: Axes;
  readonly size: Vec3;
  /** Width of a cylinder at its far end, as a share of its near one. */
  readonly taper?: number;
  /** Its own colour, #rrggbb, in place of what the whole is painted. */
  readonly colour?: string;
}

/** What is usual for each shape: width, depth, height in mm, and a colour. */
export const usual: Readonly<Record<ScenicShape, { readonly size: Vec3; readonly colour: string }>> = {
  person: { size: [450, 260, 1750], colour: '#6b5d52' },
  box: { size: [600, 600, 600], colour: '#7a6248' },
  riser: { size: [2000, 1000, 400], colour: '#3a352f' },
  stairs: { size: [1000, 1120, 720], colour: '#4a4036' },
  table: { size: [1600, 800, 750], colour: '#6a4a2c' },
  chair: { size: [450, 480, 900], colour: '#5a3c22' },
  flat: { size: [1200, 60, 3000], colour: '#8c8375' },
  column: { size: [500, 500, 4000], colour: '#a39a8a' },
  tree: { size: [2600, 2600, 4200], colour: '#4f5b34' },
  boat: { size: [3600, 1300, 800], colour: '#5d6a6e' },
};
/** Skin, where nothing else is said of a person. */
const SKIN = '#b98a6c';
/** Bark of a tree. */
const BARK = '#4d3b2b';

/** Upright axes of a thing that is turned, degrees. */
export const uprightAxes = (turn: number): Axes => {
  const [c, s] = [Math.cos(rad(turn)), Math.sin(rad(turn))];
  return { u: [c, s, 0], v: [-s, c, 0], w: [0, 0, 1] };
};

interface Maker {
  readonly box: (centre: Vec3, size: Vec3, colour?: string) => Body;
  readonly round: (from: Vec3, to: Vec3, wide: number, deep: number, taper?: number, colour?: string) => Body;
  readonly ball: (centre: Vec3, size: Vec3, colour?: string) => Body;
  readonly shell: (centre: Vec3, size: Vec3) => Body;
}
function maker(foot: Vec3, axes: Axes): Maker {
  const at = (local: Vec3) => add(foot, inAxes(axes, local));
  const painted = (colour?: string) => (colour ? { colour } : {});
  return {
    box: (centre, size, colour) => ({ shape: 'box', centre: at(centre), axes, size, ...painted(colour) }),
    ball: (centre, size, colour) => ({ shape: 'sphere', centre: at(centre), axes, size, ...painted(colour) }),
    shell: (centre, size) => ({ shape: 'hull', centre: at(centre), axes, size }),
    round: (from, to, wide, deep, taper = 1, colour) => {
      const [a, b] = [at(from), at(to)];
      const way = sub(b, a);
      const long = Math.hypot(...way);
      const w = unit(way);
      // A limb that stands keeps its width across the body; one that lies keeps it level.
      const v = Math.abs(w[2]) > 0.99 ? cross(w, axes.u) : unit(cross(w, unit(cross([0, 0, 1], w))));
      const own: Axes = { u: cross(v, w), v, w };
      const middle: Vec3 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
      return { shape: 'cylinder', centre: middle, axes: own, size: [wide, deep, long], taper, ...painted(colour) };
    },
  };
}

/** Heights of the joints of a body as shares of its own. Source: Drillis and Contini 1966, segment lengths [from memory]. */
const joints = {
  ankle: 0.039,
  knee: 0.285,
  hip: 0.53,
  shoulder: 0.818,
  chin: 0.87,
  elbow: 0.63,
  wrist: 0.485,
  eye: 0.936,
} as const;

/** Eyes of a person above the foot, mm. */
export function eyesOf({ height, posture }: Pick<Scenic, 'height' | 'posture'>): number {
  return posture === 'seated' ? (joints.eye - joints.hip + joints.knee) * height : joints.eye * height;
}

function person({ box, round, ball }: Maker, [wide, deep, h]: Vec3, posture: Scenic['posture']): Body[] {
  const at = (share: number, down = 0) => share * h - down;
  const seated = posture === 'seated';
  // One who sits has hips as high as knees, and legs before them.
  const sunk = seated ? (joints.hip - joints.knee) * h : 0;
  const thigh = (joints.hip - joints.knee) * h;
  const hipZ = at(joints.hip, sunk);
  const [leg, limb] = [0.22 * wide, 0.17 * wide];
  const out: Body[] = [];
  for (const side of [-1, 1]) {
    const x = side * 0.21 * wide;
    const kneeY = seated ? -thigh : 0;
    const knee: Vec3 = [x, kneeY, at(joints.knee)];
    out.push(round([x, 0, hipZ], knee, leg * 1.25, leg * 1.25, 0.8));
    out.push(round(knee, [x, kneeY, at(joints.ankle)], leg, leg, 0.7));
    out.push(box([x, kneeY - 0.04 * h, 0.02 * h], [0.055 * h, 0.15 * h, 0.04 * h]));
    const shoulder: Vec3 = [side * 0.44 * wide, 0, at(joints.shoulder, sunk + 0.02 * h)];
    const elbow: Vec3 =
      posture === 'singing'
        ? [side * 0.78 * wide, -0.06 * h, at(0.69)]
        : [side * 0.52 * wide, seated ? -0.05 * h : 0.01 * h, at(joints.elbow, sunk)];
    const wrist: Vec3 =
      posture === 'singing'
        ? [side * 1.1 * wide, -0.15 * h, at(0.76)]
        : seated
          ? [side * 0.3 * wide, -0.18 * h, hipZ + 0.08 * h]
          : [side * 0.53 * wide, -0.03 * h, at(joints.wrist)];
    out.push(round(shoulder, elbow, limb, limb, 0.9), round(elbow, wrist, limb * 0.85, limb * 0.85, 0.75));
    out.push(ball(wrist, [limb, limb, limb], SKIN));
  }
  const top = at(joints.shoulder, sunk);
  out.push(round([0, 0, hipZ - 0.03 * h], [0, 0, top], 0.78 * wide, 0.85 * deep, 1.18));
  out.push(ball([0, 0, top], [0.9 * wide, 0.8 * deep, 0.09 * h]));
  out.push(round([0, 0, top], [0, -0.01 * h, at(joints.chin, sunk) + 0.02 * h], 0.07 * h, 0.07 * h, 1, SKIN));
  out.push(ball([0, -0.015 * h, at(joints.eye, sunk)], [0.095 * h, 0.115 * h, 0.13 * h], SKIN));
  // Hair, so that front and back are told apart.
  out.push(ball([0, 0.008 * h, at(joints.eye, sunk - 0.012 * h)], [0.104 * h, 0.115 * h, 0.122 * h], '#2c221c'));
  return out;
}

/** Rise of a step, at most, mm (common practice, no source). */
const RISE = 180;
/** Steps of a flight of stairs, from the front up. */
export const stepsOf = ({ height }: Pick<Scenic, 'height'>): number => Math.max(1, Math.min(60, Math.ceil(height / RISE - 1e-9)));

const makers: Readonly<Record<ScenicShape, (make: Maker, size: Vec3, thing: Scenic) => Body[]>> = {
  person: (make, size, { posture }) => person(make, size, posture),
  box: ({ box }, [w, d, h]) => [box([0, 0, h / 2], [w, d, h])],
  riser: ({ box }, [w, d, h]) => [box([0, 0, h / 2], [w, d, h])],
  flat: ({ box }, [w, d, h]) => [box([0, 0, h / 2], [w, d, h])],
  stairs({ box }, [w, d, h], thing) {
    const n = stepsOf(thing);
    return Array.from({ length: n }, (_, i) =>
      box([0, -d / 2 + ((i + 0.5) * d) / n, ((i + 1) * h) / n / 2], [w, d / n, ((i + 1) * h) / n]),
    );
  },
  table({ box }, [w, d, h]) {
    const leg = Math.min(60, w / 4, d / 4);
    const top = Math.min(40, h / 4);
    const legs = [-1, 1].flatMap((i) =>
      [-1, 1].map((j) => box([(i * (w - leg * 1.6)) / 2, (j * (d - leg * 1.6)) / 2, (h - top) / 2], [leg, leg, h - top])),
    );
    return [box([0, 0, h - top / 2], [w, d, top]), ...legs];
  },
  chair({ box }, [w, d, h]) {
    const [seat, leg] = [h * 0.5, Math.min(40, w / 6)];
    const legs = [-1, 1].flatMap((i) =>
      [-1, 1].map((j) => box([(i * (w - leg)) / 2, (j * (d - leg)) / 2, (seat - 30) / 2], [leg, leg, seat - 30])),
    );
    return [box([0, 0, seat - 15], [w, d, 30]), box([0, d / 2 - 15, (seat + h) / 2], [w, 30, h - seat]), ...legs];
  },
  column: ({ round, box }, [w, d, h]) => [
    box([0, 0, h * 0.02], [w, d, h * 0.04]),
    round([0, 0, h * 0.04], [0, 0, h * 0.96], w * 0.84, d * 0.84, 0.9),
    box([0, 0, h * 0.98], [w, d, h * 0.04]),
  ],
  tree: ({ round, ball }, [w, d, h]) => [
    round([0, 0, 0], [0, 0, h * 0.55], w * 0.13, d * 0.13, 0.55, BARK),
    ball([0, 0, h * 0.78], [w * 0.72, d * 0.72, h * 0.44]),
    ball([-w * 0.22, -d * 0.1, h * 0.62], [w * 0.55, d * 0.6, h * 0.34]),
    ball([w * 0.2, d * 0.14, h * 0.6], [w * 0.6, d * 0.6, h * 0.36]),
  ],
  boat: ({ shell, box }, [w, d, h]) => [
    shell([0, 0, h / 2], [w, d, h]),
    ...[-0.22, 0.2].map((x) => box([x * w, 0, h * 0.68], [w * 0.07, d * 0.86, h * 0.05], '#8a6f4b')),
  ],
};
/** Bodies of a thing whose foot stands at a height. */
export function scenicBodies(thing: Scenic, z: number): Body[] {
  const foot: Vec3 = [thing.at[0], thing.at[1], z];
  const make = maker(foot, uprightAxes(thing.turn));
  return makers[thing.shape](make, [thing.width, thing.depth, thing.height], thing);
}

/** Corners of a thing in plan, from downstage right anticlockwise. */
export function footprint({ at, width, depth, turn }: Scenic): Vec2[] {
  const corner = (x: number, y: number): Vec2 => turned([at[0] + x, at[1] + y], at, turn);
  return [
    corner(-width / 2, -depth / 2),
    corner(width / 2, -depth / 2),
    corner(width / 2, depth / 2),
    corner(-width / 2, depth / 2),
  ];
}
/** A point of the plan as one sees it who stands in the middle of a thing: to its left and to its back. */
const within = ({ at, turn }: Scenic, point: Vec2): Vec2 => {
  const [x, y] = turned(point, at, -turn);
  return [x - at[0], y - at[1]];
};
const carries: ReadonlySet<ScenicShape> = new Set(['box', 'riser', 'stairs', 'table']);
/** How high above its foot a thing carries what stands at a point of the plan; null where it carries nothing. */
export function carriedAt(thing: Scenic, point: Vec2): number | null {
  if (!carries.has(thing.shape)) return null;
  const [x, y] = within(thing, point);
  if (Math.abs(x) > thing.width / 2 || Math.abs(y) > thing.depth / 2) return null;
  if (thing.shape !== 'stairs') return thing.height;
  const n = stepsOf(thing);
  return (Math.min(n, Math.floor(((y + thing.depth / 2) / thing.depth) * n) + 1) * thing.height) / n;
}

/** Even and odd: whether a point lies inside a closed line. */
export function insideLine(points: readonly Vec2[], [x, y]: Vec2): boolean {
  let inside = false;
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length] ?? [ax, ay];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  });
  return inside;
}

/** Floor of the house, mm: that of the lowest seats; of the stage where there are none. */
export const houseFloor = (show: Show): number =>
  all(show, 'outline').reduce((low, { use, zFrom }) => (use === 'seats' ? Math.min(low, zFrom) : low), 0);
/** Farther from every row than this one is not among them, mm. */
const BETWEEN = 700;
/** How far a point lies from a closed line, mm. */
function awayFrom(points: readonly Vec2[], [x, y]: Vec2): number {
  return points.reduce((least, [ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length] ?? [ax, ay];
    const [dx, dy] = [bx - ax, by - ay];
    const long = dx * dx + dy * dy;
    const t = long > 0 ? Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / long)) : 0;
    return Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
  }, Number.POSITIVE_INFINITY);
}
/** The floor at a point of the plan: of a row of seats, of the house before the stage, or of the stage. */
export function floorAt(show: Show, point: Vec2): number {
  const at = (use: Outline['use']) => all(show, 'outline').filter((outline) => outline.use === use);
  const edges = at('stage edge');
  if (point[1] >= 0 || edges.some((edge) => insideLine(outlinePoints(edge), point))) return 0;
  // Between two rows one stands on the step of the nearer one.
  let [near, floor] = [BETWEEN, edges.length ? houseFloor(show) : 0];
  for (const seats of at('seats')) {
    const away = insideLine(outlinePoints(seats), point) ? 0 : awayFrom(outlinePoints(seats), point);
    if (away < near) [near, floor] = [away, seats.zFrom];
  }
  return floor;
}

interface Kept {
  readonly things: readonly Scenic[];
  readonly outlines: readonly Outline[];
  readonly heights: ReadonlyMap<Id, number>;
}
let last: Kept | null = null;
/** Which of two carries the other, where both lie over each other: the larger one. */
const larger = (a: Scenic, b: Scenic): boolean => {
  const [m, n] = [a.width * a.depth, b.width * b.depth];
  return m > n || (m === n && a.id < b.id);
};
/** Height of the foot of every thing: what is said, or what is below it. The same map while nothing of it changes. */
export function feetOf(show: Show): ReadonlyMap<Id, number> {
  const [things, outlines] = [all(show, 'scenic'), all(show, 'outline')];
  if (last?.things === things && last.outlines === outlines) return last.heights;
  const heights = new Map<Id, number>();
  const scenery = outlines.filter(({ use, closed }) => use === 'scenery' && closed);
  // The largest first: what may carry another is known before it is asked.
  for (const thing of [...things].sort((a, b) => (larger(a, b) ? -1 : 1))) {
    let z = thing.z ?? floorAt(show, thing.at);
    if (thing.z === undefined) {
      for (const outline of scenery) if (insideLine(outlinePoints(outline), thing.at)) z = Math.max(z, outline.zTo);
      for (const other of things) {
        const foot = other === thing || !larger(other, thing) ? undefined : heights.get(other.id);
        const on = foot === undefined ? null : carriedAt(other, thing.at);
        if (foot !== undefined && on !== null) z = Math.max(z, foot + on);
      }
    }
    heights.set(thing.id, z);
  }
  last = { things, outlines, heights };
  return heights;
}
