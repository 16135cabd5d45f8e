/** A type that is controlled by slots and has none. */
import { get } from '../../model/show.js';
import { footprintOf } from '../../patch/footprint.js';
import { type Check, nameOf, upper } from '../check.js';

export const noSlots: Check = {
  code: 'no slots',
  order: 50,
  weight: 'doubt',
  step: 'patch',
  field: 'mode',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const type = get(show, 'type', fixture.type);
        if ((type.lamp !== 'LED' && type.pan === 0) || type.modes.some((mode) => footprintOf(mode) > 0)) return [];
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} is a ${type.name}, whose modes have no slots.`,
            todo: 'Edit the type and give it a mode.',
          },
        ];
      }),
  },
};
