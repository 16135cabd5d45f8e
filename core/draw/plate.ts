/** The plot as a plate: plan at true scale, border, title block, key, scale bar and a check bar of known length. */
import { fieldWord } from '../fields/index.js';
import { formatFeet } from '../measure/lengths.js';
import { type Paper, scaleName, usualScales } from '../measure/scales.js';
import type { FixtureType, Id, TagSet, TitleBlock } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { keyRows, type SignRow, signRows } from './key.js';
import { type Box, type DisplayList, LINE, MOVE, type Prim, path, rect, textAt, textWidth } from './list.js';
import { allTags, planList } from './plan.js';
import type { Pane, Sheet } from './sheet.js';
import { symbolIn } from './symbols.js';
import { enclosureSize, tagSetOf } from './tag-set.js';
import { tagPrims } from './tags.js';

export interface PlateOptions {
  readonly paper: Paper;
  readonly landscape: boolean;
  readonly denominator: number;
  readonly tags?: TagSet | null;
  /** Date as it is to be printed; empty leaves the line out. */
  readonly date: string;
}

export interface Plate {
  readonly sheet: Sheet;
  /** The plan does not fit the paper at this scale: what would be missing. */
  readonly missing: Missing | null;
}
export interface Missing {
  /** Mm of paper that are missing, across and up. */
  readonly by: readonly [number, number];
  /** Fixtures of which no drawing lies on the sheet as a whole, and how many are drawn. */
  readonly fixtures: number;
  readonly of: number;
  /** Positions that are cut or missing, by name, and how many other things are. */
  readonly positions: readonly string[];
  readonly others: number;
}

const MARGIN = 10;
const COLUMN = 66;

/** Lays out the plot. The drawing is centred on the centre line where it can be, and clipped to its window. */
export function plotPlate(show: Show, options: PlateOptions): Plate {
  const { paper, landscape, denominator } = options;
  const [width, height] = landscape ? [paper.width, paper.height] : [paper.height, paper.width];
  const settings = settingsOf(show);
  const column = Math.min(COLUMN, width * 0.3);
  const window: Box = [MARGIN, MARGIN, width - MARGIN - column, height - MARGIN];
  const tags = plateTags(show, options.tags);
  const list = planList(show, { denominator, tags, marks: null });
  const [ww, wh] = [window[2] - window[0], window[3] - window[1]];
  const [dw, dh] = [(list.box[2] - list.box[0]) / denominator, (list.box[3] - list.box[1]) / denominator];
  const k = 1 / denominator;
  const ox = window[0] + ww / 2 - ((list.box[0] + list.box[2]) / 2) * k;
  const oy = window[1] + wh / 2 - ((list.box[1] + list.box[3]) / 2) * k;
  const prims: Prim[] = [...list.chunks.flatMap((chunk) => chunk.body), ...list.chunks.flatMap((chunk) => chunk.tags)];
  const panes: Pane[] = [
    { k, ox, oy, clip: [window[0], window[1], ww, wh], prims },
    { k: 1, ox: 0, oy: 0, clip: null, prims: furniture(show, options, width, height, column) },
    ...keyPanes(show, denominator, tags, [width - MARGIN - column, MARGIN + 74, width - MARGIN, height - MARGIN]),
  ];
  const missing =
    dw > ww + 0.01 || dh > wh + 0.01
      ? { by: [Math.max(0, dw - ww), Math.max(0, dh - wh)] as const, ...offSheet(show, list, { k, ox, oy }, window) }
      : null;
  return { sheet: { width, height, title: `${settings.name}: light plot`, panes }, missing };
}

