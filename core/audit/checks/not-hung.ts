/** Units that belong to the rig and hang nowhere yet. */
import type { Check } from '../check.js';

export const notHung: Check = {
  code: 'not hung',
  order: 155,
  weight: 'open',
  step: 'hang',
  field: 'position',
  find: {
    tray: ({ position, fixtures }) => [
      {
        fixtures: fixtures.map(({ id }) => id),
        key: position.id,
        text: `${fixtures.length === 1 ? '1 unit hangs' : `${fixtures.length} units hang`} nowhere yet.`,
        todo: 'Hang them from the tray, in the step Hang.',
        state: fixtures
          .map(({ id }) => id)
          .sort()
          .join(),
      },
    ],
  },
};
