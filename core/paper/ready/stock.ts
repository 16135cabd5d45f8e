/** What is bought, cut and lifted: cut layouts of the colours, and the loads of positions with points. */
import type { PlateWindow } from '../../model/records.js';
import { cutsOf } from '../windows/cut.js';
import { rigged } from '../windows/loads.js';
import { cells, inMargins, PAD, padded, type ReadySet, type ReadySheet, sheetSize, smallPaper } from './set.js';

/** How many sheets of colour, or positions, stand on a page: across and up. */
const grid = (landscape: boolean): readonly [number, number] => (landscape ? [2, 3] : [1, 4]);

export const cuts: ReadySet = {
  id: 'cuts',
  order: 80,
  title: 'Cut layouts of the colours',
  about: 'How each sheet of colour is cut, edge to edge.',
  make(show, { paper = smallPaper(show), landscape = true }) {
    const all = cutsOf(show).flatMap(({ colour, layout }) => layout.sheets.map((_, i) => ({ colour, page: i + 1 })));
    const [columns, rows] = grid(landscape);
    const places = cells(columns * rows, [columns, rows], inMargins(sheetSize(paper, landscape)), PAD);
    const pages: ReadySheet[] = [];
    for (let i = 0; i < all.length; i += places.length)
      pages.push({
        of: String(pages.length + 1),
        name: all.length > places.length ? `Cut layouts, page ${pages.length + 1}` : 'Cut layouts',
        paper,
        landscape,
        windows: all.slice(i, i + places.length).flatMap(({ colour, page }, k): PlateWindow[] => {
          const box = places[k];
          return box ? [{ id: `cut ${k + 1}`, what: 'cut layout', of: colour, page, box }] : [];
        }),
      });
    return pages;
  },
};

export const rigging: ReadySet = {
  id: 'loads',
  order: 90,
  title: 'Loads on positions',
  about: 'Every position with points: what hangs where, what each point carries, and the safety note.',
  make: (show, { paper = smallPaper(show), landscape = true }) => {
    const box = padded(inMargins(sheetSize(paper, landscape)));
    return rigged(show).map(
      ({ id, name }): ReadySheet => ({
        of: id,
        name: `Loads: ${name}`,
        paper,
        landscape,
        windows: [{ id: 'loads', what: 'loads', of: id, box }],
      }),
    );
  },
};