/** What does not lie inside the window as a whole. */
function offSheet(show: Show, list: DisplayList, { k, ox, oy }: Pick<Pane, 'k' | 'ox' | 'oy'>, window: Box): Omit<Missing, 'by'> {
  const whole = new Map<Id, boolean>();
  let others = 0;
  for (const { id, box, kind } of list.chunks) {
    if (box[0] > box[2]) continue;
    const inside =
      box[0] * k + ox >= window[0] - 0.01 &&
      box[1] * k + oy >= window[1] - 0.01 &&
      box[2] * k + ox <= window[2] + 0.01 &&
      box[3] * k + oy <= window[3] + 0.01;
    if (id !== null && (kind === 'fixture' || kind === 'position')) whole.set(id, inside || (whole.get(id) ?? false));
    else if (!inside) others++;
  }
  const lost = [...whole].flatMap(([id, inside]) => (inside ? [] : [show.records.get(id)]));
  return {
    fixtures: lost.filter((record) => record?.kind === 'fixture').length,
    of: [...whole.keys()].filter((id) => show.records.get(id)?.kind === 'fixture').length,
    positions: lost.flatMap((record) => (record?.kind === 'position' ? [record.name] : [])),
    others,
  };
}

/** The largest usual scale, from the asked one on, at which nothing is missing; null when there is none. The plate itself says so, since details and tags grow with the paper. */
export function fittingScale(show: Show, options: PlateOptions): number | null {
  const drawn = settingsOf(show).units === 'imperial';
  const list = [options.denominator, ...usualScales(drawn).filter((value) => value > options.denominator)];
  return list.find((denominator) => !plotPlate(show, { ...options, denominator }).missing) ?? null;
}

/** What falls off a sheet, and what to do, in sentences. */
export function sayMissing(missing: Missing, options: PlateOptions, fits: number | null): string {
  const { fixtures, of, positions, others, by } = missing;
  const named =
    positions.length > 3
      ? `${positions.slice(0, 3).join(', ')} and ${positions.length - 3} more positions`
      : positions.join(', ');
  const lost = [
    fixtures ? `${fixtures} of ${of} fixtures` : '',
    named,
    others ? `${others} ${others === 1 ? 'thing' : 'things'} of stage and notes` : '',
  ].filter(Boolean);
  return [
    `At ${scaleName(options.denominator)} the plot is larger than ${options.paper.name} by ${Math.ceil(Math.max(...by))} mm: ${lost.join('; ') || 'its edge'} would fall off the sheet.`,
    fits ? `It fits at ${scaleName(fits)}; or take a larger paper.` : 'It fits at no usual scale; take a larger paper.',
  ].join(' ');
}

/** What the words in braces stand for in a title block. An unknown word stays as it is written. */
export function titleWords(show: Show, scale: string, paper: string, date: string): (text: string) => string {
  const { name, venue, designer, issued } = settingsOf(show);
  const units = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const words: Readonly<Record<string, string>> = {
    show: name,
    venue,
    designer,
    scale,
    paper,
    date,
    issue: issued ?? '',
    units: String(units),
  };
  return (text) => text.replace(/\{([a-z]+)\}/g, (whole, word: string) => (Object.hasOwn(words, word) ? words[word]! : whole));
}

/** Border, title block, scale bar and check bar, in paper mm. */
function furniture(show: Show, options: PlateOptions, width: number, height: number, column: number): Prim[] {
  const left = width - MARGIN - column;
  return [
    path(rect(MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN), 'border'),
    path(
      [MOVE, left, MARGIN, LINE, left, height - MARGIN, MOVE, left, MARGIN + 72, LINE, width - MARGIN, MARGIN + 72],
      'position',
    ),
    ...titleLines(show, options, left + 4, column),
    ...scaleBar(show, options.denominator, left + 4, column),
    ...checkBar(left + 4),
  ];
}

