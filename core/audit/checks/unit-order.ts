/** Units of a position that do not count as its rule says. */
import { itemAt } from '../../measure/list.js';
import { get, settingsOf } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { renumberUnits } from '../../order/units.js';
import type { Check, Mending, Repair } from '../check.js';

/** The position counted anew; once the plot is issued nobody's number changes. */
export function renumbered({ show, fixtures }: Mending): Repair | null {
  const position = fixtures[0]?.position;
  if (!position || settingsOf(show).issued) return null;
  return {
    text: `Renumber the units of ${get(show, 'position', position).name}`,
    change: renumberUnits(show, [position]),
  };
}

export const unitOrder: Check = {
  code: 'unit order',
  order: 110,
  weight: 'doubt',
  step: 'number',
  field: 'unit',
  find: {
    position: ({ position, counted }) => {
      const numbered = counted.filter((fixture) => fixture.unit);
      const wrong = numbered.findIndex((fixture, i) => i > 0 && natural(fixture.unit, itemAt(numbered, i - 1).unit) < 0);
      if (wrong < 1) return [];
      const [before, after] = [itemAt(numbered, wrong - 1), itemAt(numbered, wrong)];
      return [
        {
          fixtures: [before.id, after.id],
          key: position.id,
          text: `Units on ${position.name} are not in order: ${after.unit} stands after ${before.unit}.`,
          todo: `Renumber the units ${position.numbering}, or accept it.`,
        },
      ];
    },
  },
  repair: renumbered,
};
