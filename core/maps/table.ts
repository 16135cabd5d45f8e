/** All things of all maps in a table, with a filter under every heading. */

import { folded } from '../fields/field.js';
import { fieldText } from '../fields/index.js';
import type { BoardMap, MapItem } from '../model/records.js';
import type { Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { isButton, isChannel, lightsOf, mapsOf, nameOf } from './things.js';

export const mapColumns = ['map', 'form', 'name', 'lights', 'position', 'type', 'purpose', 'address'] as const;
export type MapColumn = (typeof mapColumns)[number];
export interface MapRow {
  readonly map: BoardMap;
  readonly item: MapItem;
  readonly says: Readonly<Record<MapColumn, string>>;
}
const rowOf = (show: Show, map: BoardMap, item: MapItem): MapRow => {
  const lights = lightsOf(show, item);
  const said = (field: string) =>
    [...new Set(lights.map((fixture) => fieldText(show, fixture, null, field)).filter(Boolean))].join(', ');
  const many = isChannel(item) || isButton(item);
  return {
    map,
    item,
    says: {
      map: map.name,
      form: item.what,
      name: nameOf(show, item),
      lights: many ? String(lights.length) : '',
      position: said('position'),
      type: said('type'),
      purpose: said('purpose'),
      address: isChannel(item) ? said('address') : '',
    },
  };
};
/** Channels and buttons of all maps, by map and as they count; things that say nothing, such as lines, are left out. */
export function mapRows(show: Show, filters: Readonly<Partial<Record<MapColumn, string>>>): MapRow[] {
  const wanted = mapColumns.flatMap((column) => {
    const text = folded(filters[column] ?? '');
    return text ? [[column, text] as const] : [];
  });
  return mapsOf(show).flatMap((map) =>
    map.items
      .filter((item) => isChannel(item) || isButton(item) || item.text)
      .map((item) => rowOf(show, map, item))
      .filter(({ says }) => wanted.every(([column, text]) => matches(folded(says[column]), text)))
      .sort((a, b) => natural(a.says.name, b.says.name)),
  );
}
/** A word that stands in it; with "=" before it the whole; with "not" before it what is not wanted. */
function matches(said: string, text: string): boolean {
  if (text.startsWith('not ')) return !matches(said, text.slice(4));
  return text.startsWith('=') ? said === text.slice(1).trim() : said.includes(text);
}
