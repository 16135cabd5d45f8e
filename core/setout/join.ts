/** Several straights and arcs made into one position: a racetrack, or any other combination. Units keep their places. */
import { firstOf, lastOf, present } from '../measure/list.js';
import { type Change, compose, edit, removing, updating } from '../model/change.js';
import type { Fixture, Piece, Position, Vec2 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { curveLength, frameAlong } from '../space/curves.js';

/** Ends nearer than this belong together, mm. */
const MEET = 20;

const piecesOfPosition = (position: Position): readonly Piece[] => {
  const { curve } = position;
  if (curve.form === 'chain') return curve.pieces;
  if (curve.form === 'straight') return [{ form: 'straight', a: curve.a, b: curve.b }];
  if (curve.form === 'arc')
    return [{ form: 'arc', centre: curve.centre, radius: curve.radius, start: curve.start, sweep: curve.sweep }];
  throw new RangeError(`${position.name} stands upright and cannot be joined to others.`);
};
const turnedPiece = (piece: Piece): Piece =>
  piece.form === 'straight'
    ? { ...piece, a: piece.b, b: piece.a }
    : { ...piece, start: piece.start + piece.sweep, sweep: -piece.sweep };
const ends = (position: Position): readonly [Vec2, Vec2] => {
  const [a, b] = [frameAlong(position.curve, 0).point, frameAlong(position.curve, curveLength(position.curve)).point];
  return [
    [a[0], a[1]],
    [b[0], b[1]],
  ];
};
const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) <= MEET;

/**
 * Joins positions whose ends meet into the first of them.
 * @throws RangeError with a sentence when they do not meet, hang at different trims, or stand upright
 */
export function joinPositions(show: Show, positions: readonly Position[]): Change {
  const [first] = positions;
  if (!first || positions.length < 2) throw new RangeError('Choose two positions or more whose ends meet.');
  const low = positions.find(
    (position) => Math.abs(position.curve.z - first.curve.z) > 1 || (position.curve.form === 'straight' && position.curve.rise),
  );
  if (low) throw new RangeError(`${low.name} hangs at another height than ${first.name}. Give them one trim first.`);
  const chain: { position: Position; turned: boolean }[] = [{ position: first, turned: false }];
  const rest = positions.slice(1);
  const endOf = (link: { position: Position; turned: boolean }, last: boolean): Vec2 =>
    ends(link.position)[last !== link.turned ? 1 : 0];
  while (rest.length) {
    const [head, tail] = [endOf(firstOf(chain), false), endOf(lastOf(chain), true)];
    const i = rest.findIndex((position) => ends(position).some((end) => near(end, head) || near(end, tail)));
    if (i < 0) throw new RangeError(`The ends of ${firstOf(rest).name} meet none of the others. Bring them together first.`);
    const position = firstOf(rest.splice(i, 1));
    const [a, b] = ends(position);
    if (near(a, tail)) chain.push({ position, turned: false });
    else if (near(b, tail)) chain.push({ position, turned: true });
    else if (near(b, head)) chain.unshift({ position, turned: false });
    else chain.unshift({ position, turned: true });
  }
  const pieces: Piece[] = [];
  const offset = new Map<string, { from: number; length: number; turned: boolean }>();
  let from = 0;
  for (const { position, turned } of chain) {
    const own = piecesOfPosition(position);
    pieces.push(...(turned ? [...own].reverse().map(turnedPiece) : own));
    const length = curveLength(position.curve);
    offset.set(position.id, { from, length, turned });
    from += length;
  }
  const joined: Position = { ...first, curve: { form: 'chain', z: first.curve.z, pieces } };
  const riding = all(show, 'fixture').filter((fixture) => offset.has(fixture.position));
  const moved = edit(riding, (fixture): Partial<Fixture> => {
    const { from: start, length, turned } = present(offset.get(fixture.position));
    // On a piece that was turned, what was to one side is to the other.
    return {
      position: first.id,
      along: start + (turned ? length - fixture.along : fixture.along),
      ...(turned ? { side: -fixture.side + 0 } : {}),
    };
  });
  return withUnits(show, compose(updating([[first, joined]]), compose(moved, removing(...positions.slice(1)))));
}
