/** A dimmed circuit with several channels. Constant power is shared by many channels on purpose; a dimmed circuit has one. */
import { get } from '../../model/show.js';
import { natural } from '../../order/order.js';
import type { Check } from '../check.js';

/** Kinds of light that are dimmed by their supply. */
const dimmed: readonly string[] = ['Halogen', 'Tungsten'];

export const circuitOfTwo: Check = {
  code: 'circuit of two',
  order: 130,
  weight: 'doubt',
  step: 'number',
  field: 'circuit',
  find: {
    feed: ({ show, of, name, on, channels }) => {
      if (of !== 'circuit' || channels.size < 2) return [];
      if (!on.every((fixture) => dimmed.includes(get(show, 'type', fixture.type).lamp))) return [];
      const some = [...channels].sort(natural).slice(0, 6).join(', ');
      return [
        {
          fixtures: on.map((fixture) => fixture.id).sort(),
          key: name,
          text: `Circuit ${name} has ${channels.size} channels: ${some}${channels.size > 6 ? ' ...' : ''}.`,
          todo: 'Give what is on one circuit one channel, or another circuit.',
        },
      ];
    },
  },
};
