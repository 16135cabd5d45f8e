/** A unit above the grid of the house. */
import { place } from '../../space/hanging.js';
import { type Check, nameOf, upper } from '../check.js';

/** Half a millimetre is nothing that anybody could measure (reference calculations 1). */
export const EPSILON = 0.5;

export const aboveTheGrid: Check = {
  code: 'above the grid',
  order: 90,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, settings: { grid }, position, fixtures }) =>
      grid === undefined
        ? []
        : fixtures
            .filter((fixture) => place(show, fixture).clamp[2] > grid + EPSILON)
            .map((fixture) => ({
              fixtures: [fixture.id],
              key: fixture.id,
              text: `${upper(nameOf(show, fixture))} is above the grid: check the trim of ${position.name}.`,
              todo: `Lower ${position.name}, or correct the height of the grid.`,
              state: String(fixture.along),
            })),
  },
};
