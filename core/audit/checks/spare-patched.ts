/** A spare that still has an address. */
import { formatAddress } from '../../patch/address.js';
import { cleared } from '../../patch/block.js';
import { type Check, nameOf, upper } from '../check.js';

export const sparePatched: Check = {
  code: 'spare patched',
  order: 140,
  weight: 'doubt',
  step: 'patch',
  field: 'address',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const patched = fixture.parts.find((part) => part.address !== null);
        if (!fixture.spare || !patched) return [];
        return [
          {
            fixtures: [fixture.id],
            key: fixture.id,
            text: `${upper(nameOf(show, fixture))} is spare and still has the address ${formatAddress(patched.address)}.`,
            todo: 'Clear its address, or take the mark off.',
          },
        ];
      }),
  },
  repair: ({ fixtures }) => ({ text: 'Clear its address', change: cleared(fixtures) }),
};
