/** Views of the stage that are kept by name. */
import type { Viewpoint } from '#core/model/records';
import { all, type Show } from '#core/model/show';

/** In their order: the way of a film goes through them. */
export const viewpointsOf = (show: Show): Viewpoint[] =>
  [...all(show, 'viewpoint')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
