/** Moving, turning and mirroring of what stands on the stage: curves, outlines, cloths, notes. Source: reference calculations 3 (mirror); plain geometry. */
import { firstOf, itemAt } from '../measure/list.js';
import { kindOf, type Moves } from '../model/kinds/index.js';
import type {
  Anchor,
  Curve,
  DessinRecord,
  Dimension,
  FocusArea,
  Masking,
  Note,
  Outline,
  Piece,
  Position,
  Scenic,
  StandingWall,
  Vec2,
  Vec3,
  Vertical,
} from '../model/records.js';
import { turned, wrap180 } from './vectors.js';

/** A line of the plan: a point of it, mm, and its direction, degrees. */
export interface PlanLine {
  readonly at: Vec2;
  readonly angle: number;
}
export const centreLine: PlanLine = { at: [0, 0], angle: 90 };
/** The line through two points. @throws RangeError when they are one */
export function lineThrough(a: Vec2, b: Vec2): PlanLine {
  if (Math.hypot(b[0] - a[0], b[1] - a[1]) < 1) throw new RangeError('A line needs two points that lie apart.');
  return { at: a, angle: (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI };
}

/** A motion of the plan. Mirroring is about the centre line, (x, y, z) to (-x, y, z), unless another line is said. */
export type Motion =
  | { readonly kind: 'shift'; readonly by: Vec3 }
  | { readonly kind: 'turn'; readonly about: Vec2; readonly angle: number }
  | { readonly kind: 'mirror'; readonly about?: PlanLine };

/** Whether it is the centre line: its figures are then exact, with no sine in between. */
const isCentre = ({ at, angle }: PlanLine): boolean => at[0] === 0 && Math.abs(angle) === 90;

/** A plan point after a motion. */
export function movedPoint(point: Vec2, motion: Motion): Vec2 {
  if (motion.kind === 'shift') return [point[0] + motion.by[0], point[1] + motion.by[1]];
  if (motion.kind === 'turn') return turned(point, motion.about, motion.angle);
  const { about = centreLine } = motion;
  if (isCentre(about)) return [-point[0] + 0, point[1]];
  const [c, s] = [Math.cos((about.angle * Math.PI) / 90), Math.sin((about.angle * Math.PI) / 90)];
  const [x, y] = [point[0] - about.at[0], point[1] - about.at[1]];
  return [about.at[0] + c * x + s * y, about.at[1] + s * x - c * y];
}
/** Twice the angle of the line that a motion mirrors about, degrees. */
const twice = ({ about = centreLine }: Extract<Motion, { kind: 'mirror' }>): number => 2 * about.angle;
/** A plan bearing after a motion, degrees. */
export const movedBearing = (bearing: number, motion: Motion): number =>
  motion.kind === 'turn'
    ? wrap180(bearing + motion.angle)
    : motion.kind === 'mirror'
      ? wrap180(twice(motion) - bearing)
      : bearing;
/** The rise in height of a motion, mm. */
const lift = (motion: Motion): number => (motion.kind === 'shift' ? motion.by[2] : 0);

const movedPiece = <P extends Piece>(piece: P, motion: Motion): P =>
  (piece.form === 'straight'
    ? { ...piece, a: movedPoint(piece.a, motion), b: movedPoint(piece.b, motion) }
    : {
        ...piece,
        centre: movedPoint(piece.centre, motion),
        start: movedBearing(piece.start, motion),
        sweep: motion.kind === 'mirror' ? -piece.sweep : piece.sweep,
      }) as P;

function movedVertical(curve: Vertical, motion: Motion, z: number): Vertical {
  const { turn: before = 0, ...rest } = curve;
  const turn =
    motion.kind === 'turn'
      ? wrap180(before + motion.angle)
      : // Left and right change places in the mirror: what is left over is how far the line lies from the centre line.
        motion.kind === 'mirror'
        ? wrap180(twice(motion) - 180 - before)
        : before;
  return {
    ...rest,
    at: movedPoint(curve.at, motion),
    z,
    bearing: movedBearing(curve.bearing, motion),
    ...(turn ? { turn } : {}),
  };
}

/**
 * A curve after a motion. Distances along stay what they were, but for a straight one that is mirrored:
 * its ends change places, so that end A stays at stage right and distance s becomes length - s.
 */
export function movedCurve(curve: Curve, motion: Motion): Curve {
  const z = curve.z + lift(motion);
  switch (curve.form) {
    case 'straight': {
      const [a, b] = [movedPoint(curve.a, motion), movedPoint(curve.b, motion)];
      if (motion.kind !== 'mirror') return { ...curve, a, b, z };
      const rise = curve.rise ?? 0;
      return { ...curve, a: b, b: a, z: z + rise, ...(rise ? { rise: -rise } : {}) };
    }
    case 'vertical':
      return movedVertical(curve, motion, z);
    case 'arc':
      return {
        ...movedPiece(
          { form: 'arc', centre: curve.centre, radius: curve.radius, start: curve.start, sweep: curve.sweep },
          motion,
        ),
        z,
      };
    case 'chain':
      return { form: 'chain', z, pieces: curve.pieces.map((piece) => movedPiece(piece, motion)) };
  }
}

const movedAnchor = (anchor: Anchor, motion: Motion): Anchor => ({ ...anchor, at: movedPoint(anchor.at, motion) });

export type Movable = Outline | Masking | Note | Dimension | Position | StandingWall | FocusArea | Scenic;
export const isMovable = (record: DessinRecord | undefined): record is Movable =>
  record !== undefined && kindOf(record).moves !== undefined && 'layer' in record && record.layer !== undefined;

/** The angle of a line that looks the same from both ends: mirrored, its stage right end stays the first. */
const movedDirection = (angle: number, motion: Motion): number =>
  motion.kind === 'mirror' ? wrap180(twice(motion) - 180 - angle) : movedBearing(angle, motion);
const opposite = (value: number | readonly number[]) => (typeof value === 'number' ? -value + 0 : value.map((one) => -one + 0));

/** A record of the stage, or a position, after a motion: its kind says which of its fields are moved, and how. */
export function movedRecord<R extends Movable>(record: R, motion: Motion): R {
  const moves = (kindOf(record).moves ?? {}) as Moves<Movable>;
  const out: Record<string, unknown> = { ...record };
  const each = <V>(keys: readonly string[] | undefined, moved: (value: V) => unknown) => {
    for (const key of keys ?? []) if (out[key] !== undefined && out[key] !== null) out[key] = moved(out[key] as V);
  };
  each<Vec2>(moves.points, (at) => movedPoint(at, motion));
  each<Vec3>(moves.places, ([x, y, z]): Vec3 => [...movedPoint([x, y], motion), z + lift(motion)]);
  each<readonly Vec2[]>(moves.lists, (list) => list.map((at) => movedPoint(at, motion)));
  each<number>(moves.heights, (z) => z + lift(motion));
  each<number>(moves.directions, (angle) => movedDirection(angle, motion));
  each<Anchor>(moves.anchors, (anchor) => movedAnchor(anchor, motion));
  if (moves.curve) each<Curve>([moves.curve], (curve) => movedCurve(curve, motion));
  if (motion.kind === 'mirror') each<number | readonly number[]>(moves.sided, opposite);
  return Object.assign(out, moves.otherwise?.(record, motion.kind === 'shift')) as unknown as R;
}

/** Points along one side of an outline, the first left out; a bulge makes it an arc. Source: reference formats 9.4 (bulge). */
export function bulgePoints(a: Vec2, b: Vec2, bulge: number, sagitta = 5): Vec2[] {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const chord = Math.hypot(dx, dy);
  if (Math.abs(bulge) < 1e-9 || chord < 1e-9) return [b];
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const k = (1 - bulge * bulge) / (4 * bulge);
  const centre: Vec2 = [(a[0] + b[0]) / 2 - dy * k, (a[1] + b[1]) / 2 + dx * k];
  const sweep = 4 * Math.atan(bulge);
  const n = Math.max(2, Math.min(720, Math.ceil(Math.abs(sweep) / (2 * Math.acos(Math.max(0.5, 1 - sagitta / radius))))));
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0]);
  return Array.from({ length: n }, (_, i): Vec2 => {
    if (i === n - 1) return b;
    const angle = start + (sweep * (i + 1)) / n;
    return [centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)];
  });
}

