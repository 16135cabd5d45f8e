/** The key and the legend of the tags, drawn: symbols at the scale of the plan, in as many columns as their room asks for. Millimetres of paper. */
import { fieldWord } from '../fields/index.js';
import { widthOf, wrapped } from '../measure/advance.js';
import type { FixtureType, TagSet } from '../model/records.js';
import type { Show } from '../model/show.js';
import { keyRows, signRows } from './key.js';
import { type Prim, path, rect, textAt, textWidth } from './list.js';
import type { Pane } from './sheet.js';
import { symbolIn } from './symbols.js';
import { enclosureSize } from './tag-set.js';
import { tagPrims } from './tags.js';

/** Left, bottom, width and height, mm of paper. */
type Room = readonly [number, number, number, number];
/** Em of the smallest text: its capitals are 1.82 mm. */
const LETTER = 2.5;
/** Least and greatest height of a row of two lines, of a sign, and of what the head takes, mm. */
const ROW = [7.2, 15] as const;
const SIGN = 8;
const HEAD = 14;
/** Width of the symbols, and of the counts. */
const SYMBOLS = 22;
const COUNTS = 9;

interface Line {
  readonly name: string;
  readonly under: string;
  readonly count: number;
  readonly symbol: () => ReturnType<typeof symbolIn>;
  readonly sign: boolean;
}
const nameOf = ({ name, maker }: FixtureType): string => (maker ? `${name}, ${maker}` : name);

function linesOf(show: Show): { readonly lines: readonly Line[]; readonly signs: readonly Line[] } {
  return {
    lines: keyRows(show).map(({ type, count, variant }) => ({
      name: nameOf(type),
      under: [type.watts ? `${type.watts} W` : '', type.field ? `field ${type.field} deg` : ''].filter(Boolean).join(', '),
      count,
      symbol: () => symbolIn(show, type, variant),
      sign: false,
    })),
    signs: signRows(show).map(({ name, form, type, count }) => ({
      name,
      under: '',
      count,
      symbol: () => symbolIn(show, type, 0, [form]),
      sign: true,
    })),
  };
}

export interface KeyDrawn {
  readonly panes: readonly Pane[];
  /** How many of its lines have no room. */
  readonly lost: number;
}

/** How many columns hold so many lines, and how high a line then is. The fewest columns in which lines are not closer than they may be. */
function laidOut(
  count: number,
  signs: number,
  [, , width, height]: Room,
): { readonly columns: number; readonly step: number; readonly holds: number } {
  const extra = signs ? 6 + SIGN * signs : 0;
  const most = Math.max(1, Math.floor(width / 58));
  for (let columns = 1; columns <= most; columns++) {
    const step = Math.min(ROW[1], ((height - HEAD) * columns - extra) / Math.max(1, count) - (columns > 1 ? 1 : 0));
    if (step >= ROW[0]) return { columns, step, holds: count + signs };
  }
  return { columns: most, step: ROW[0], holds: Math.max(0, Math.floor(((height - HEAD) * most - extra) / ROW[0])) + signs };
}

/** Every type in use with its symbol and count, then what sits in or before lanterns, each on one that carries it. */
export function keyPanes(show: Show, denominator: number, room: Room): KeyDrawn {
  const [left, bottom, width, height] = room;
  const top = bottom + height;
  const { lines, signs } = linesOf(show);
  const { columns, step } = laidOut(lines.length, signs.length, room);
  const wide = width / columns;
  // One size for all names: that in which the longest fits, in two lines where one will not do.
  const space = wide - SYMBOLS - COUNTS - 2;
  const longest = lines.reduce((most, { name }) => Math.max(most, widthOf(name, 1)), 0.1);
  const size = Math.max(LETTER, Math.min(3, step * 0.3, space / longest));
  const text: Prim[] = [textAt(left + 4, top - 7, 'Key', 4, 'left', 'ink', true)];
  const panes: Pane[] = [];
  let [x, y, lost] = [left, top - HEAD, 0];
  const put = (line: Line, tall: number) => {
    if (y - tall < bottom - 0.01) {
      if (x + 2 * wide > left + width + 0.01) {
        lost++;
        return;
      }
      x += wide;
      y = top - HEAD;
    }
    const cy = y - tall / 2;
    const { box, prims } = line.symbol();
    const [bw, bh] = [box[2] - box[0], box[3] - box[1]];
    // A wide batten is shown smaller rather than over its own name; everything else at the scale of the plan.
    const k = Math.min(1 / denominator, 17 / bw, (tall * 0.92) / bh);
    panes.push({ k, ox: x + 12 - ((box[0] + box[2]) / 2) * k, oy: cy - ((box[1] + box[3]) / 2) * k, clip: null, prims });
    const said = [...wrapped(line.name, space, size), ...(line.under ? [line.under] : [])];
    const gap = Math.min(size * 1.35, (tall - 0.4) / said.length);
    said.forEach((part, i) => {
      const faint = line.under !== '' && i === said.length - 1;
      text.push(textAt(x + SYMBOLS + 2, cy + ((said.length - 1) / 2 - i) * gap, part, size, 'left', faint ? 'faint' : 'ink'));
    });
    text.push(textAt(x + wide - 4, cy, String(line.count), size * 1.1, 'right', 'ink', true));
    y -= tall;
  };
  for (const line of lines) put(line, step);
  if (signs.length) {
    if (y - 6 - SIGN < bottom && x + 2 * wide <= left + width + 0.01) {
      x += wide;
      y = top - HEAD;
    }
    text.push(textAt(x + 4, y - 3.4, 'Accessories', LETTER, 'left', 'ink', true));
    y -= 6;
    for (const line of signs) put(line, SIGN);
  }
  panes.push({ k: 1, ox: 0, oy: 0, clip: null, prims: text });
  return { panes, lost };
}

const samples: Readonly<Record<string, string>> = {
  channel: '12',
  unit: '3',
  address: '1.101',
  colour: 'Sm 3a',
  circuit: 'C 14',
  watts: '750 W',
  height: '+6.50',
};
const places: Readonly<Record<TagSet['lines'][number]['place'], string>> = {
  body: 'in the body',
  behind: 'behind',
  front: 'before the nose',
  left: 'at the left',
  right: 'at the right',
};
/** Height of a line of the legend, mm, and how many lines one has at most. */
export const LEGEND_LINE = 6;
const LEGEND = 8;
export const legendHeight = (tags: TagSet): number => 4 + LEGEND_LINE * Math.min(LEGEND, tags.lines.length);

/** What each outline round a text means, by the tag set in use. */
export function legendPrims(show: Show, tags: TagSet, [left, bottom, width, height]: Room): Prim[] {
  const out: Prim[] = [path(rect(left, bottom, width, height), 'thin')];
  let y = bottom + height - 0.5;
  for (const line of tags.lines.slice(0, LEGEND)) {
    y -= LEGEND_LINE;
    const word = fieldWord(show, line.field);
    const sample = samples[line.field] ?? word;
    const item = {
      tag: line.field,
      text: sample,
      enclosure: line.enclosure,
      size: LETTER,
      ...enclosureSize(sample, line.enclosure, LETTER),
    };
    const said = `${word}, ${places[line.place]}`;
    out.push(
      ...tagPrims({ item, x: left + 13, y: y + 1.5, moved: false }, 'ink'),
      textAt(
        left + SYMBOLS + 2,
        y + 1.5,
        said,
        Math.min(LETTER, ((width - SYMBOLS - 3) / textWidth(said, LETTER)) * LETTER),
        'left',
      ),
    );
  }
  return out;
}
