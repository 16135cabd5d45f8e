/** Details: vertical positions laid flat beside the plan, so that stacked fixtures can be seen and picked. */
import type { Id, Position } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { positionsInOrder } from '../number/order.js';

/** A detail shows the front elevation of a position: world x and z become x and y from its origin. */
export interface Detail {
  readonly position: Position;
  /** Foot of the position on the drawing (height 0), mm. */
  readonly origin: readonly [number, number];
}

const kept = new WeakMap<Show, ReadonlyMap<Id, Detail>>();

/** Details of all vertical positions: those of stage left stand in rows to the right of the house, the others to the left. */
export function detailsOf(show: Show): ReadonlyMap<Id, Detail> {
  let details = kept.get(show);
  if (details) return details;
  const { stageWidth } = settingsOf(show);
  let [left, right] = [-stageWidth / 2, stageWidth / 2];
  let bottom = 0;
  for (const outline of all(show, 'outline'))
    for (const [x, y] of outline.points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      bottom = Math.min(bottom, y);
    }
  for (const { curve } of all(show, 'position')) {
    if (curve.form !== 'straight') continue;
    left = Math.min(left, curve.a[0], curve.b[0]);
    right = Math.max(right, curve.a[0], curve.b[0], curve.b[0]);
  }
  const vertical = positionsInOrder(show).filter((position) => position.curve.form === 'vertical');
  const fresh = new Map<Id, Detail>();
  for (const side of [-1, 1] as const) {
    const mine = vertical.filter(({ curve }) => curve.form === 'vertical' && (curve.at[0] < 0 ? -1 : 1) === side);
    const edge = side < 0 ? left - 2400 : right + 2400;
    // Two columns, the first position lowest: read from the audience upstage, as on the plan.
    mine.forEach((position, i) => {
      const [row, column] = [Math.floor(i / 2), i % 2];
      fresh.set(position.id, { position, origin: [edge + side * column * 3000, bottom * 0.25 + row * 6600] });
    });
  }
  details = fresh;
  kept.set(show, fresh);
  return fresh;
}
