/** From a point on the drawing back to the rig: which position, how far along. */
import type { Position } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { curveLength, dropOn, frameAlong, fromOrigin, snapAlong } from '../space/curves.js';
import { detailsOf } from './details.js';

export interface HangPoint {
  readonly position: Position;
  readonly along: number;
  /** Where that is on the drawing. */
  readonly at: readonly [number, number];
  /** Signed distance from the position's origin, mm; positive towards stage left, or up. */
  readonly fromOrigin: number;
}

/** Distance along of a drawing point on a given position, snapped unless `snap` is 0. Works in plan and in details. */
export function alongAt(
  show: Show,
  position: Position,
  x: number,
  y: number,
  snap = settingsOf(show).snap,
): HangPoint & { distance: number } {
  const detail = detailsOf(show).get(position.id);
  const { curve } = position;
  let along: number;
  let distance: number;
  if (detail) {
    const foot = detail.origin[1] + curve.z;
    along = Math.max(0, Math.min(curveLength(curve), y - foot));
    distance = Math.hypot(x - detail.origin[0], y - foot - along);
  } else ({ along, distance } = dropOn(curve, [x, y]));
  if (snap > 0) along = snapAlong(curve, along, snap);
  return { position, along, at: drawnPoint(show, position, along), fromOrigin: fromOrigin(curve, along), distance };
}

/** A point of a position on the drawing. */
export function drawnPoint(show: Show, position: Position, along: number): readonly [number, number] {
  const detail = detailsOf(show).get(position.id);
  if (detail) return [detail.origin[0], detail.origin[1] + position.curve.z + along];
  const { point } = frameAlong(position.curve, along);
  return [point[0], point[1]];
}

/** The position nearest to a drawing point within a tolerance in mm; ties go to the higher one. Locked and hidden layers take no new units. */
export function hangAt(show: Show, x: number, y: number, tolerance: number, snap?: number): HangPoint | null {
  let best: (HangPoint & { distance: number }) | null = null;
  const open = new Set(
    all(show, 'layer')
      .filter((layer) => layer.state === 'shown')
      .map((layer) => layer.id),
  );
  for (const position of all(show, 'position')) {
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
