/** The title block: what it says, and the scale bar under it. Millimetres of paper. */
import { widthOf, wrapped } from '../measure/advance.js';
import { formatFeet } from '../measure/lengths.js';
import type { Settings, TitleBlock } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { LINE, MOVE, type Prim, path, textAt } from './list.js';

/** What a sheet says of itself. */
export interface SheetSaid {
  readonly scale: string;
  readonly paper: string;
  readonly date: string;
  /** What is drawn on it. */
  readonly name: string;
  /** Number of the sheet and of all, 0 for one that stands alone. */
  readonly sheet: number;
  readonly sheets: number;
}

const dimensionsIn = ({ units }: Settings): string =>
  `${units === 'metric' ? 'Dimensions in metres' : 'Dimensions in feet and inches'}, heights from the floor`;

/** What the words in braces stand for in a title block. An unknown word stays as it is written. */
export function titleWords(show: Show, said: SheetSaid): (text: string) => string {
  const settings = settingsOf(show);
  const { name, venue, designer, issued } = settings;
  const counted = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const words: Readonly<Record<string, string>> = {
    show: name,
    venue,
    designer,
    scale: said.scale,
    paper: said.paper,
    date: said.date,
    issue: issued ?? '',
    units: String(counted),
    drawing: said.name,
    sheet: said.sheets ? `${said.sheet} of ${said.sheets}` : '',
    dimensions: dimensionsIn(settings),
  };
  return (text) => text.replace(/\{([a-z]+)\}/g, (whole, word: string) => (Object.hasOwn(words, word) ? words[word]! : whole));
}

interface TitleLine {
  readonly text: string;
  /** Height of the em, mm of paper. */
  readonly size: number;
  readonly bold: boolean;
}
/** Em of the smallest text: its capitals are 1.82 mm. */
const LETTER = 2.5;
/** Of a line, times its letters. */
const LINE_GAP = 1.9;
/** Room at the foot for the scale bar, mm. */
export const SCALE_BAR = 16;
const issueLine: TitleBlock['lines'][number] = { label: 'Issue', text: '{issue}', size: 3.5 };

function linesOf(show: Show, block: TitleBlock, said: SheetSaid): TitleLine[] {
  const says = titleWords(show, said);
  const { issued } = settingsOf(show);
  // An issued plot says so, whatever its block was drawn for.
  const drawn = issued && !block.lines.some((line) => line.text.includes('{issue}')) ? [...block.lines, issueLine] : block.lines;
  return drawn.map((line, i) => {
    const now = says(line.text);
    return { text: now || !line.text ? [line.label, now].filter(Boolean).join(': ') : '', size: line.size, bold: i === 0 };
  });
}
function usualLines(show: Show, said: SheetSaid): TitleLine[] {
  const settings = settingsOf(show);
  const { name, venue, designer, issued } = settings;
  const counted = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const lines: readonly (readonly [string, number])[] = [
    [name, 6],
    [venue, 3.5],
    [issued ? `${said.name}, issue ${issued}` : said.name, 3.5],
    [designer ? `Lighting design: ${designer}` : '', 2.8],
    [
      [
        said.scale ? `Scale ${said.scale} on ${said.paper}` : said.paper,
        said.sheets ? `sheet ${said.sheet} of ${said.sheets}` : '',
      ]
        .filter(Boolean)
        .join(', '),
      2.8,
    ],
    [dimensionsIn(settings), 2.5],
    [`${counted} units. ${said.date}`, 2.8],
  ];
  return lines.map(([text, size], i) => ({ text, size, bold: i === 0 }));
}

/**
 * What the title block says, from the top of its room.
 * @param box  left, bottom, width and height of the room
 */
export function titleLines(
  show: Show,
  said: SheetSaid,
  [left, bottom, width, height]: readonly [number, number, number, number],
): Prim[] {
  const block = find(show, 'titleblock', settingsOf(show).titleBlock);
  const lines = (block ? linesOf(show, block, said) : usualLines(show, said)).filter(({ text }) => text);
  // A block with many lines is set smaller rather than run into the scale bar.
  const tall = lines.reduce((sum, { text, size }) => sum + size * LINE_GAP * (widthOf(text, LETTER) > width - 8 ? 1.7 : 1), 0);
  const room = height - SCALE_BAR - 10;
  const less = Math.min(1, room / Math.max(1, tall));
  const out: Prim[] = [];
  let y = bottom + height - 7;
  for (const { text, size, bold } of lines) {
    // A long line is set smaller, down to what can be read; then it goes on below.
    const fitted = Math.min(size * less, Math.max(LETTER, ((width - 8) / widthOf(text, size)) * size));
    for (const part of wrapped(text, width - 8, fitted)) {
      out.push(textAt(left + 4, y, part, fitted, 'left', 'ink', bold));
      y -= fitted * 1.4;
    }
    y -= size * less * LINE_GAP - fitted * 1.4;
  }
  return out;
}

/** Five metres, or five times two feet, or as many as fit the width. */
export function scaleBar(show: Show, denominator: number, x: number, y: number, width: number): Prim[] {
  const metric = settingsOf(show).units === 'metric';
  const unit = metric ? 1000 : 304.8 * 2;
  const n = Math.max(1, Math.min(5, Math.floor((width * denominator) / unit)));
  const out: Prim[] = [];
  for (let i = 0; i <= n; i++) {
    const px = x + (i * unit) / denominator;
    out.push(path([MOVE, px, y - 1, LINE, px, y + 1], 'thin'));
    out.push(textAt(px, y + 3, metric ? String(i) : formatFeet(i * unit).replace(/-0"$/, ''), 2.5));
  }
  return [...out, path([MOVE, x, y, LINE, x + (n * unit) / denominator, y], 'position')];
}
