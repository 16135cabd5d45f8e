/** From a point on the drawing back to the rig: which position, how far along. */

import type { Position } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { stagePositions } from '../order/tray.js';
import { curveLength, dropOn, frameAlong, fromOrigin, isClosed, snapAlong } from '../space/curves.js';
import { type Detail, detailAlong, detailPoint, detailsOf } from './details.js';

export interface HangPoint {
  readonly position: Position;
  readonly along: number;
  /** Where that is on the drawing. */
  readonly at: readonly [number, number];
  /** Signed distance from the position's origin, mm; positive towards stage left, or up. */
  readonly fromOrigin: number;
  /** The detail that was pointed at, or null on the plan. */
  readonly detail: Detail | null;
}

/** Distance along of a drawing point on a given position, snapped unless `snap` is 0. Works on the plan and in details, whichever is nearer. */
export function alongAt(
  show: Show,
  position: Position,
  x: number,
  y: number,
  snap = settingsOf(show).snap,
): HangPoint & { distance: number } {
  const detail = detailsOf(show).get(position.id);
  const { curve } = position;
  const plan = curve.form === 'vertical' && detail ? null : dropOn(curve, [x, y]);
  const flat = detail ? detailAlong(detail, x, y) : null;
  const inDetail = flat !== null && (plan === null || flat.off < plan.distance);
  let along = inDetail ? flat.along : plan!.along;
  const distance = inDetail ? flat.off : plan!.distance;
  if (snap > 0) along = snapAlong(curve, along, snap);
  // A closed position has no end: just before its beginning is its beginning.
  if (isClosed(curve) && along > curveLength(curve) - Math.max(snap, 20) / 2) along = 0;
  const at = inDetail ? detailPoint(detail!, along) : planPoint(position, along);
  return { position, along, at, fromOrigin: fromOrigin(curve, along), distance, detail: inDetail ? detail! : null };
}

const planPoint = (position: Position, along: number): readonly [number, number] => {
  const { point } = frameAlong(position.curve, along);
  return [point[0], point[1]];
};

/** A point of a position on the drawing: in the detail of a vertical one, else on the plan (or in the detail that is named). */
export function drawnPoint(show: Show, position: Position, along: number, inDetail?: Detail | null): readonly [number, number] {
  const detail =
    inDetail ?? (position.curve.form === 'vertical' && inDetail !== null ? detailsOf(show).get(position.id) : undefined);
  return detail ? detailPoint(detail, along) : planPoint(position, along);
}

/** The position nearest to a drawing point within a tolerance in mm; ties go to the higher one. Locked and hidden layers take no new units. */
export function hangAt(show: Show, x: number, y: number, tolerance: number, snap?: number): HangPoint | null {
  let best: (HangPoint & { distance: number }) | null = null;
  const open = new Set(
    all(show, 'layer')
      .filter((layer) => layer.state === 'shown')
      .map((layer) => layer.id),
  );
  for (const position of stagePositions(show)) {
    if (!open.has(position.layer)) continue;
    const found = alongAt(show, position, x, y, snap);
    if (found.distance > tolerance) continue;
    if (
      !best ||
      found.distance < best.distance - 1e-6 ||
      (Math.abs(found.distance - best.distance) <= 1e-6 && found.position.curve.z > best.position.curve.z)
    )
      best = found;
  }
  return best;
}
