/** Lists of what is bought, fetched and rented: colour, gobos, accessories, lamps, equipment against the house's stock, weights. */

import { INCH } from '../../measure/lengths.js';
import { gathered } from '../../measure/list.js';
import type { Fixture } from '../../model/records.js';
import { get, type Show, settingsOf } from '../../model/show.js';
import { fixturesOn, natural, positionsInOrder } from '../../order/order.js';
import { accessoriesOf } from '../../patch/accessories.js';
import { kiloNewton } from '../../power/beam.js';
import { riggingLoads, SAFETY_NOTE } from '../../power/rigging.js';
import { colourCuts, cutList, cutRulesOf, wasteOf } from '../cuts.js';
import { inventory, rentalSentence } from '../inventory.js';
import { counted, type Schedule, type ScheduleKind, units } from '../schedule.js';

const CUTS = 'Colour cut list';
/** Pieces by colour and size, and the sheets to buy. */
export function cutSchedule(show: Show): Schedule {
  const imperial = settingsOf(show).units === 'imperial';
  const said = (mm: number) => (imperial ? `${Number((mm / INCH).toFixed(2))} in` : `${Math.round(mm)} mm`);
  const rules = cutRulesOf(show);
  const cuts = colourCuts(show);
  const { unknown } = cutList(show);
  const sheets = cuts.reduce((sum, { layout }) => sum + layout.sheets.length, 0);
  const pieces = cuts.reduce((sum, cut) => sum + cut.pieces.length, 0);
  const large = cuts.filter(({ layout }) => layout.tooLarge.length);
  return {
    title: CUTS,
    columns: [
      { heading: 'Colour', share: 9, align: 'left' },
      { heading: 'Name', share: 18, align: 'left' },
      { heading: 'Size', share: 14, align: 'left' },
      { heading: 'For units', share: 8, align: 'right' },
      { heading: 'Pieces', share: 8, align: 'right' },
      { heading: 'Sheets', share: 8, align: 'right' },
      { heading: 'Left over', share: 9, align: 'right' },
    ],
    groups: [
      {
        heading: '',
        rows: cuts.flatMap(({ colour, name, rows, pieces: own, layout }) =>
          rows.map(({ size, used, pieces: n }, i) => [
            i ? '' : colour,
            i ? '' : name,
            `${said(size[0])} x ${said(size[1])}`,
            String(used),
            String(n),
            i ? '' : String(layout.sheets.length),
            i
              ? ''
              : `${Math.round(
                  100 *
                    wasteOf(
                      own.filter((_, k) => !layout.tooLarge.includes(k)),
                      layout.sheets.length,
                      rules.sheet,
                    ),
                )} %`,
          ]),
        ),
        sums: [
          'Sum',
          '',
          '',
          String(cuts.reduce((sum, { rows }) => sum + rows.reduce((n, { used }) => n + used, 0), 0)),
          String(pieces),
          String(sheets),
          '',
        ],
      },
    ],
    summary: `${pieces} pieces from ${sheets} sheets of ${said(rules.sheet[0])} x ${said(rules.sheet[1])}${rules.spare ? `, ${Math.round(rules.spare * 100)} % spare` : ''}.`,
    remarks: [
      ...unknown.map(({ colour, count, types }) => `${units(count)} with ${colour} and no size of frame: ${types.join(', ')}.`),
      ...large.map(
        ({ colour, layout }) =>
          `${layout.tooLarge.length} pieces of ${colour} are larger than a sheet: splice them, or take a roll.`,
      ),
    ],
  };
}
export const cuts: ScheduleKind = { id: 'cuts', order: 70, title: CUTS, make: cutSchedule };

const SMALL = 'Gobos, accessories and lamps';
const where = (show: Show, fixtures: readonly Fixture[]): string =>
  [...gathered(fixtures, ({ position }) => get(show, 'position', position).name)]
    .map(([name, list]) => `${list.length} ${name}`)
    .join(', ');
/** What is fetched from the store beside the lanterns, with where it goes. */
export function smallSchedule(show: Show): Schedule {
  const fixtures = counted(show);
  const rows = (of: (fixture: Fixture) => readonly string[]): string[][] =>
    [
      ...gathered(
        fixtures.flatMap((fixture) => of(fixture).map((name) => ({ name, fixture }))),
        ({ name }) => name,
      ),
    ]
      .sort(([a], [b]) => natural(a, b))
      .map(([name, list]) => [
        name,
        String(list.length),
        where(
          show,
          list.map(({ fixture }) => fixture),
        ),
      ]);
  const gobos = rows(({ gobo }) => (gobo ? [gobo] : []));
  const accessories = rows((fixture) => accessoriesOf(show, fixture).map(({ name }) => name));
  const lamps = rows(({ type }) => {
    const { lamp, watts, cells } = get(show, 'type', type);
    return /LED/i.test(lamp) || !watts
      ? []
      : Array.from({ length: Math.max(1, cells) }, () => `${lamp}, ${Math.round(watts / Math.max(1, cells))} W`);
  });
  const group = (heading: string, list: string[][]) => (list.length ? [{ heading, rows: list }] : []);
  return {
    title: SMALL,
    columns: [
      { heading: 'What', share: 22, align: 'left' },
      { heading: 'How many', share: 8, align: 'right' },
      { heading: 'Where', share: 50, align: 'left' },
    ],
    groups: [...group('Gobos', gobos), ...group('Accessories', accessories), ...group('Lamps', lamps)],
    summary: `For ${units(fixtures.length)}; spares of the rig are not counted.`,
  };
}
export const small: ScheduleKind = { id: 'small', order: 80, title: SMALL, make: smallSchedule };

