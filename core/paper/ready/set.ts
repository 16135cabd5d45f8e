/** What a ready set is: sheets that are made from the show as it stands. */
import type { Since } from '../../compare/since.js';
import { legendHeight } from '../../draw/key-drawing.js';
import { titleSize } from '../../draw/title-block.js';
import { firstOf } from '../../measure/list.js';
import { type Paper, paperNamed, papers } from '../../measure/scales.js';
import type { PlateWindow } from '../../model/records.js';
import { type Show, settingsOf } from '../../model/show.js';
import { plateTags } from '../windows/stage.js';

export interface ReadySheet {
  /** Which of the set's sheets it is: what it is of, and from the second page on the page. The one that a correction by hand names. */
  readonly of: string;
  readonly name: string;
  readonly paper: Paper;
  readonly landscape: boolean;
  readonly windows: readonly PlateWindow[];
  /** Printed on something that is ruled already: without frame, bar and foot. */
  readonly bare?: true;
}
/** What the user says of a set. */
export interface Wanted {
  readonly paper?: Paper | undefined;
  readonly landscape?: boolean | undefined;
  /** What it is compared with: the list of changes is made of it. */
  readonly since?: Since | null | undefined;
}
export interface ReadySet {
  readonly id: string;
  /** Its place in the list and in a book, counted in tens. */
  readonly order: number;
  readonly title: string;
  /** What it is for, in a sentence. */
  readonly about: string;
  readonly make: (show: Show, wanted: Wanted) => readonly ReadySheet[];
}

/** Margin of a sheet, mm: that of ISO 5457; printers leave 4 to 6 (common practice, no source). */
export const MARGIN = 10;
/** Width of the column with title block, legend and key, at least. */
const COLUMN = 66;

export type Box = PlateWindow['box'];
/** Between the frame of a sheet and what stands in it, mm. */
export const PAD = 3;
/** A room in equal parts, row by row from its upper left. @param pad  room round what stands in each, mm */
export function cells(n: number, [columns, rows]: readonly [number, number], [left, bottom, width, height]: Box, pad = 0): Box[] {
  const [w, h] = [width / columns, height / rows];
  return Array.from(
    { length: n },
    (_, i): Box => [
      left + (i % columns) * w + pad,
      bottom + height - (Math.floor(i / columns) + 1) * h + pad,
      w - 2 * pad,
      h - 2 * pad,
    ],
  );
}
export const padded = ([x, y, w, h]: Box): Box => [x + PAD, y + PAD, w - 2 * PAD, h - 2 * PAD];
export const sheetSize = (paper: Paper, landscape: boolean): readonly [number, number] => {
  const [long, short] = [Math.max(paper.width, paper.height), Math.min(paper.width, paper.height)];
  return landscape ? [long, short] : [short, long];
};
/** The paper of the plot. */
export const plotPaper = (show: Show): Paper => paperNamed(settingsOf(show).paper) ?? firstOf(papers);
const named = (name: string): Paper => paperNamed(name) ?? firstOf(papers);
/** Paper that goes into a pocket, and that is spread on a table, by the units of the show. */
export const smallPaper = (show: Show): Paper => named(settingsOf(show).units === 'imperial' ? 'letter' : 'A4');
export const tablePaper = (show: Show): Paper => named(settingsOf(show).units === 'imperial' ? 'tabloid' : 'A3');

export const inMargins = ([width, height]: readonly [number, number]): Box => [
  MARGIN,
  MARGIN,
  width - 2 * MARGIN,
  height - 2 * MARGIN,
];
/** A sheet with a column at its right, that holds the title block and, where it is wanted, legend and key; and the room that is left. */
export function withColumn(
  show: Show,
  size: readonly [number, number],
  how: { readonly key: boolean; readonly legend: boolean; readonly scale?: number | undefined },
): { readonly room: Box; readonly windows: readonly PlateWindow[] } {
  const [left, bottom, width, height] = inMargins(size);
  const [wide, high] = titleSize(show);
  const column = Math.min(Math.max(COLUMN, wide), size[0] * 0.3);
  const x = left + width - column;
  // A block that was drawn keeps its sides.
  const tall = Math.min((high * column) / Math.max(wide, COLUMN), height * 0.4);
  const windows: PlateWindow[] = [
    { id: 'title', what: 'title', box: [x, bottom, column, tall], ...(how.scale ? { scale: how.scale } : {}) },
  ];
  let y = bottom + tall;
  if (how.legend) {
    const legend = legendHeight(plateTags(show));
    if (y + legend < bottom + height) windows.push({ id: 'legend', what: 'legend', box: [x, y, column, legend] });
    y += legend;
  }
  if (how.key && bottom + height - y > 30)
    windows.push({
      id: 'key',
      what: 'key',
      box: [x, y, column, bottom + height - y],
      ...(how.scale ? { scale: how.scale } : {}),
    });
  return { room: [left, bottom, width - column, height], windows };
}
