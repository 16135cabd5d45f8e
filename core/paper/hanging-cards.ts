/** Hanging cards: one page a position, for one hand on a ladder. The position is drawn to scale with its units; below it stand its list, its weights, and what to bring. */

import { boxOf, LINE, MOVE, type Prim, path, rect, textAt, textWidth } from '../draw/list.js';
import { allTags, planList } from '../draw/plan.js';
import type { Pane, Sheet } from '../draw/sheet.js';
import { fieldText } from '../fields/index.js';
import { formatLength, formatStagePoint, INCH } from '../measure/lengths.js';
import { gathered } from '../measure/list.js';
import { type Paper, scaleName, usualScales } from '../measure/scales.js';
import type { Fixture, Position, Straight, TagSet } from '../model/records.js';
import { find, get, type Show, settingsOf, showOf } from '../model/show.js';
import { fixturesOn, natural, positionsInOrder } from '../order/order.js';
import { accessoriesOf } from '../patch/accessories.js';
import { curveLength, frameAlong, fromOrigin } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { add, deg, dot, scaled, sub as subtract, wrap180 } from '../space/vectors.js';

/** Paper that goes into a pocket. Letter by ANSI/ASME Y14.1 (A). */
export const cardPapers: readonly Paper[] = [
  { name: 'A4', width: 297, height: 210 },
  { name: 'letter', width: 11 * INCH, height: 8.5 * INCH },
];

const MARGIN = 10;
/** Height of the title, of the drawing, and of a row of the list, mm. */
const HEAD = 20;
const DRAWING = 95;
const ROW = 5.4;
/** Height of text in the list, mm: capitals of 1.8 in the shipped face. */
const SIZE = 2.5;
const LEAST = 1.8;
/** At the foot: what to bring, and the number of the card. */
const FOOT = 30;