/** What the title block says, from the top. */
function titleLines(show: Show, options: PlateOptions, x: number, column: number): Prim[] {
  const { titleBlock } = settingsOf(show);
  const block = find(show, 'titleblock', titleBlock);
  const out: Prim[] = [];
  let y = MARGIN + 65;
  for (const { text, size, bold } of block ? linesOf(show, block, options) : usualLines(show, options)) {
    if (!text) continue;
    const fitted = Math.min(size, ((column - 8) / textWidth(text, size)) * size);
    out.push(textAt(x, y, text, fitted, 'left', 'ink', bold));
    y -= size * LINE_GAP;
  }
  return out;
}
interface TitleLine {
  readonly text: string;
  /** Height, mm of paper. */
  readonly size: number;
  readonly bold: boolean;
}
/** Height of the room for the title block above the scale bar, mm; and of a line, times its letters. */
const TITLE_ROOM = 44;
const LINE_GAP = 1.9;
const issueLine: TitleBlock['lines'][number] = { label: 'Issue', text: '{issue}', size: 3.5 };
function linesOf(show: Show, block: TitleBlock, { denominator, date, paper }: PlateOptions): TitleLine[] {
  const says = titleWords(show, scaleName(denominator), paper.name, date);
  const { issued } = settingsOf(show);
  // An issued plot says so, whatever its block was drawn for.
  const drawn = issued && !block.lines.some((line) => line.text.includes('{issue}')) ? [...block.lines, issueLine] : block.lines;
  const lines = drawn.map((line) => {
    const said = says(line.text);
    return { text: said || !line.text ? [line.label, said].filter(Boolean).join(': ') : '', size: line.size };
  });
  // A block with many lines is set smaller rather than run into the scale bar.
  const tall = lines.reduce((sum, line) => sum + (line.text ? line.size * LINE_GAP : 0), 0);
  const room = TITLE_ROOM / Math.max(TITLE_ROOM, tall);
  return lines.map(({ text, size }, i) => ({ text, size: size * room, bold: i === 0 }));
}
function usualLines(show: Show, { denominator, date, paper }: PlateOptions): TitleLine[] {
  const { name, venue, designer, units, issued } = settingsOf(show);
  const counted = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const lines: readonly (readonly [string, number])[] = [
    [name, 6],
    [venue, 3.5],
    [issued ? `Light plot, plan, issue ${issued}` : 'Light plot, plan', 3.5],
    [designer ? `Lighting design: ${designer}` : '', 2.8],
    [`Scale ${scaleName(denominator)} on ${paper.name}`, 2.8],
    [`${units === 'metric' ? 'Dimensions in metres' : 'Dimensions in feet and inches'}, heights from the stage floor`, 2.2],
    [`${counted} units. ${date}`, 2.8],
  ];
  return lines.map(([text, size], i) => ({ text, size, bold: i === 0 }));
}

