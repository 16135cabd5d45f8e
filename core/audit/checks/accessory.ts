/** An accessory that the type does not take. */
import { lastOf } from '../../measure/list.js';
import { updating } from '../../model/change.js';
import { find, get } from '../../model/show.js';
import { accessoriesOf } from '../../patch/accessories.js';
import { withDevices } from '../../patch/parts.js';
import { type Check, nameOf, upper } from '../check.js';

export const accessory: Check = {
  code: 'accessory',
  order: 120,
  weight: 'doubt',
  step: 'hang',
  field: 'position',
  find: {
    position: ({ show, fixtures }) =>
      fixtures.flatMap((fixture) => {
        const type = get(show, 'type', fixture.type);
        return accessoriesOf(show, fixture)
          .filter((item) => type.fits && !type.fits.includes(item.form))
          .map((item) => ({
            fixtures: [fixture.id],
            key: `${fixture.id} ${item.id}`,
            text: `${upper(nameOf(show, fixture))} has ${item.name}, which ${type.name} does not take.`,
            todo: 'Take it off, or change the type.',
          }));
      }),
  },
  repair: ({ show, fixtures, key }) => {
    const item = lastOf(key.split(' '));
    const off = (worn: readonly string[] | undefined) => (worn ?? []).filter((id) => id !== item);
    return {
      text: `Take off ${find(show, 'accessory', item)?.name ?? 'it'}`,
      change: updating(
        fixtures.map((fixture) => [fixture, withDevices(show, { ...fixture, accessories: off(fixture.accessories) })] as const),
      ),
    };
  },
};
