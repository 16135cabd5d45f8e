/** What is merely not done yet: channel, address, purpose, colour. One snag a position. */
import { familyEntry } from '../../families/index.js';
import type { Fixture, FixtureType } from '../../model/records.js';
import { all, get, type Show } from '../../model/show.js';
import { isTray } from '../../order/tray.js';
import { formatAddress } from '../../patch/address.js';
import { partFootprint } from '../../patch/footprint.js';
import { isDevice } from '../../patch/parts.js';
import { plainRules, planAddresses } from '../../patch/plan.js';
import type { Check, Found, OnPosition, SnagField, SnagStep } from '../check.js';

const many = (n: number) => (n === 1 ? '1 unit' : `${n} units`);
const cells = (fixture: Fixture) => fixture.parts.filter((part) => !isDevice(part));

function missing(
  order: number,
  field: SnagField,
  step: SnagStep,
  todo: string,
  lacks: (show: Show, fixture: Fixture) => boolean,
  more: Partial<Check> = {},
): Check {
  const look = ({ show, position, counted }: OnPosition): Found[] => {
    const list = counted.filter((fixture) => lacks(show, fixture));
    if (!list.length) return [];
    const ids = list.map((fixture) => fixture.id);
    const where = isTray(position) ? 'in the tray' : `on ${position.name}`;
    return [
      {
        fixtures: ids,
        key: position.id,
        text: `${many(list.length)} ${where} ${list.length === 1 ? 'has' : 'have'} no ${field}.`,
        todo,
        state: [...ids].sort().join(),
      },
    ];
  };
  return {
    code: `no ${field}`,
    order,
    weight: 'open',
    step,
    field,
    find: { position: look, tray: look },
    ...more,
  };
}

export const noChannel = missing(160, 'channel', 'number', 'Number them in a run.', (_, fixture) =>
  cells(fixture).some((part) => !part.channel),
);

export const noAddress = missing(
  170,
  'address',
  'patch',
  'Give them addresses.',
  (show, fixture) => fixture.parts.some((part, i) => part.address === null && partFootprint(show, fixture, i) > 0),
  {
    repair: ({ show, fixtures }) => {
      const wanted = fixtures.filter((fixture) => fixture.parts.every((part) => part.address === null));
      const last = Math.max(0, ...all(show, 'fixture').flatMap((fixture) => fixture.parts.map((part) => part.address ?? 0)));
      if (!wanted.length || !last) return null;
      const plan = planAddresses(show, wanted, { ...plainRules, start: last + 1 });
      if (plan.failed || plan.first === null) return null;
      return {
        text: `Give ${wanted.length === 1 ? 'it' : 'them'} addresses from ${formatAddress(plan.first)}`,
        change: plan.change,
      };
    },
  },
);

export const noPurpose = missing(180, 'purpose', 'hang', 'Say what they are for.', (_, fixture) => !fixture.purpose);

const takesFilter = (type: FixtureType): boolean =>
  familyEntry(type.family).filtered === true && type.lamp !== 'LED' && type.pan === 0;
export const noColour = missing(
  190,
  'colour',
  'hang',
  'Give them a filter, or NC for none.',
  (show, fixture) => takesFilter(get(show, 'type', fixture.type)) && cells(fixture).some((part) => !part.colour),
);
