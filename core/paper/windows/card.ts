/** What a hanging card says beside its drawing: its head, its list, and what to bring up the ladder. */
import type { Since } from '../../compare/since.js';
import { path, rect, textAt } from '../../draw/list.js';
import { triangle, wideFor } from '../../draw/revision.js';
import { fieldText } from '../../fields/index.js';
import { channelText } from '../../fields/texts.js';
import { cutTo, widthOf, wrapped } from '../../measure/advance.js';
import { formatLength, formatStagePoint } from '../../measure/lengths.js';
import { gathered } from '../../measure/list.js';
import type { Fixture, PlateWindow, Position } from '../../model/records.js';
import { find, get, type Show, settingsOf } from '../../model/show.js';
import { fixturesOn, natural } from '../../order/order.js';
import { accessoriesOf } from '../../patch/accessories.js';
import { curveLength, fromOrigin } from '../../space/curves.js';
import { isOfThisMachine, stageAddress } from '../labels.js';
import { markedSince, type Schedule } from '../schedule.js';
import { tableOf, tablePrims } from '../table.js';
import { codePrims } from './labels.js';
import { byPosition, type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

interface Column {
  readonly heading: string;
  /** Share of the width that is left. */
  readonly share: number;
  readonly text: (show: Show, fixture: Fixture, position: Position) => string;
}
const said =
  (...fields: string[]): Column['text'] =>
  (show, fixture) =>
    fields
      .map((field) => fieldText(show, fixture, null, field))
      .filter(Boolean)
      .join(' ');
/** An area by its name, a point by where it is on the floor: heights are in the focus chart. */
const focusText: Column['text'] = (show, { aim }) => {
  if (aim?.kind === 'area') return find(show, 'area', aim.area)?.name ?? '';
  const round = (mm: number) => Math.round(mm / 10) * 10;
  return aim ? formatStagePoint([round(aim.at[0]), round(aim.at[1])], settingsOf(show).units) : '';
};
const columns: readonly Column[] = [
  {
    heading: 'Unit',
    share: 9,
    text: said('unit'),
  },
  {
    heading: 'Place',
    share: 13,
    text: (show, fixture, { curve }) => {
      const { units } = settingsOf(show);
      if (curve.form === 'vertical') return `+${formatLength(curve.z + fixture.along, units)}`;
      const round = (mm: number) => formatLength(Math.round(mm / 10) * 10, units);
      // Round a curve there is no left and right: how far from its beginning, along it.
      if (curve.form !== 'straight') return `${round(fixture.along)} along`;
      const from = fromOrigin(curve, fixture.along);
      return `${round(Math.abs(from))}${Math.abs(from) < 5 ? '' : from > 0 ? ' SL' : ' SR'}`;
    },
  },
  { heading: 'Channel', share: 12, text: said('channel') },
  { heading: 'Type', share: 19, text: said('type') },
  { heading: 'Colour', share: 14, text: said('colour') },
  { heading: 'Circuit', share: 18, text: said('circuit', 'dimmer') },
  { heading: 'Address', share: 14, text: said('address') },
  { heading: 'Purpose', share: 22, text: said('purpose') },
  { heading: 'Focus', share: 25, text: focusText },
  {
    heading: 'With',
    share: 14,
    text: (show, fixture) =>
      [fixture.spare ? 'spare' : '', fixture.gobo, ...accessoriesOf(show, fixture).map(({ name }) => name), fixture.notes]
        .filter(Boolean)
        .join(', '),
  },
];

/** "5 Aster 26, 2 Lowmoor 1k": each with how often it comes, the most first. */
const counted = (names: readonly string[]): string =>
  [...gathered(names, (name) => name)]
    .map(([name, list]) => [name, list.length] as const)
    .sort((a, b) => b[1] - a[1] || natural(a[0], b[0]))
    .map(([name, n]) => `${n} ${name}`)
    .join(', ');

/** What an electrician carries to the position, in lines. */
export function toBring(show: Show, fixtures: readonly Fixture[]): string[] {
  const hung = fixtures.filter(({ spare }) => !spare);
  const colours = hung.flatMap(({ parts }) => parts.flatMap(({ colour }) => (colour && !colour.startsWith('#') ? [colour] : [])));
  const gobos = hung.flatMap(({ gobo }) => (gobo ? [gobo] : []));
  const accessories = hung.flatMap((fixture) => accessoriesOf(show, fixture).map(({ name }) => name));
  return [
    `Lanterns: ${counted(hung.map(({ type }) => get(show, 'type', type).name)) || 'none'}`,
    ...(colours.length ? [`Colour: ${counted(colours)}`] : []),
    ...(gobos.length ? [`Gobos: ${counted(gobos)}`] : []),
    ...(accessories.length ? [`Accessories: ${counted(accessories)}`] : []),
  ];
}

/** What a card says of a light, under the headings of its columns; what says nothing is left out. */
export const cardLine = (show: Show, fixture: Fixture, position: Position): (readonly [heading: string, text: string])[] =>
  columns.flatMap(({ heading, text }) => {
    const said = text(show, fixture, position);
    return said ? [[heading, said] as const] : [];
  });
/** The list of a position, in the order of its units. */
export function cardSchedule(show: Show, position: Position): Schedule {
  const rows = fixturesOn(show, position).map((fixture) => columns.map(({ text }) => text(show, fixture, position)));
  // A column in which nothing stands takes room from the others.
  const kept = columns.flatMap((_, i) => (rows.some((row) => row[i]) ? [i] : []));
  return {
    title: position.name,
    columns: kept.map((i) => ({ heading: columns[i]?.heading ?? '', share: columns[i]?.share ?? 1, align: 'left' })),
    groups: [{ heading: '', rows: rows.map((row) => kept.map((i) => row[i] ?? '')) }],
    summary: '',
  };
}
/** The same with the rows marked that changed since an issue. */
function cardSince(show: Show, position: Position, since: Since | null | undefined): Schedule {
  const now = cardSchedule(show, position);
  if (!since) return now;
  const was = find(since.base.show, 'position', position.id);
  return markedSince(now, was ? cardSchedule(since.base.show, was) : null, since.base.issue.name);
}
/** How many rows the list of a card has on its first page, and on those that follow. */
export function cardPages(
  show: Show,
  position: Position,
  first: PlateWindow['box'],
  later: PlateWindow['box'],
): (readonly [from: number, to: number])[] {
  const out: (readonly [number, number])[] = [];
  const schedule = cardSchedule(show, position);
  const rows = schedule.groups[0]?.rows ?? [];
  let from = 0;
  while (from < rows.length || !out.length) {
    const rest = { ...schedule, groups: [{ heading: '', rows: rows.slice(from) }] };
    const room = out.length ? later : first;
    const here = tableOf(rest, [room[2], room[3]]).pages[0]?.items.length ?? 1;
    const to = Math.min(rows.length, from + Math.max(1, here));
    out.push([from, to]);
    from = to;
    if (!rows.length) break;
  }
  return out;
}

/** What hangs there, where, how much of it. */
export function cardFacts(show: Show, position: Position): string {
  const { units } = settingsOf(show);
  const fixtures = fixturesOn(show, position);
  const hung = fixtures.filter(({ spare }) => !spare);
  const types = hung.map(({ type }) => get(show, 'type', type));
  const watts = types.reduce((sum, type) => sum + type.watts, 0);
  const known = types.filter(({ weight }) => weight > 0);
  const weight = known.reduce((sum, type) => sum + type.weight, 0);
  const unit = units === 'metric' ? ' m' : '';
  const { curve } = position;
  return [
    `${hung.length} unit${hung.length === 1 ? '' : 's'}${fixtures.length > hung.length ? ` and ${fixtures.length - hung.length} spare` : ''}`,
    curve.form === 'vertical' ? `from +${formatLength(curve.z, units)}${unit}` : `trim ${formatLength(curve.z, units)}${unit}`,
    `${formatLength(Math.round(curveLength(curve)), units)}${unit} long`,
    `${(watts / 1000).toFixed(1)} kW`,
    `${Math.round(weight)} kg of lanterns${known.length < types.length ? ` (${types.length - known.length} without weight)` : ''}`,
  ].join(', ');
}

const missing = 'The position that this window is of is not there any more.';

export const cardHead: WindowKind = {
  what: 'card head',
  order: 200,
  title: 'Head of a hanging card',
  sets: ['of'],
  of: byPosition,
  draw: (show, { box, of }, { since, base = '' }): Drawn => {
    const position = find(show, 'position', of);
    if (!position) return empty(missing);
    const [left, bottom, wide, height] = box;
    const address = settingsOf(show).address || base;
    const code =
      address && !isOfThisMachine(address)
        ? codePrims(stageAddress(address, show, position.id), [left + wide - height, bottom, height])
        : null;
    // Beside the code, which a telephone opens the same card by.
    const width = wide - (code ? height + 1 : 0);
    const letter = since?.positions.get(position.id);
    const top = bottom + height;
    const size = Math.min(8, height * 0.4, ((width * 0.62) / Math.max(1, widthOf(position.name, 8))) * 8);
    const gone = (since?.struck ?? []).filter((fixture) => fixture.position === position.id);
    const struck = gone.length
      ? `; struck since issue ${since?.base.issue.name}: ${gone.map((fixture) => `unit ${fixture.unit}${channelText(fixture) && ` (${channelText(fixture)})`}`).join(', ')}`
      : '';
    const facts = wrapped(`${cardFacts(show, position)}${struck}`, width, LETTER).slice(0, 2);
    return {
      panes: [
        onPaper(box, [
          textAt(left, top - size * 0.6, cutTo(position.name, width * 0.62, size), size, 'left', 'ink', true),
          // The position itself was moved or built otherwise.
          ...(letter ? triangle(left + width - 5, top - 9, letter, wideFor(letter)) : []),
          textAt(left + width, top - 3, cutTo(settingsOf(show).name, width * 0.36, 3), 3, 'right'),
          ...(code?.prims ?? []),
          ...facts.map((line, i) => textAt(left, bottom + 1.8 + (facts.length - 1 - i) * 3.4, line, LETTER, 'left')),
        ]),
      ],
      troubles: [],
    };
  },
};
export const cardList: WindowKind = {
  what: 'card list',
  order: 210,
  title: 'List of a position',
  sets: ['of'],
  of: byPosition,
  draw: (show, { box, of, text }, { since }): Drawn => {
    const position = find(show, 'position', of);
    if (!position) return empty(missing);
    // Which rows: "12 24"; all of them where nothing is said.
    const part = /^(\d+) (\d+)$/.exec(text ?? '');
    const schedule = cardSince(show, position, since);
    const [group] = schedule.groups;
    const rows = group?.rows ?? [];
    const [from, to] = part ? [Number(part[1]), Number(part[2])] : [0, rows.length];
    if (!rows.length) return empty(`Nothing hangs on ${position.name}.`);
    const marked = new Set([...(group?.marked ?? [])].map((i) => i - from));
    const table = tableOf({ ...schedule, groups: [{ heading: '', rows: rows.slice(from, to), marked }] }, [box[2], box[3]]);
    const page = table.pages[0];
    const lost = Math.min(to, rows.length) - from - (page?.items.length ?? 0);
    return {
      marked: [...marked].filter((i) => i >= 0 && i < to - from).length,
      panes: page ? [onPaper([box[0] - 2, box[1], box[2] + 2, box[3]], tablePrims(table, page, box))] : [],
      troubles:
        lost > 0
          ? [{ what: 'off', text: `${lost} of the units on ${position.name} have no room in the list: make its window higher.` }]
          : [],
    };
  },
};
export const bring: WindowKind = {
  what: 'bring',
  order: 220,
  title: 'What to bring to a position',
  sets: ['of'],
  of: byPosition,
  draw: (show, { box, of }): Drawn => {
    const position = find(show, 'position', of);
    if (!position) return empty(missing);
    const [left, bottom, width, height] = box;
    const lines = toBring(show, fixturesOn(show, position)).flatMap((line) => wrapped(line, width - 4, LETTER));
    const holds = Math.floor((height - 2) / 4);
    return {
      panes: [
        onPaper(box, [
          path(rect(left, bottom, width, height), 'thin'),
          ...lines.slice(0, holds).map((line, i) => textAt(left + 2, bottom + height - 3.4 - i * 4, line, LETTER, 'left')),
        ]),
      ],
      troubles:
        lines.length > holds
          ? [{ what: 'off', text: `What to bring to ${position.name} takes ${lines.length} lines, and ${holds} have room.` }]
          : [],
    };
  },
};
