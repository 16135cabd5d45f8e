/** The list of all sheets, before the others. */
import type { Show } from '../../model/show.js';
import { contentLines } from '../windows/words.js';
import { inMargins, type ReadySet, type ReadySheet, sheetSize, smallPaper, type Wanted } from './set.js';

export const CONTENTS = 'contents';
/** @param others  how many sheets there are besides */
export function contentsSheets(
  show: Show,
  { paper = smallPaper(show), landscape = false }: Wanted,
  others: number,
): ReadySheet[] {
  const [x, y, w, h] = inMargins(sheetSize(paper, landscape));
  const box = [x + 4, y + 4, w - 8, h - 8] as const;
  const holds = contentLines(box[3]);
  let pages = 1;
  while (pages * holds < others + pages) pages++;
  return Array.from({ length: pages }, (_, i) => ({
    of: String(i + 1),
    name: pages > 1 ? `Contents, page ${i + 1}` : 'Contents',
    paper,
    landscape,
    windows: [{ id: 'contents', what: 'contents', page: i + 1, box }],
  }));
}
export const contents: ReadySet = {
  id: CONTENTS,
  order: 5,
  title: 'Contents',
  about: 'The list of all sheets of the book.',
  make: (show, wanted) => contentsSheets(show, wanted, 0),
};