interface Column {
  readonly heading: string;
  /** Share of the width. */
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

/** A text in its room: cut with an ellipsis where it is wider. */
function fitted(text: string, room: number, size: number): string {
  if (textWidth(text, size) <= room) return text;
  let cut = text;
  while (cut && textWidth(`${cut}…`, size) > room) cut = cut.slice(0, -1);
  return `${cut}…`;
}
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

/** The show with one position and what hangs on it alone. Areas stay, since units look at them. */
const alone = (show: Show, position: Position, fixtures: readonly Fixture[]): Show =>
  showOf(show.id, [
    ...[...show.records.values()].filter(
      ({ kind }) =>
        ![
          'position',
          'fixture',
          'outline',
          'masking',
          'scenic',
          'note',
          'dimension',
          'wall',
          'backdrop',
          'run',
          'view',
          'accepted',
        ].includes(kind),
    ),
    position,
    ...fixtures,
  ]);

/** What a unit says on its card besides its list: number, channel and colour. */
const cardTags: TagSet = {
  ...allTags,
  lines: allTags.lines.filter(({ field }) => ['unit', 'channel', 'colour'].includes(field)),
};
/**
 * A position laid flat along the page: its whole length along x, its units where they hang on it and turned against it as they are. One that stands upright, and one
 * that runs along the page already, stay as they are.
 */
export function laidFlat(
  show: Show,
  position: Position,
  fixtures: readonly Fixture[],
): { readonly position: Position; readonly fixtures: readonly Fixture[] } {
  const { curve } = position;
  if (curve.form === 'vertical') return { position, fixtures };
  if (curve.form === 'straight' && Math.abs(curve.b[1] - curve.a[1]) < 1 && !curve.rise) return { position, fixtures };
  const length = curveLength(curve);
  const flat: Straight = { form: 'straight', a: [-length / 2, 0], b: [length / 2, 0], z: curve.z };
  return {
    position: { ...position, curve: flat },
    fixtures: fixtures.map((fixture) => {
      const { frame, target } = place(show, fixture);
      const to = frameAlong(flat, fixture.along);
      const turn = deg(Math.atan2(to.t[1], to.t[0]) - Math.atan2(frame.t[1], frame.t[0]));
      const spun = { ...fixture, spin: wrap180(fixture.spin + turn) };
      if (!target) return spun;
      // What it is aimed at lies as it did against the position where it hangs.
      const way = subtract(target, frame.point);
      const at = add(
        to.point,
        add(scaled(to.t, dot(way, frame.t)), add(scaled(to.s, dot(way, frame.s)), scaled(to.d, dot(way, frame.d)))),
      );
      return { ...spun, aim: { kind: 'point', at } };
    }),
  };
}
/** The position with its units, at the largest usual scale that fits; its scale stands at its edge. */
function drawing(show: Show, position: Position, fixtures: readonly Fixture[], width: number, top: number): Pane[] {
  const flat = laidFlat(show, position, fixtures);
  const only = alone(show, flat.position, flat.fixtures);
  const room = [width - 2 * MARGIN, DRAWING] as const;
  const prims = (denominator: number): Prim[] => {
    // The stage is on the plot; here its lines would only make the position small.
    const { chunks } = planList(only, { denominator, tags: cardTags, marks: null });
    const drawnAlready = new Set<string>();
    const own = chunks.filter(({ kind, id }) => {
      if (kind !== 'fixture') return kind === (position.curve.form === 'vertical' ? 'detail' : 'position');
      // What has a detail on the plot is drawn there a second time.
      const again = id !== null && drawnAlready.has(id);
      if (id !== null) drawnAlready.add(id);
      return !again;
    });
    return [...own.flatMap(({ body }) => body), ...own.flatMap((chunk) => chunk.tags)];
  };
  const fits = (denominator: number): boolean => {
    const box = boxOf(prims(denominator));
    return (box[2] - box[0]) / denominator <= room[0] && (box[3] - box[1]) / denominator <= room[1];
  };
  const scales = usualScales(settingsOf(show).units === 'imperial');
  // What fits at no usual scale is drawn at one that is round.
  const denominator = [...scales, 1000, 2000, 5000].find(fits) ?? 10_000;
  const drawn = prims(denominator);
  const box = boxOf(drawn);
  const k = 1 / denominator;
  return [
    {
      k,
      ox: width / 2 - ((box[0] + box[2]) / 2) * k,
      oy: top - DRAWING / 2 - ((box[1] + box[3]) / 2) * k,
      clip: [MARGIN, top - DRAWING, room[0], DRAWING],
      prims: drawn,
    },
    {
      k: 1,
      ox: 0,
      oy: 0,
      clip: null,
      prims: [textAt(width - MARGIN, top - DRAWING + 3, scaleName(denominator), SIZE, 'right', 'faint')],
    },
  ];
}

/** Head of a page: what hangs there, where, how much of it. */
function head(show: Show, position: Position, fixtures: readonly Fixture[], width: number, height: number, page: string): Prim[] {
  const { units, name } = settingsOf(show);
  const hung = fixtures.filter(({ spare }) => !spare);
  const types = hung.map(({ type }) => get(show, 'type', type));
  const watts = types.reduce((sum, type) => sum + type.watts, 0);
  const known = types.filter(({ weight }) => weight > 0);
  const weight = known.reduce((sum, type) => sum + type.weight, 0);
  const unit = units === 'metric' ? ' m' : '';
  const { curve } = position;
  const facts = [
    `${hung.length} unit${hung.length === 1 ? '' : 's'}${fixtures.length > hung.length ? ` and ${fixtures.length - hung.length} spare` : ''}`,
    curve.form === 'vertical' ? `from +${formatLength(curve.z, units)}${unit}` : `trim ${formatLength(curve.z, units)}${unit}`,
    `${formatLength(Math.round(curveLength(curve)), units)}${unit} long`,
    `${(watts / 1000).toFixed(1)} kW`,
    `${Math.round(weight)} kg of lanterns${known.length < types.length ? ` (${types.length - known.length} without weight)` : ''}`,
  ];
  const y = height - MARGIN;
  return [
    textAt(MARGIN, y - 5, fitted(position.name, (width - 2 * MARGIN) * 0.6, 8), 8, 'left', 'ink', true),
    textAt(width - MARGIN, y - 3.5, fitted(name, (width - 2 * MARGIN) * 0.38, 3.2), 3.2, 'right'),
    textAt(width - MARGIN, y - 8.5, page, SIZE, 'right', 'faint'),
    textAt(MARGIN, y - 14, facts.join(', '), 3, 'left'),
    path([MOVE, MARGIN, y - HEAD + 2, LINE, width - MARGIN, y - HEAD + 2], 'position'),
  ];
}

/** Rows of the list from a height on. */
function rows(show: Show, position: Position, fixtures: readonly Fixture[], width: number, top: number): Prim[] {
  const whole = columns.reduce((sum, { share }) => sum + share, 0);
  const out: Prim[] = [];
  let x = MARGIN;
  for (const { heading, share, text } of columns) {
    const room = ((width - 2 * MARGIN) * share) / whole;
    out.push(textAt(x, top - 2.7, heading, SIZE, 'left', 'ink', true));
    fixtures.forEach((fixture, i) => {
      const line = text(show, fixture, position);
      if (!line) return;
      // Smaller before it is cut, down to what can still be read on a ladder.
      const size = Math.max(LEAST, Math.min(SIZE, (SIZE * (room - 1.5)) / textWidth(line, SIZE)));
      out.push(textAt(x, top - 2.7 - ROW * (i + 1), fitted(line, room - 1.5, size), size, 'left'));
    });
    x += room;
  }
  for (let i = 1; i <= fixtures.length + 1; i++)
    out.push(
      path(
        [MOVE, MARGIN, top - ROW * i, LINE, width - MARGIN, top - ROW * i],
        i === 1 ? 'position' : 'thin',
        'none',
        i === 1 ? 'ink' : 'faint',
      ),
    );
  return out;
}
/** What to bring, and a bar by which the print is checked. */
function foot(lines: readonly string[], width: number): Prim[] {
  const bar = MARGIN + 1;
  return [
    path(rect(MARGIN, MARGIN + 6, width - 2 * MARGIN, FOOT - 8), 'thin'),
    ...lines.map((line, i) =>
      textAt(MARGIN + 2, MARGIN + FOOT - 6.5 - i * 4.6, fitted(line, width - 2 * MARGIN - 4, 2.8), 2.8, 'left'),
    ),
    path(
      [
        MOVE,
        MARGIN,
        bar,
        LINE,
        MARGIN + 50,
        bar,
        MOVE,
        MARGIN,
        bar - 1,
        LINE,
        MARGIN,
        bar + 1,
        MOVE,
        MARGIN + 50,
        bar - 1,
        LINE,
        MARGIN + 50,
        bar + 1,
      ],
      'thin',
    ),
    textAt(MARGIN + 53, bar, 'This bar is 50 mm long when printed at true size', 1.8, 'left', 'faint'),
  ];
}

/**
 * The cards of a show, in the order of its positions; those on which nothing hangs have none. A list that is longer than its page goes on to the next.
 * @param paper  upright
 */
export function hangingCards(show: Show, paper: Paper): Sheet[] {
  const [width, height] = [Math.min(paper.width, paper.height), Math.max(paper.width, paper.height)];
  const floor = MARGIN + FOOT;
  const cards = positionsInOrder(show).flatMap((position) => {
    const fixtures = fixturesOn(show, position);
    return fixtures.length ? [{ position, fixtures }] : [];
  });
  return cards.flatMap(({ position, fixtures }, card) => {
    const first = height - MARGIN - HEAD - DRAWING - 4;
    const later = height - MARGIN - HEAD - 2;
    const holds = (top: number) => Math.max(1, Math.floor((top - floor) / ROW) - 1);
    const parts: Fixture[][] = [fixtures.slice(0, holds(first))];
    for (let i = holds(first); i < fixtures.length; i += holds(later)) parts.push(fixtures.slice(i, i + holds(later)));
    return parts.map((part, i): Sheet => {
      const page = `card ${card + 1} of ${cards.length}${parts.length > 1 ? `, page ${i + 1} of ${parts.length}` : ''}`;
      const prims = [
        ...head(show, position, fixtures, width, height, page),
        ...rows(show, position, part, width, i ? later : first),
        ...foot(i ? [`${position.name}, continued`] : toBring(show, fixtures), width),
      ];
      return {
        width,
        height,
        title: `${settingsOf(show).name}: ${position.name}`,
        panes: [
          ...(i ? [] : drawing(show, position, fixtures, width, height - MARGIN - HEAD)),
          { k: 1, ox: 0, oy: 0, clip: null, prims },
        ],
      };
    });
  });
}
