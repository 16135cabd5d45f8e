/** Schedules as data: headings, rows and groups. CSV and PDF print the same. */
import { addressText, channelText, colourText } from '../fields/texts.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { inScheduleOrder, natural } from '../order/order.js';
import { formatAddress } from '../patch/address.js';
import { fixtureFootprint } from '../patch/footprint.js';
import { place } from '../space/hanging.js';

export interface Column {
  readonly heading: string;
  /** Share of the page's width. */
  readonly share: number;
  readonly align: 'left' | 'right';
}
export interface Schedule {
  readonly title: string;
  readonly columns: readonly Column[];
  readonly groups: readonly { readonly heading: string; readonly rows: readonly (readonly string[])[] }[];
  readonly summary: string;
}

const column = (heading: string, share: number, align: 'left' | 'right' = 'left'): Column => ({ heading, share, align });
const counted = (show: Show): Fixture[] => inScheduleOrder(show).filter((fixture) => !fixture.spare);
const units = (n: number): string => `${n} unit${n === 1 ? '' : 's'}`;

/** Every channel with what it is: one row a part, in channel order; units without a channel stand at the end. Headings: reference formats 8.3. */
export function channelHookup(show: Show): Schedule {
  const rows = counted(show)
    .flatMap((fixture) => fixture.parts.map((part) => ({ fixture, part })))
    .sort((a, b) => Number(!a.part.channel) - Number(!b.part.channel) || natural(a.part.channel, b.part.channel))
    .map(({ fixture, part }) => {
      const type = get(show, 'type', fixture.type);
      return [
        part.channel,
        formatAddress(part.address),
        get(show, 'position', fixture.position).name,
        fixture.unit,
        `${type.name}${part.name ? `, ${part.name}` : ''}`,
        fixture.mode,
        fixture.purpose,
        part.colour,
        fixture.notes,
      ];
    });
  return {
    title: 'Channel hookup',
    columns: [
      column('Channel', 7, 'right'),
      column('Address', 8, 'right'),
      column('Position', 13),
      column('Unit Number', 10, 'right'),
      column('Instrument Type', 20),
      column('Mode', 10),
      column('Purpose', 17),
      column('Color', 8),
      column('Notes', 14),
    ],
    groups: [{ heading: '', rows }],
    summary: `${rows.filter((row) => row[0]).length} rows with a channel, ${rows.filter((row) => !row[0]).length} without.`,
  };
}

/** Every position with its units, as the electrician hangs them. */
export function instrumentSchedule(show: Show): Schedule {
  const settings = settingsOf(show);
  const groups = new Map<string, string[][]>();
  for (const fixture of counted(show)) {
    const type = get(show, 'type', fixture.type);
    const position = get(show, 'position', fixture.position);
    const rows = groups.get(position.id) ?? [];
    groups.set(position.id, rows);
    const footprint = fixtureFootprint(show, fixture);
    rows.push([
      position.name,
      fixture.unit,
      type.name,
      type.watts ? String(type.watts) : '',
      fixture.purpose,
      colourText(fixture),
      fixture.gobo,
      channelText(fixture),
      addressText(fixture),
      footprint ? String(footprint) : '',
      formatLength(place(show, fixture).clamp[2], settings.units),
      fixture.notes,
    ]);
  }
  const list = [...groups].map(([id, rows]) => {
    const position = get(show, 'position', id);
    return {
      heading: `${position.name}, ${units(rows.length)}, trim ${formatLength(position.curve.z, settings.units)}${settings.units === 'metric' ? ' m' : ''}`,
      rows,
    };
  });
  const weight = counted(show).reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  return {
    title: 'Instrument schedule',
    columns: [
      column('Position', 12),
      column('Unit Number', 8, 'right'),
      column('Instrument Type', 19),
      column('Wattage', 7, 'right'),
      column('Purpose', 16),
      column('Color', 8),
      column('Template', 7),
      column('Channel', 7, 'right'),
      column('Address', 7, 'right'),
      column('Footprint', 7, 'right'),
      column('Height', 6, 'right'),
      column('Notes', 11),
    ],
    groups: list,
    summary: `${units(all(show, 'fixture').filter((fixture) => !fixture.spare).length)} on ${list.length} position${list.length === 1 ? '' : 's'}, ${Math.round(weight)} kg.`,
  };
}
