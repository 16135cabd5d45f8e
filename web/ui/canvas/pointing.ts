/** Small figures of pointing: where a second end falls, what a row counts, how a distance is said. */
import type { Box } from '#core/draw/list';
import { formatLength } from '#core/measure/lengths';
import { type Show, settingsOf } from '#core/model/show';
import { snapTo } from '#core/space/curves';

export const rowCount = (row: { typed: string; from: number; to: number }, standing: number): number =>
  row.from === row.to ? 1 : row.typed && Number(row.typed) >= 1 ? Math.min(200, Number(row.typed)) : standing;
export const stageDistance = (u: number, units: 'metric' | 'imperial'): string =>
  Math.abs(u) < 0.5 ? 'on centre' : `${formatLength(Math.abs(u), units)} ${u > 0 ? 'SL' : 'SR'}`;
export const boxOfCorners = (a: readonly [number, number], b: readonly [number, number]): Box => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[0], b[0]),
  Math.max(a[1], b[1]),
];
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    /^(TEXTAREA|SELECT)$/.test(target.tagName) ||
    // A box to be ticked takes no letters: keys are commands there.
    (target instanceof HTMLInputElement && !/^(checkbox|radio|button|file)$/.test(target.type)));

/** Second end of a pipe: level or straight up and down stage when it is nearly so; Alt frees it. */
export function squared(
  from: readonly [number, number],
  at: readonly [number, number],
  snap: number,
  free: boolean,
): readonly [number, number] {
  if (free) return at;
  const [x, y] = [snapTo(at[0], snap), snapTo(at[1], snap)];
  if (Math.abs(at[1] - from[1]) < Math.abs(at[0] - from[0]) * 0.12) return [x, from[1]];
  if (Math.abs(at[0] - from[0]) < Math.abs(at[1] - from[1]) * 0.12) return [from[0], y];
  return [x, y];
}
export function withLength(
  from: readonly [number, number],
  at: readonly [number, number],
  length: number,
): readonly [number, number] {
  const square = squared(from, at, 1, false);
  const d = Math.hypot(square[0] - from[0], square[1] - from[1]);
  return d < 1
    ? [from[0] + length, from[1]]
    : [from[0] + ((square[0] - from[0]) * length) / d, from[1] + ((square[1] - from[1]) * length) / d];
}
/** The stage with its apron: where the work is. F shows the whole house. */
export function openingBox(show: Show, whole: Box): Box {
  const { stageWidth, stageDepth } = settingsOf(show);
  return [-stageWidth * 0.56, Math.max(whole[1], -stageDepth * 0.3), stageWidth * 0.56, stageDepth * 1.06];
}
/** A round length that is 60 to 160 pixels long. */
export function scaleBar(k: number, units: 'metric' | 'imperial'): number {
  const unit = units === 'metric' ? 1000 : 304.8;
  for (const n of [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50]) if (n * unit * k >= 60) return n * unit;
  return 100 * unit;
}
