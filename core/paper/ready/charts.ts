/** Focus charts, as many pages as there are. */
import { charted, chartGrid } from '../windows/focus-charts.js';
import { inMargins, type ReadySet, type ReadySheet, sheetSize, smallPaper } from './set.js';

export const charts: ReadySet = {
  id: 'charts',
  order: 65,
  title: 'Focus charts',
  about: 'A small picture a unit, as its lens sees it: blades, aim, colour, purpose, note.',
  make(show, { paper = smallPaper(show), landscape = true }) {
    const box = inMargins(sheetSize(paper, landscape));
    const [columns, rows] = chartGrid(box);
    const pages = Math.ceil(charted(show).length / (columns * rows));
    return Array.from(
      { length: pages },
      (_, i): ReadySheet => ({
        of: String(i + 1),
        name: pages > 1 ? `Focus charts, page ${i + 1}` : 'Focus charts',
        paper,
        landscape,
        windows: [{ id: 'charts', what: 'focus charts', page: i + 1, box }],
      }),
    );
  },
};
