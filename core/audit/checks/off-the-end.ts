/** A unit that hangs where its position is not. */
import { edit } from '../../model/change.js';
import { get } from '../../model/show.js';
import { withUnits } from '../../order/units.js';
import { curveLength } from '../../space/curves.js';
import { type Check, nameOf, upper } from '../check.js';
import { EPSILON } from './above-the-grid.js';

export const offTheEnd: Check = {
  code: 'off the end',
  order: 60,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, position, fixtures }) => {
      const length = curveLength(position.curve);
      return fixtures
        .filter((fixture) => fixture.along < -EPSILON || fixture.along > length + EPSILON)
        .map((fixture) => ({
          fixtures: [fixture.id],
          key: fixture.id,
          text: `${upper(nameOf(show, fixture))} hangs off the end of ${position.name}.`,
          todo: `Move it along, or make ${position.name} longer.`,
          state: String(fixture.along),
        }));
    },
  },
  repair: ({ show, fixtures: [fixture] }) => {
    if (!fixture) return null;
    const length = curveLength(get(show, 'position', fixture.position).curve);
    return {
      text: 'Bring it to the end',
      change: withUnits(show, edit([fixture], { along: Math.max(0, Math.min(length, fixture.along)) })),
    };
  },
};