const EQUIPMENT = 'Equipment';
/** What hangs against what the house owns, and what is rented. */
export function equipmentSchedule(show: Show): Schedule {
  const rows = inventory(show);
  const figure = (value: number | null) => (value === null ? '' : String(value));
  return {
    title: EQUIPMENT,
    columns: [
      { heading: 'What', share: 28, align: 'left' },
      { heading: 'Used', share: 8, align: 'right' },
      { heading: 'of them spare', share: 8, align: 'right' },
      { heading: 'of them rented', share: 8, align: 'right' },
      { heading: 'Owned', share: 8, align: 'right' },
      { heading: 'Over', share: 8, align: 'right' },
      { heading: 'To rent', share: 8, align: 'right' },
    ],
    groups: [
      {
        heading: '',
        rows: rows.map(({ record, used, spare, rented, owned, over, toRent }) => [
          'maker' in record && record.maker ? `${record.name}, ${record.maker}` : record.name,
          String(used),
          figure(spare || null),
          figure(rented || null),
          figure(owned),
          figure(over),
          figure(toRent || null),
        ]),
      },
    ],
    summary: rentalSentence(rows),
  };
}
export const equipment: ScheduleKind = { id: 'equipment', order: 90, title: EQUIPMENT, make: equipmentSchedule };

const WEIGHTS = 'Weights and loads';
/** What hangs on each position, and what its points carry. */
export function weightSchedule(show: Show): Schedule {
  const list = positionsInOrder(show)
    .map((position) => ({ position, loads: riggingLoads(show, position, fixturesOn(show, position)) }))
    .filter(({ loads, position }) => loads.units.length || position.rigging);
  const kg = (value: number) => (Math.round(value * 10) / 10).toFixed(1);
  const sum = (of: (loads: (typeof list)[number]['loads']) => number) => kg(list.reduce((all, { loads }) => all + of(loads), 0));
  const without = list.reduce((all, { loads }) => all + loads.without, 0);
  return {
    title: WEIGHTS,
    columns: [
      { heading: 'Position', share: 14, align: 'left' },
      { heading: 'Units', share: 6, align: 'right' },
      { heading: 'Lanterns kg', share: 9, align: 'right' },
      { heading: 'Clamps kg', share: 8, align: 'right' },
      { heading: 'Accessories kg', share: 8, align: 'right' },
      { heading: 'Cable kg', share: 8, align: 'right' },
      { heading: 'Itself kg', share: 8, align: 'right' },
      { heading: 'In all kg', share: 8, align: 'right' },
      { heading: 'kN', share: 7, align: 'right' },
      { heading: 'Points', share: 34, align: 'left' },
    ],
    groups: [
      {
        heading: '',
        rows: list.map(({ position, loads }) => [
          position.name,
          String(loads.units.length),
          kg(loads.lanterns),
          kg(loads.clamps),
          loads.accessories ? kg(loads.accessories) : '',
          loads.cable ? kg(loads.cable) : '',
          loads.self ? kg(loads.self) : '',
          kg(loads.total),
          kiloNewton(loads.total).toFixed(2),
          loads.points
            .map(({ point, kg: carried, uplift, over }) =>
              [
                `${point.kind} ${point.name}`.trim(),
                uplift ? 'lifted: unstable' : `${Math.round(carried)} kg`,
                over > 0 ? `(over its ${point.limit})` : point.limit ? `(of ${point.limit})` : '',
              ]
                .filter(Boolean)
                .join(' '),
            )
            .join('; ') + (loads.how === 'in equal shares' ? '; equal shares' : ''),
        ]),
        sums: [
          'Sum',
          String(list.reduce((all, { loads }) => all + loads.units.length, 0)),
          sum(({ lanterns }) => lanterns),
          sum(({ clamps }) => clamps),
          sum(({ accessories }) => accessories),
          sum(({ cable }) => cable),
          sum(({ self }) => self),
          sum(({ total }) => total),
          kiloNewton(list.reduce((all, { loads }) => all + loads.total, 0)).toFixed(2),
          '',
        ],
      },
    ],
    summary: SAFETY_NOTE,
    remarks: without ? [`${without} unit${without === 1 ? ' has' : 's have'} no weight and count nothing.`] : [],
  };
}
export const weights: ScheduleKind = { id: 'weights', order: 100, title: WEIGHTS, make: weightSchedule };
