/** Turning positions about their middles: what hangs there goes along, and what is aimed stays aimed. */
import { type Change, updating } from '../model/change.js';
import type { Curve, Fixture, Position, Vec2 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { fixturesOn } from '../order/order.js';
import { withUnits } from '../order/units.js';
import { curvePoints, frameAlong } from '../space/curves.js';
import { movedCurve } from '../space/transform.js';
import { wrap180 } from '../space/vectors.js';

/** The middle of a position in plan, mm: what it is turned about. */
export const middleOf = (curve: Curve): Vec2 => {
  if (curve.form === 'vertical') return curve.at;
  if (curve.form === 'arc') return curve.centre;
  const points = curvePoints(curve, 50);
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};
/** How a position lies, degrees: the way from its first end; of a vertical one where its arms go; of an arc where it starts. */
export function angleOf(curve: Curve): number {
  if (curve.form === 'vertical') return curve.bearing;
  if (curve.form === 'arc') return curve.start;
  const { t } = frameAlong(curve, 0);
  return (Math.atan2(t[1], t[0]) * 180) / Math.PI;
}

/**
 * Positions turned by an angle, each about its own middle, degrees anticlockwise seen from above. Units keep their places along them and turn along; those that are
 * aimed go on looking at their aim, wherever they hang then.
 */
export function turnPositions(show: Show, positions: readonly Position[], angle: number): Change {
  const pairs: [Position | Fixture, Position | Fixture][] = [];
  for (const position of positions) {
    const about = middleOf(position.curve);
    pairs.push([position, { ...position, curve: movedCurve(position.curve, { kind: 'turn', about, angle }) }]);
    for (const fixture of fixturesOn(show, position))
      if (!fixture.aim) pairs.push([fixture, { ...fixture, spin: wrap180(fixture.spin + angle) }]);
  }
  return withUnits(show, updating(pairs));
}
