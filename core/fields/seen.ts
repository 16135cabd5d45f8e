/** What follows from other fields: it is seen, filtered and asked for, but not typed. */

import { formatLength } from '../measure/lengths.js';
import { itemAt } from '../measure/list.js';
import type { FixtureType } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { isHung } from '../order/tray.js';
import { accessoriesOf, formsOf } from '../patch/accessories.js';
import { universeOf } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { place } from '../space/hanging.js';
import type { Field } from './field.js';

const seen = (id: string, title: string, width: number, more: Omit<Partial<Field>, 'text'> & Pick<Field, 'text'>): Field => ({
  id,
  title,
  of: 'fixture',
  kind: 'choice',
  column: { width, comes: 'when chosen' },
  ...more,
});
/** Said of the type, whatever the part. */
const ofType =
  (say: (type: FixtureType) => string): Field['text'] =>
  (show, fixture) =>
    say(get(show, 'type', fixture.type));
const figure = (value: number): string => (value ? String(value) : '');

export const universe = seen('universe', 'Universe', 76, {
  of: 'part',
  kind: 'number',
  text: (_, fixture, part) =>
    [
      ...new Set(
        (part === null ? fixture.parts : [itemAt(fixture.parts, part)]).flatMap(({ address }) =>
          address === null ? [] : [String(universeOf(address))],
        ),
      ),
    ].join(' / '),
});
export const slots = seen('slots', 'Slots', 60, {
  of: 'part',
  kind: 'number',
  sum: 'slots',
  text: (show, fixture, part) => {
    const sizes =
      part === null ? fixture.parts.map((_, i) => partFootprint(show, fixture, i)) : [partFootprint(show, fixture, part)];
    return figure(sizes.reduce((a, b) => a + b, 0));
  },
});
const heightOf = (show: Show, mm: number): string => formatLength(mm, settingsOf(show).units);
export const height = seen('height', 'Height', 70, {
  kind: 'length',
  text: (show, fixture, part) =>
    part === null && isHung(show, fixture) ? heightOf(show, Math.round(place(show, fixture).clamp[2])) : '',
  tag: (show, fixture) => heightOf(show, place(show, fixture).clamp[2]),
});
export const layer = seen('layer', 'Layer', 90, { text: (show, fixture) => find(show, 'layer', fixture.layer)?.name ?? '' });
export const family = seen('family', 'Family', 90, { text: ofType((type) => type.family) });
export const maker = seen('maker', 'Maker', 90, { text: ofType((type) => type.maker) });
export const watts = seen('watts', 'Watts', 70, {
  kind: 'number',
  sum: 'W',
  text: ofType((type) => figure(type.watts)),
  tag: (show, fixture) => {
    const said = get(show, 'type', fixture.type).watts;
    return said ? `${said} W` : '';
  },
  ask: (show, fixture) => [String(get(show, 'type', fixture.type).watts)],
  words: ['wattage'],
});
export const weight = seen('weight', 'Weight kg', 76, { kind: 'number', sum: 'kg', text: ofType((type) => figure(type.weight)) });

export const spare = seen('spare', 'Spare', 60, {
  text: (_, fixture) => (fixture.spare ? 'yes' : ''),
  ask: (_, fixture) => [fixture.spare ? 'yes' : 'no'],
});
export const hang = seen('hang', 'Hung', 70, { column: null, text: (_, fixture) => fixture.hang });
export const accessories = seen('accessories', 'Accessories', 120, {
  column: null,
  text: (show, fixture) =>
    accessoriesOf(show, fixture)
      .map((item) => item.name)
      .join(', '),
  ask: (show, fixture) => [...accessoriesOf(show, fixture).map((item) => item.name), ...formsOf(show, fixture)],
  words: ['accessory'],
});
