/** A lantern that is tilted so steeply that its back runs into what it hangs on. */
import { intoPipe } from '../../bodies/own-pipe.js';
import { type Check, nameOf, upper } from '../check.js';

/** Less than this is in the measures of its type, mm. */
const SURE = 5;

export const intoItsPipe: Check = {
  code: 'into its pipe',
  order: 72,
  weight: 'doubt',
  step: 'focus',
  field: 'aim',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) =>
        fixture.spare || intoPipe(show, fixture) < SURE
          ? []
          : [
              {
                fixtures: [fixture.id],
                key: fixture.id,
                text: `${upper(nameOf(show, fixture))} is tilted so that its back meets what it hangs on.`,
                todo: 'Aim it less steeply, or hang it on an arm or lower by a drop.',
              },
            ],
      ),
  },
};
