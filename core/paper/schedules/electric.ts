/** Lists of the electrician: dimmers and circuits with their loads, multicables with their ways. */
import { channelText } from '../../fields/texts.js';
import { gathered } from '../../measure/list.js';
import type { Fixture } from '../../model/records.js';
import { find, type Show } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { circuitName, type Load, loadsOf, partLoad, powerOf } from '../../power/loads.js';
import { counted, type Schedule, type ScheduleKind } from '../schedule.js';

const DIMMERS = 'Dimmers and circuits';
const MULTICABLES = 'Multicables';

type Row = readonly string[];
const loadRow = (show: Show, load: Load, channels: (fixture: Fixture) => string): Row => {
  const fixtures = load.fixtures.flatMap((id) => find(show, 'fixture', id) ?? []);
  const over = load.limit !== null && load.amps > load.limit + 1e-9;
  return [
    load.name,
    [...new Set(fixtures.map(channels).filter(Boolean))].sort(natural).join(', '),
    [...new Set(fixtures.map(({ position }) => find(show, 'position', position)?.name ?? ''))].join(', '),
    String(load.units),
    String(Math.round(load.watts)),
    load.amps.toFixed(1),
    load.limit === null ? '' : load.limit.toFixed(1),
    load.phase === null ? '' : String(load.phase),
    over ? `${(load.amps - (load.limit ?? 0)).toFixed(1)} A too much` : '',
  ];
};

/** What every dimmer carries, and every circuit that no dimmer feeds, against its limit; phases below. */
export function dimmerSchedule(show: Show): Schedule {
  const { dimmers, circuits, phases, watts, unfed, imbalance } = loadsOf(show);
  const fed = new Set(counted(show).flatMap(({ parts }) => parts.flatMap((part) => (part.dimmer ? [circuitName(part)] : []))));
  const hot = circuits.filter(({ name }) => !fed.has(name));
  const row = (load: Load) => loadRow(show, load, channelText);
  // A phase feeds half the rig: what it feeds is said by the dimmers above.
  const figures = (load: Load) => row(load).map((text, i) => (i === 1 || i === 2 ? '' : text));
  const sums = (list: readonly Load[]): Row => [
    'Sum',
    '',
    '',
    String(list.reduce((sum, { units }) => sum + units, 0)),
    String(Math.round(list.reduce((sum, load) => sum + load.watts, 0))),
    list.reduce((sum, load) => sum + load.amps, 0).toFixed(1),
    '',
    '',
    '',
  ];
  const group = (heading: string, list: readonly Load[], whole = true) =>
    list.length
      ? [{ heading, rows: [...list].sort((a, b) => natural(a.name, b.name)).map(whole ? row : figures), sums: sums(list) }]
      : [];
  const over = [...dimmers, ...hot].filter(({ amps, limit }) => limit !== null && amps > limit + 1e-9).length;
  return {
    title: DIMMERS,
    columns: [
      { heading: 'Name', share: 12, align: 'left' },
      { heading: 'Channels', share: 18, align: 'left' },
      { heading: 'Position', share: 16, align: 'left' },
      { heading: 'Units', share: 6, align: 'right' },
      { heading: 'W', share: 8, align: 'right' },
      { heading: 'A', share: 7, align: 'right' },
      { heading: 'Limit A', share: 7, align: 'right' },
      { heading: 'Phase', share: 6, align: 'right' },
      { heading: 'Note', share: 14, align: 'left' },
    ],
    groups: [...group('Dimmers', dimmers), ...group('Circuits without a dimmer', hot), ...group('Phases', phases, false)],
    summary: `${Math.round(watts)} W in all${phases.length ? `, imbalance of the phases ${Math.round(imbalance * 100)} %` : ''}.`,
    remarks: [
      ...(over ? [`${over} of them ${over === 1 ? 'carries' : 'carry'} more than may be.`] : []),
      ...(unfed > 0 ? [`${Math.round(unfed)} W have neither dimmer nor circuit.`] : []),
    ],
  };
}
export const dimmers: ScheduleKind = { id: 'dimmers', order: 40, title: DIMMERS, make: dimmerSchedule };

/** Every multicable with its ways in their order: what each feeds. */
export function multicableSchedule(show: Show): Schedule {
  const power = powerOf(show);
  const ways = counted(show).flatMap((fixture) =>
    fixture.parts.flatMap((part, i) =>
      part.multicable ? [{ fixture, part, watts: partLoad(show, fixture, i, power).watts }] : [],
    ),
  );
  const groups = [...gathered(ways, ({ part }) => part.multicable ?? '')].sort(([a], [b]) => natural(a, b));
  const without = counted(show).filter(({ parts }) => parts.some((part) => part.dimmer && !part.multicable)).length;
  return {
    title: MULTICABLES,
    columns: [
      { heading: 'Way', share: 6, align: 'left' },
      { heading: 'Circuit', share: 14, align: 'left' },
      { heading: 'Dimmer', share: 9, align: 'left' },
      { heading: 'Channel', share: 9, align: 'left' },
      { heading: 'Position', share: 14, align: 'left' },
      { heading: 'Unit', share: 6, align: 'left' },
      { heading: 'Type', share: 16, align: 'left' },
      { heading: 'W', share: 7, align: 'right' },
    ],
    groups: groups.map(([name, list]) => {
      const sum = list.reduce((all, { watts }) => all + watts, 0);
      const doubled = [...gathered(list, ({ part }) => part.way ?? '')].filter(([way, own]) => way && own.length > 1);
      return {
        heading: `${name}${doubled.length ? `, way ${doubled.map(([way]) => way).join(', ')} feeds more than one` : ''}`,
        rows: [...list]
          .sort((a, b) => natural(a.part.way ?? '', b.part.way ?? ''))
          .map(({ fixture, part, watts }) => [
            part.way ?? '',
            circuitName(part),
            part.dimmer ?? '',
            part.channel,
            find(show, 'position', fixture.position)?.name ?? '',
            fixture.unit,
            find(show, 'type', fixture.type)?.name ?? '',
            String(Math.round(watts)),
          ]),
        sums: ['Sum', '', '', '', '', '', '', String(Math.round(sum))],
      };
    }),
    summary: `${groups.length} multicables, ${ways.length} ways in use.`,
    remarks: without ? [`${without} dimmed unit${without === 1 ? ' has' : 's have'} no multicable.`] : [],
  };
}
export const multicables: ScheduleKind = { id: 'multicables', order: 60, title: MULTICABLES, make: multicableSchedule };