/** The bulge of the arc from a to b through a third point. Three points in line answer 0. */
export function bulgeThrough(a: Vec2, through: Vec2, b: Vec2): number {
  const [ux, uy, vx, vy] = [a[0] - through[0], a[1] - through[1], b[0] - through[0], b[1] - through[1]];
  const angle = Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
  // The angle at the third point sees the chord: the arc's own half angle is pi less it.
  const half = Math.PI - Math.abs(angle);
  return (angle > 0 ? 1 : -1) * Math.tan(half / 2) * -1 + 0;
}

const keptPoints = new WeakMap<Outline, readonly Vec2[]>();
/** An outline as a polyline, its arcs flattened; a closed one ends where it began. */
export function outlinePoints(outline: Outline): readonly Vec2[] {
  let points = keptPoints.get(outline);
  if (!points) {
    const { points: corners, bulges, closed } = outline;
    const out: Vec2[] = [firstOf(corners)];
    const sides = closed ? corners.length : corners.length - 1;
    for (let i = 0; i < sides; i++) {
      const [a, b] = [itemAt(corners, i), itemAt(corners, (i + 1) % corners.length)];
      const bulge = bulges?.[i] ?? 0;
      if (bulge) out.push(...bulgePoints(a, b, bulge));
      else out.push(b);
    }
    points = out;
    keptPoints.set(outline, points);
  }
  return points;
}

/** Ends of a cloth in plan, stage right end first where it hangs across. */
export function maskingEnds(masking: Masking): readonly [Vec2, Vec2] {
  const [c, s] = [Math.cos((masking.turn * Math.PI) / 180), Math.sin((masking.turn * Math.PI) / 180)];
  const half = masking.width / 2;
  const [x, y] = masking.at;
  return [
    [x - c * half, y - s * half],
    [x + c * half, y + s * half],
  ];
}
