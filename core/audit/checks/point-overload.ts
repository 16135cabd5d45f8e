/** A point of suspension that carries more than it may, or is lifted. Source: reference calculations 9. */
import { riggingLoads } from '../../power/rigging.js';
import { type Check, type Found, upper } from '../check.js';

export const pointOverload: Check = {
  code: 'point overload',
  order: 45,
  weight: 'stop',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, position, fixtures }) => {
      if (!position.rigging?.points.length) return [];
      const ids = fixtures.map(({ id }) => id);
      return riggingLoads(show, position, fixtures).points.flatMap(({ point, kg, uplift, over }, i): Found[] => {
        const name = `${point.kind} ${point.name || i + 1}`;
        if (uplift)
          return [
            {
              fixtures: ids,
              key: `${position.id} uplift ${i}`,
              text: `${upper(name)} of ${position.name} is lifted: what hangs beyond its neighbour would need ${Math.ceil(-kg)} kg to hold it down.`,
              todo: 'Move a point outward, or what hangs at that end inward: a wire cannot push.',
            },
          ];
        return over > 1e-6
          ? [
              {
                fixtures: ids,
                key: `${position.id} over ${i}`,
                text: `${upper(name)} of ${position.name} carries ${Math.ceil(kg)} kg, ${Math.ceil(over)} kg more than its ${point.limit} kg.`,
                todo: 'Move units away from it, add a point, or ask the rigger for another limit.',
              },
            ]
          : [];
      });
    },
  },
};
