/** The title block: what it says, and the scale bar under it. Millimetres of paper. */
import { widthOf, wrapped } from '../measure/advance.js';
import type { Settings, TitleBlock } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { type Prim, path, rect, textAt } from './list.js';
import { bearings, drawnBlock, issuesHeight, issuesTable, LETTER, scaleBar, type TitleBox } from './title-items.js';

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
  const { name, venue, designer, drawnBy, issued } = settings;
  const counted = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const words: Readonly<Record<string, string>> = {
    show: name,
    venue,
    designer,
    drawn: drawnBy ?? designer,
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
/** Of a line, times its letters. */
const LINE_GAP = 1.9;
/** Room at the foot for the scale bar, and for the bearings over it, mm. */
const SCALE_BAR = 16;
const BEARINGS = 28;
/** From this height on a block has room for the bearings. */
const WITH_BEARINGS = 84;
/** Issues that the usual block lists. */
const MOST_ISSUES = 4;
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
  const { name, venue, designer, drawnBy, issued } = settings;
  const counted = all(show, 'fixture').filter((fixture) => !fixture.spare).length;
  const lines: readonly (readonly [string, number])[] = [
    [name, 6],
    [venue, 3.5],
    [issued ? `${said.name}, issue ${issued}` : said.name, 3.5],
    [designer ? `Lighting design: ${designer}` : '', 2.8],
    [drawnBy && drawnBy !== designer ? `Drawn by ${drawnBy}` : '', 2.8],
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
    [`${counted} unit${counted === 1 ? '' : 's'}. ${said.date}`, 2.8],
  ];
  return lines.map(([text, size], i) => ({ text, size, bold: i === 0 }));
}

/** What the title block says, line by line, from the top of its room down. */
function titleLines(
  block: TitleBlock | undefined,
  show: Show,
  said: SheetSaid,
  [left, bottom, width, height]: TitleBox,
  foot: number,
): Prim[] {
  const lines = (block ? linesOf(show, block, said) : usualLines(show, said)).filter(({ text }) => text);
  // A block with many lines is set smaller rather than run into what stands below.
  const tall = lines.reduce((sum, { text, size }) => sum + size * LINE_GAP * (widthOf(text, LETTER) > width - 8 ? 1.7 : 1), 0);
  const room = height - foot - 10;
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

const blockOf = (show: Show): TitleBlock | undefined => find(show, 'titleblock', settingsOf(show).titleBlock);
/** Width and height that the title block of a show wants, mm. */
export function titleSize(show: Show): readonly [number, number] {
  const block = blockOf(show);
  return block?.items && block.size ? block.size : [66, 88 + issuesHeight(show, MOST_ISSUES)];
}

/**
 * The title block in its box: the one that the show drew, or its lines, or the usual ones; with the issues, the scale bar, and which way the drawing is looked at.
 * @param denominator  of the sheet's scale; null where it has none
 */
export function titlePrims(show: Show, said: SheetSaid, box: TitleBox, denominator: number | null): Prim[] {
  const [left, bottom, width, height] = box;
  const block = blockOf(show);
  const out: Prim[] = [path(rect(left, bottom, width, height), 'position')];
  if (block?.items) return [...out, ...drawnBlock(show, block, box, titleWords(show, said), denominator)];
  const issues = issuesHeight(show, MOST_ISSUES);
  const bearing = height - issues >= WITH_BEARINGS;
  const foot = bearing ? BEARINGS : SCALE_BAR;
  // The table goes where there is room for it and for what must be said above it.
  const table = issues && height - issues - foot > 40 ? issues : 0;
  out.push(...titleLines(block, show, said, box, foot + table));
  if (table) out.push(...issuesTable(show, [left, bottom + foot, width, table]));
  if (bearing) out.push(...bearings([left + width - 27, bottom + 10, 26, 17]));
  if (denominator && height > 40) {
    out.push(...scaleBar(show, denominator, left + 4, bottom + 4, width - 14));
    // Which way the drawing is looked at: from the audience, upstage up the page.
    const x = bearing ? left + 4 : left + width - 4;
    out.push(textAt(x, bottom + 13.5, 'seen from the audience', LETTER, bearing ? 'left' : 'right', 'faint'));
  }
  return out;
}
