/** In place of d3-transition, of which d3-zoom uses no more than this: nothing on the drawing is animated, so nothing is to be interrupted. */
import { selection } from 'd3-selection';

(selection.prototype as { interrupt?: () => unknown }).interrupt = function (this: unknown) {
  return this;
};
export const interrupt = (): void => undefined;
