/** A racetrack: two straights and two half circles round a centre, anticlockwise or clockwise, begun anywhere. */
import { present } from '../measure/list.js';
import type { Curve, Piece, Vec2 } from '../model/records.js';

export interface Racetrack {
  readonly centre: Vec2;
  /** Length of each straight, mm. */
  readonly straight: number;
  /** Of the half circles, mm. */
  readonly radius: number;
}

/** Two straights and two half circles about a centre, anticlockwise from the middle of the downstage straight's stage left end. */
export function racetrack(centre: Vec2, straight: number, radius: number, z: number): Curve {
  const [x, y] = centre;
  const half = straight / 2;
  const pieces: Piece[] = [
    { form: 'straight', a: [x - half, y - radius], b: [x + half, y - radius] },
    { form: 'arc', centre: [x + half, y], radius, start: -90, sweep: 180 },
    { form: 'straight', a: [x + half, y + radius], b: [x - half, y + radius] },
    { form: 'arc', centre: [x - half, y], radius, start: 90, sweep: 180 },
  ];
  return { form: 'chain', z, pieces };
}

const mean = (a: Vec2, b: Vec2): Vec2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
/** mm; what rounding may leave between ends that meet. */
const CLOSE = 1;
const close = (a: number, b: number): boolean => Math.abs(a - b) < CLOSE;

/** The figures of a racetrack, however it is turned and wherever it begins; null for any other curve. */
export function racetrackOf(curve: Curve): Racetrack | null {
  if (curve.form !== 'chain' || curve.pieces.length !== 4) return null;
  const arcs = curve.pieces.flatMap((piece) => (piece.form === 'arc' ? [piece] : []));
  const straights = curve.pieces.flatMap((piece) => (piece.form === 'straight' ? [piece] : []));
  const [one, two] = arcs;
  const [first, second] = straights;
  if (!one || !two || !first || !second) return null;
  if (curve.pieces.some((piece, i) => piece.form === curve.pieces[(i + 1) % 4]?.form)) return null;
  if (!close(Math.abs(one.sweep), 180) || !close(Math.abs(two.sweep), 180) || !close(one.radius, two.radius)) return null;
  const straight = Math.hypot(one.centre[0] - two.centre[0], one.centre[1] - two.centre[1]);
  const long = ({ a, b }: typeof first) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (!close(long(first), straight) || !close(long(second), straight)) return null;
  return { centre: mean(one.centre, two.centre), straight, radius: one.radius };
}

/**
 * A racetrack with other figures: turned as it was, begun where it began.
 * @throws when `curve` is no racetrack; ask `racetrackOf` first
 */
export function withFigures(curve: Curve, next: Racetrack): Curve {
  const before = present(racetrackOf(curve));
  if (curve.form !== 'chain') return curve;
  const { centre } = before;
  const [arc] = curve.pieces.flatMap((piece) => (piece.form === 'arc' ? [piece] : []));
  const way = present(arc).centre;
  const half = before.straight / 2;
  const [ux, uy] = [(way[0] - centre[0]) / half, (way[1] - centre[1]) / half];
  /** A corner, or the centre of a half circle, by the sides of the axes on which it lies. */
  const moved = ([x, y]: Vec2): Vec2 => {
    const [dx, dy] = [x - centre[0], y - centre[1]];
    const u = Math.sign(dx * ux + dy * uy) * (next.straight / 2);
    const across = -dx * uy + dy * ux;
    const v = Math.abs(across) < before.radius / 2 ? 0 : Math.sign(across) * next.radius;
    return [next.centre[0] + u * ux - v * uy, next.centre[1] + u * uy + v * ux];
  };
  return {
    ...curve,
    pieces: curve.pieces.map((piece) =>
      piece.form === 'arc'
        ? { ...piece, centre: moved(piece.centre), radius: next.radius }
        : { ...piece, a: moved(piece.a), b: moved(piece.b) },
    ),
  };
}
