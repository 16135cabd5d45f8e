/** What a turn of the wheel, or two fingers on a trackpad, are meant to do. */

/** What is asked of a wheel event. */
export interface Wheel {
  readonly deltaX: number;
  readonly deltaY: number;
  /** 0 is pixels, 1 lines, 2 pages (UI Events, WheelEvent). */
  readonly deltaMode: number;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly shiftKey: boolean;
  readonly timeStamp: number;
  /** Not of the standard, but in browsers: 120 for each notch of a wheel. */
  readonly wheelDeltaY?: number;
}
export type Meaning = 'zoom' | 'pan';
export interface Felt {
  readonly trackpad: boolean;
  /** ms */
  readonly at: number;
}

/** ms within which events belong to one movement of the hand: it does not change its device meanwhile. */
const ONE_MOVEMENT = 250;
const NOTCH = 120;

/** Whether fingers on a trackpad moved, told from the notches of a wheel. No browser says it: pixels that are no whole notches, or a way to the side, are fingers. */
export function feltAs(event: Wheel, before: Felt | null): Felt {
  const at = event.timeStamp;
  if (before && at - before.at < ONE_MOVEMENT) return { trackpad: before.trackpad, at };
  if (event.deltaMode !== 0) return { trackpad: false, at };
  if (event.deltaX !== 0 && event.deltaY !== 0) return { trackpad: true, at };
  const notches = event.wheelDeltaY ?? 0;
  if (notches !== 0) return { trackpad: Math.abs(notches) % NOTCH !== 0, at };
  // A wheel with Shift goes to the side, by whole notches too; fingers seldom go so far at once.
  return { trackpad: Math.abs(event.deltaX || event.deltaY) < 50 || !Number.isInteger(event.deltaX + event.deltaY), at };
}

/** A pinch comes as a wheel with Ctrl, in all browsers. */
export function meaningOf(event: Wheel, felt: Felt, wheel: Meaning): Meaning {
  if (event.ctrlKey || event.metaKey) return 'zoom';
  return felt.trackpad ? 'pan' : wheel;
}

/** Pixels of a line, where a wheel counts lines. */
const LINE = 18;
const PAGE = 400;
/** The way that the paper goes, pixels: to the right and down. A wheel with Shift goes to the side. */
export function panBy(event: Wheel): readonly [number, number] {
  const unit = event.deltaMode === 1 ? LINE : event.deltaMode === 2 ? PAGE : 1;
  const [x, y] = event.shiftKey && event.deltaX === 0 ? [event.deltaY, 0] : [event.deltaX, event.deltaY];
  return [-x * unit || 0, -y * unit || 0];
}

/** The share of a doubling by which it zooms in, as d3-zoom takes it. A pinch counts four times. */
export const zoomBy = (event: Wheel): number =>
  -event.deltaY * (event.deltaMode === 1 ? 0.05 : event.deltaMode ? 1 : 0.0016) * (event.ctrlKey ? 4 : 1);