/** Five metres, or twenty feet, or what fits the column. */
function scaleBar(show: Show, denominator: number, x: number, column: number): Prim[] {
  const metric = settingsOf(show).units === 'metric';
  const unit = metric ? 1000 : 304.8 * 2;
  const n = Math.max(1, Math.min(5, Math.floor(((column - 14) * denominator) / unit)));
  const y = MARGIN + 14;
  const out: Prim[] = [];
  for (let i = 0; i <= n; i++) {
    const px = x + (i * unit) / denominator;
    out.push(path([MOVE, px, y - 1, LINE, px, y + 1], 'thin'));
    out.push(textAt(px, y + 3, metric ? String(i) : formatFeet(i * unit).replace(/-0"$/, ''), 2));
  }
  return [...out, path([MOVE, x, y, LINE, x + (n * unit) / denominator, y], 'position')];
}

/** A bar of known length, by which a print is checked. */
function checkBar(x: number): Prim[] {
  const y = MARGIN + 5;
  const end = x + 50;
  return [
    path([...[MOVE, x, y, LINE, end, y], ...[MOVE, x, y - 1, LINE, x, y + 1], ...[MOVE, end, y - 1, LINE, end, y + 1]], 'thin'),
    textAt(x, MARGIN + 7.6, 'This bar is 50 mm long when printed at true size', 1.8, 'left', 'faint'),
  ];
}

/** Height of a line of the accessories in the key, mm. */
const SIGN = 8;
/** What sits in or before lanterns, each as it sits on one that carries it, with its count. @param top  where its room begins, mm of paper */
function signPanes(
  show: Show,
  signs: readonly SignRow[],
  denominator: number,
  window: Box,
  top: number,
): { readonly panes: Pane[]; readonly text: Prim[] } {
  const text: Prim[] = [
    path([MOVE, window[0], top, LINE, window[2], top], 'thin'),
    textAt(window[0] + 4, top - 3.4, 'Accessories', 2.5, 'left', 'ink', true),
  ];
  const panes = signs.map(({ name, form, type, count }, i): Pane => {
    const y = top - 1.4 - SIGN * (i + 1);
    text.push(textAt(window[0] + 25, y, name, 2.5, 'left'), textAt(window[2] - 4, y, String(count), 2.5, 'right', 'ink', true));
    const { box, prims } = symbolIn(show, type, 0, [form]);
    const k = Math.min(1 / denominator, (SIGN * 0.9) / (box[3] - box[1]), 17 / (box[2] - box[0]));
    return {
      k,
      ox: window[0] + 13 - ((box[0] + box[2]) / 2) * k,
      oy: y + 0.9 - ((box[1] + box[3]) / 2) * k,
      clip: null,
      prims,
    };
  });
  return { panes, text };
}
/** The key: symbols at the drawing's scale, in as many columns as the window asks for. */
function keyPanes(show: Show, denominator: number, tags: TagSet, window: Box): Pane[] {
  const rows = keyRows(show);
  const k = 1 / denominator;
  const text: Prim[] = [textAt(window[0] + 4, window[3] - 7, 'Key', 4, 'left', 'ink', true)];
  const panes: Pane[] = [];
  const signs = signRows(show);
  const lines = tags.lines.slice(0, 8);
  const legend = 5 + 5 * lines.length + (signs.length ? 6 + SIGN * signs.length : 0);
  const room = window[3] - window[1] - 14 - legend;
  const step = Math.min(15, Math.max(4.6, room / Math.max(1, rows.length)));
  const size = Math.min(2.5, step * 0.36);
  const nameOf = ({ name, maker }: FixtureType) => (maker ? `${name}, ${maker}` : name);
  // One size for all names: that in which the longest fits.
  const room2 = window[2] - window[0] - 40;
  const fitted = rows.reduce((least, { type }) => Math.min(least, (room2 / textWidth(nameOf(type), size)) * size), size);
  rows.forEach(({ type, count, variant }, i) => {
    const cy = window[3] - 14 - step * (i + 0.5);
    const { box, prims } = symbolIn(show, type, variant);
    const [bw, bh] = [(box[2] - box[0]) * k, (box[3] - box[1]) * k];
    // A wide batten is shown smaller rather than over its own name; everything else at the scale of the plan.
    const fit = Math.min(1, 17 / bw, (step * 0.92) / bh);
    const at = k * fit;
    panes.push({
      k: at,
      ox: window[0] + 13 - ((box[0] + box[2]) / 2) * at,
      oy: cy - ((box[1] + box[3]) / 2) * at,
      clip: null,
      prims,
    });
    text.push(textAt(window[0] + 25, cy + size * 0.75, nameOf(type), fitted, 'left'));
    const figures = [type.watts ? `${type.watts} W` : '', type.field ? `field ${type.field} deg` : ''].filter(Boolean).join(', ');
    text.push(textAt(window[0] + 25, cy - size * 0.75, figures, fitted * 0.9, 'left', 'faint'));
    text.push(textAt(window[2] - 4, cy, String(count), size * 1.1, 'right', 'ink', true));
  });
  let y = window[1] + legend - 1;
  const lx = window[0] + 13;
  if (signs.length) {
    const drawn = signPanes(show, signs, denominator, window, y);
    panes.push(...drawn.panes);
    text.push(...drawn.text);
    y -= 6 + SIGN * signs.length;
  }
  text.push(path([MOVE, window[0], y, LINE, window[2], y], 'thin'));
  // What each outline round a text means.
  for (const line of lines) {
    y -= 4.6;
    const word = fieldWord(show, line.field);
    const sample = samples[line.field] ?? word;
    const item = {
      tag: line.field,
      text: sample,
      enclosure: line.enclosure,
      size: 1.8,
      ...enclosureSize(sample, line.enclosure, 1.8),
    };
    text.push(
      ...tagPrims({ item, x: lx, y, moved: false }, 'ink'),
      textAt(window[0] + 25, y, `${word}, ${places[line.place]}`, 2.2, 'left'),
    );
  }
  panes.push({ k: 1, ox: 0, oy: 0, clip: null, prims: text });
  return panes;
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

/** The tag set that plates print: the one that is asked for, else the show's choice, else its first, else the usual one. */
export const plateTags = (show: Show, wanted?: TagSet | null): TagSet =>
  wanted ?? tagSetOf(show, settingsOf(show).plateTags) ?? allTags;
