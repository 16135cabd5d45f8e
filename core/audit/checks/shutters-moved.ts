/** Shutters that were set before the fixture, or its aim, was moved. */
import { shuttersDoubtful } from '../../light/shutters.js';
import { type Check, nameOf, upper } from '../check.js';

export const shuttersMoved: Check = {
  code: 'shutters moved',
  order: 89,
  weight: 'doubt',
  step: 'focus',
  field: 'aim',
  find: {
    position: ({ show, fixtures }) =>
      fixtures
        .filter((fixture) => shuttersDoubtful(show, fixture))
        .map((fixture) => ({
          fixtures: [fixture.id],
          key: fixture.id,
          text: `${upper(nameOf(show, fixture))} has moved since its shutters were set.`,
          todo: 'Look through its lens and cut it anew, or pull the blades out.',
          state: JSON.stringify(fixture.optics?.shutters ?? []),
        })),
  },
};
