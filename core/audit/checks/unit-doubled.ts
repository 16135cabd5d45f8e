/** Two units of a position with one number. */
import type { Fixture } from '../../model/records.js';
import type { Check } from '../check.js';
import { renumbered } from './unit-order.js';

export const unitDoubled: Check = {
  code: 'unit doubled',
  order: 100,
  weight: 'doubt',
  step: 'number',
  field: 'unit',
  find: {
    position: ({ settings: { issued }, position, counted }) => {
      const byUnit = new Map<string, Fixture[]>();
      for (const fixture of counted) if (fixture.unit) byUnit.set(fixture.unit, [...(byUnit.get(fixture.unit) ?? []), fixture]);
      return [...byUnit]
        .filter(([, list]) => list.length > 1)
        .map(([unit, list]) => ({
          fixtures: list.map((fixture) => fixture.id).sort(),
          key: `${position.id} ${unit}`,
          text: `${list.length} fixtures on ${position.name} are unit ${unit}.`,
          todo: issued ? 'Give one of them a letter, such as 4A.' : 'Renumber the units of the position.',
        }));
    },
  },
  repair: renumbered,
};
