/** Details: positions laid flat beside the plan, so that stacked fixtures can be seen, picked and edited there. */
import { sameItems } from '../measure/list.js';
import type { Id, Position, Vec2 } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { stagePositions, stagePositionsInOrder } from '../order/tray.js';
import { curveLength, curvePoints } from '../space/curves.js';
import type { Place } from '../space/hanging.js';
import { deg } from '../space/vectors.js';

/**
 * A vertical position is seen from the front: world x and height become x and y from its foot.
 * Any other is laid flat: the distance along becomes x, upstage of it y.
 */
export interface Detail {
  readonly position: Position;
  /** Foot of a vertical position at floor height, or end A of any other; on the drawing, mm. */
  readonly origin: Vec2;
  /** How large it is against the plan. */
  readonly size: number;
}

/** Booms, ladders and rings have a detail unless it was put away; others when it was asked for. */
export const hasDetail = (position: Position): boolean =>
  position.detail?.shown ?? (position.curve.form === 'vertical' || position.use === 'ring');

const kept = new WeakMap<Show, ReadonlyMap<Id, Detail>>();
interface Standing {
  readonly positions: readonly Position[];
  readonly outlines: readonly unknown[];
  readonly width: number;
  readonly details: ReadonlyMap<Id, Detail>;
}
let last: Standing | null = null;

/** Details of a show: where the user put them; else those of stage left in rows to the right of the house, of stage right to the left, long ones below. */
export function detailsOf(show: Show): ReadonlyMap<Id, Detail> {
  const known = kept.get(show);
  if (known) return known;
  const { stageWidth } = settingsOf(show);
  const [positions, outlines] = [all(show, 'position'), all(show, 'outline')];
  // Most edits touch neither: the same map keeps what is drawn from it.
  const fresh =
    last && last.width === stageWidth && sameItems(last.positions, positions) && sameItems(last.outlines, outlines)
      ? last.details
      : place(show, stageWidth);
  last = { positions, outlines, width: stageWidth, details: fresh };
  kept.set(show, fresh);
  return fresh;
}

function place(show: Show, stageWidth: number): ReadonlyMap<Id, Detail> {
  let [left, right] = [-stageWidth / 2, stageWidth / 2];
  let bottom = 0;
  for (const outline of all(show, 'outline'))
    for (const [x, y] of outline.points) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      bottom = Math.min(bottom, y);
    }
  for (const { curve } of stagePositions(show))
    if (curve.form !== 'vertical')
      for (const [x, y] of curvePoints(curve, 100)) {
        left = Math.min(left, x);
        right = Math.max(right, x);
        bottom = Math.min(bottom, y);
      }
  const fresh = new Map<Id, Detail>();
  const wanted = stagePositionsInOrder(show).filter(hasDetail);
  const at = (position: Position, origin: Vec2) =>
    fresh.set(position.id, { position, origin: position.detail?.at ?? origin, size: position.detail?.size ?? 1 });
  for (const side of [-1, 1] as const) {
    const mine = wanted.filter(({ curve }) => curve.form === 'vertical' && (curve.at[0] < 0 ? -1 : 1) === side);
    const edge = side < 0 ? left - 2400 : right + 2400;
    // Two columns, the first position lowest: read from the audience upstage, as on the plan.
    mine.forEach((position, i) => {
      const [row, column] = [Math.floor(i / 2), i % 2];
      at(position, [edge + side * column * 3000, bottom * 0.25 + row * 6600]);
    });
  }
  let y = bottom - 3200;
  for (const position of wanted) {
    if (position.curve.form === 'vertical') continue;
    at(position, [(-curveLength(position.curve) * (position.detail?.size ?? 1)) / 2, y]);
    y -= 3200;
  }
  return fresh;
}

/** A point of a position's detail on the drawing: distance along (or height above its foot) and distance to the side; mm. */
export function detailPoint(detail: Detail, along: number, side = 0): Vec2 {
  const { origin, size, position } = detail;
  const { curve } = position;
  return curve.form === 'vertical'
    ? [origin[0] + side * size, origin[1] + (curve.z + along) * size]
    : [origin[0] + along * size, origin[1] + side * size];
}

/** Back from the drawing to a detail: distance along, and how far off its line, mm of the world. */
export function detailAlong(detail: Detail, x: number, y: number): { along: number; off: number } {
  const { origin, size, position } = detail;
  const { curve } = position;
  const length = curveLength(curve);
  const raw = curve.form === 'vertical' ? (y - origin[1]) / size - curve.z : (x - origin[0]) / size;
  const along = Math.max(0, Math.min(length, raw));
  const [px, py] = detailPoint(detail, along);
  return { along, off: Math.hypot(x - px, y - py) };
}

/** Where a fixture is drawn in a detail: its real height and its real angle. */
export function drawnInDetail(at: Place, along: number, detail: Detail): { x: number; y: number; turn: number } {
  const { curve } = detail.position;
  if (curve.form === 'vertical') {
    const flat = Math.hypot(at.beam[0], at.beam[2]);
    const turn = flat < 0.05 ? 180 : deg(Math.atan2(at.beam[2], at.beam[0])) - 90;
    const [x, y] = detailPoint(detail, at.clamp[2] - curve.z, at.clamp[0] - curve.at[0]);
    return { x, y, turn };
  }
  // The position is straightened: what lies off it lies off it here, and noses keep their angle to it.
  const { frame } = at;
  const off = [at.clamp[0] - frame.point[0], at.clamp[1] - frame.point[1]] as const;
  const side = off[0] * frame.s[0] + off[1] * frame.s[1];
  const tangent = deg(Math.atan2(frame.t[1], frame.t[0]));
  const [x, y] = detailPoint(detail, along, side);
  return { x, y, turn: at.bearing - tangent - 90 };
}

/** How far beside its line a detail is read, mm at its own size. */
const BESIDE = 1500;
/**
 * What a point of the drawing is in the detail that it lies in: the height above the stage floor, or the distance along; mm.
 * @returns null outside of all details
 */
export function readInDetail(
  show: Show,
  [x, y]: Vec2,
): { readonly position: Position; readonly height: boolean; readonly mm: number } | null {
  for (const detail of detailsOf(show).values()) {
    const { along, off } = detailAlong(detail, x, y);
    const { position, size } = detail;
    const { curve } = position;
    const height = curve.form === 'vertical';
    if (off <= (height ? BESIDE : BESIDE / 2) * size) return { position, height, mm: along + (height ? curve.z : 0) };
  }
  return null;
}
