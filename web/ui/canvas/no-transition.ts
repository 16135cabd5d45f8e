/** In place of d3-transition and d3-interpolate, of which d3-zoom uses no more than this: nothing on the drawing is animated, so nothing is to be interrupted. */
import { selection } from 'd3-selection';

(selection.prototype as { interrupt?: () => unknown }).interrupt = function (this: unknown) {
  return this;
};
export const interrupt = (): void => undefined;
/** The way from one view to another, which nobody goes: it ends at once. */
export const interpolateZoom = (_: unknown, to: readonly [number, number, number]) => () => to;
