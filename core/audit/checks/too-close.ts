/** Bodies or clamps that are in each other's way. */
import { collisionsOn } from '../../bodies/collisions.js';
import { formatLength } from '../../measure/lengths.js';
import { get } from '../../model/show.js';
import { type Check, nameOf, upper } from '../check.js';

export const tooClose: Check = {
  code: 'too close',
  order: 70,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, settings: { units }, position, fixtures }) =>
      collisionsOn(show, position, fixtures).map(({ a, b, what, missing }) => {
        const more = `${formatLength(Math.ceil(missing), units)}${units === 'metric' ? ' m' : ''}`;
        return {
          fixtures: [a, b],
          key: `${a} ${b}`,
          text: `${upper(nameOf(show, get(show, 'fixture', a)))} and ${nameOf(show, get(show, 'fixture', b))}: the ${what} need ${more} more between them.`,
          todo: 'Move one of them along, turn it, or hang it over.',
        };
      }),
  },
};
