/** Fixtures that share a channel and are not alike. */
import { get } from '../../model/show.js';
import { natural } from '../../order/order.js';
import type { Check } from '../check.js';

export const channelMixed: Check = {
  code: 'channel mixed',
  order: 30,
  weight: 'doubt',
  step: 'number',
  field: 'channel',
  find: {
    channel: ({ show, channel, fixtures }) => {
      const list = [...fixtures].sort((a, b) => (a.id < b.id ? -1 : 1));
      const differing: string[] = [];
      const distinct = (say: (fixture: (typeof list)[number]) => string) => [...new Set(list.map(say))];
      const said = (values: readonly string[]) => [...values].sort(natural).join(', ');
      if (distinct((fixture) => fixture.type).length > 1)
        differing.push(`types (${said(distinct((fixture) => get(show, 'type', fixture.type).name))})`);
      else if (distinct((fixture) => fixture.mode).length > 1)
        differing.push(`modes (${said(distinct((fixture) => fixture.mode))})`);
      const purposes = distinct((fixture) => fixture.purpose);
      if (purposes.length > 1) differing.push(`purposes (${said(purposes.map((purpose) => purpose || 'none'))})`);
      if (!differing.length) return [];
      return [
        {
          fixtures: list.map((fixture) => fixture.id),
          key: channel,
          text: `Channel ${channel} is on ${list.length} fixtures of different ${differing.join(' and ')}.`,
          todo: 'Give one of them another channel, or accept it if they are to work together.',
        },
      ];
    },
  },
};
