/** A unit below the stage floor. */
import { place } from '../../space/hanging.js';
import { type Check, nameOf, upper } from '../check.js';
import { EPSILON } from './above-the-grid.js';

export const underTheFloor: Check = {
  code: 'under the floor',
  order: 80,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, position, fixtures }) =>
      fixtures
        .filter((fixture) => place(show, fixture).clamp[2] < -EPSILON)
        .map((fixture) => ({
          fixtures: [fixture.id],
          key: fixture.id,
          text: `${upper(nameOf(show, fixture))} is under the floor: check the trim of ${position.name}.`,
          todo: `Raise ${position.name}, or shorten the drop.`,
          state: String(fixture.along),
        })),
  },
};
