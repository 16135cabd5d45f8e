/** Colours the rig by what it is for: one colour a value, with its legend. Colour is never the only sign: the legend counts and names. */

import { colourOf } from '../light/filter.js';
import { firstOf, itemAt } from '../measure/list.js';
import type { Fixture, Id } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { universeOf } from '../patch/address.js';
import type { ColourBy } from './colourings.js';

export type Hex = `#${string}`;
export interface LegendRow {
  readonly name: string;
  readonly colour: Hex;
  readonly count: number;
}
export interface Colouring {
  readonly by: ColourBy;
  readonly colours: ReadonlyMap<Id, Hex>;
  /** Value of each fixture, as the legend names it. */
  readonly names: ReadonlyMap<Id, string>;
  readonly legend: readonly LegendRow[];
}

/** Twelve hues that are told apart on paper and on the dark table; then they come round again, lighter. */
const hues: readonly Hex[] = [
  '#d98324',
  '#3d7fb8',
  '#6a9a3c',
  '#b0506f',
  '#8a6bbf',
  '#3f9d97',
  '#c7a12b',
  '#7d6a58',
  '#d46a4a',
  '#5c8f68',
  '#5566b0',
  '#a8579f',
];

/** The value that a fixture is coloured by. A block is a hundred channels: 101 to 200. */
function valueFor(show: Show, fixture: Fixture, by: ColourBy): string {
  const part = firstOf(fixture.parts);
  switch (by) {
    case 'filter':
      return part.colour || 'no colour';
    case 'purpose':
      return fixture.purpose || 'no purpose';
    case 'position':
      return find(show, 'position', fixture.position)?.name ?? '';
    case 'type':
      return find(show, 'type', fixture.type)?.name ?? '';
    case 'universe':
      return part.address === null ? 'no address' : `universe ${universeOf(part.address)}`;
    case 'channel block': {
      const n = Number.parseInt(part.channel, 10);
      if (!Number.isFinite(n)) return 'no channel';
      const from = Math.floor((n - 1) / 100) * 100 + 1;
      return `${from} to ${from + 99}`;
    }
    case 'nothing':
      return '';
  }
}

let last: { show: Show; by: ColourBy; made: Colouring } | null = null;

/** Colours of all fixtures by a field. Remembered for the last show. */
export function colouring(show: Show, by: ColourBy): Colouring {
  if (last?.show === show && last.by === by) return last.made;
  const counts = new Map<string, Id[]>();
  if (by !== 'nothing')
    for (const fixture of all(show, 'fixture')) {
      const value = valueFor(show, fixture, by);
      const list = counts.get(value);
      if (list) list.push(fixture.id);
      else counts.set(value, [fixture.id]);
    }
  const filters = all(show, 'filter');
  // A purpose may have a colour of its own.
  const own = new Map(
    by === 'purpose' ? all(show, 'purpose').map(({ name, colour }) => [name, (colour ?? null) as Hex | null] as const) : [],
  );
  const colours = new Map<Id, Hex>();
  const names = new Map<Id, string>();
  const legend = [...counts]
    .sort(([a], [b]) => Number(a.startsWith('no ')) - Number(b.startsWith('no ')) || natural(a, b))
    .map(([name, ids], i): LegendRow => {
      const colour: Hex = name.startsWith('no ')
        ? '#ffffff'
        : ((by === 'filter' ? colourOf(filters, name).rgb : own.get(name)) ?? itemAt(hues, i % hues.length));
      for (const id of ids) {
        colours.set(id, colour);
        names.set(id, name);
      }
      return { name, colour, count: ids.length };
    });
  const made = { by, colours, names, legend };
  last = { show, by, made };
  return made;
}
