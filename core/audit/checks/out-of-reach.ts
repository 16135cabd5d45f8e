/** A head whose pan and tilt do not reach what it is aimed at. */
import { get } from '../../model/show.js';
import { place } from '../../space/hanging.js';
import { type Check, nameOf, upper } from '../check.js';

/** Less than this nobody sees, degrees. */
const SEEN = 0.05;

export const outOfReach: Check = {
  code: 'out of reach',
  order: 86,
  weight: 'doubt',
  step: 'focus',
  field: 'aim',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const { missing } = place(show, fixture);
        if (missing <= SEEN) return [];
        const { pan, tilt } = get(show, 'type', fixture.type);
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} looks ${missing.toFixed(1)}° past its aim: its head pans ${pan}° and tilts ${tilt}° in all.`,
            todo: 'Turn its base by its spin, hang it elsewhere, or aim another one there.',
            state: missing.toFixed(1),
          },
        ];
      }),
  },
};
