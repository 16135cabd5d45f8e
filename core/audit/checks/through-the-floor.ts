/** A unit whose body is lower than the stage floor allows, while its clamp is above it. */
import { formatLength } from '../../measure/lengths.js';
import { get } from '../../model/show.js';
import { place, stands } from '../../space/hanging.js';
import { type Check, nameOf, upper } from '../check.js';
import { EPSILON } from './above-the-grid.js';
import { bodyRadius } from './through-a-wall.js';

export const throughTheFloor: Check = {
  code: 'through the floor',
  order: 82,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, settings: { units }, position, fixtures }) =>
      fixtures.flatMap((fixture) => {
        // What stands goes up from where it stands.
        if (stands(fixture)) return [];
        const { clamp, axis } = place(show, fixture);
        const through = bodyRadius(get(show, 'type', fixture.type)) - axis[2];
        if (clamp[2] < -EPSILON || through <= EPSILON) return [];
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} sticks ${formatLength(through, units)} through the floor.`,
            todo: `Raise ${position.name}, or let it stand instead of hang.`,
            state: String(Math.round(through)),
          },
        ];
      }),
  },
};
