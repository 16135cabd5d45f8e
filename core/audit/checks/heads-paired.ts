/** Two heads on one channel that do not share their slots: one would follow the desk, and the other too, from elsewhere. */
import { get } from '../../model/show.js';
import { formatAddress } from '../../patch/address.js';
import type { Check } from '../check.js';

export const headsPaired: Check = {
  code: 'heads paired',
  order: 35,
  weight: 'doubt',
  step: 'number',
  field: 'channel',
  find: {
    channel: ({ show, channel, fixtures }) => {
      // Dimmers and LED floods are paired every day. What moves has a place of its own to look at.
      const heads = fixtures.filter((fixture) => get(show, 'type', fixture.type).pan > 0).sort((a, b) => (a.id < b.id ? -1 : 1));
      const addresses = [
        ...new Set(heads.map((fixture) => fixture.parts.find((own) => own.channel === channel)?.address ?? null)),
      ].filter((address) => address !== null);
      if (heads.length < 2 || addresses.length < 2) return [];
      return [
        {
          fixtures: heads.map((fixture) => fixture.id),
          key: channel,
          text: `Channel ${channel} is on ${heads.length} heads with addresses of their own (${addresses
            .sort((a, b) => a - b)
            .map(formatAddress)
            .join(', ')}).`,
          todo: 'Give each head its own channel, or accept it if the desk is to move them together.',
        },
      ];
    },
  },
};
