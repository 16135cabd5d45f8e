/** Maps of one's own as magic sheets: one on a sheet. */
import { mapsOf } from '../../maps/things.js';
import type { Show } from '../../model/show.js';
import { MARGIN, type ReadySet, type ReadySheet, sheetSize, tablePaper } from './set.js';

/** Room for the name above and the foot below, mm. */
const [HEAD, FOOT] = [10, 8];
export const maps: ReadySet = {
  id: 'maps',
  order: 85,
  title: 'Magic sheets',
  about: 'Each map of the rig check on a sheet of its own, as it stands there.',
  make(show: Show, { paper = tablePaper(show), landscape = true }) {
    const [width, height] = sheetSize(paper, landscape);
    const [left, bottom, wide] = [MARGIN + 2, MARGIN + FOOT, width - 2 * MARGIN - 4];
    return mapsOf(show).map(
      ({ id, name }): ReadySheet => ({
        of: id,
        name,
        paper,
        landscape,
        windows: [
          { id: 'name', what: 'notes', box: [left, height - MARGIN - HEAD, wide, HEAD - 1], text: name, size: 5 },
          { id: 'map', what: 'map', of: id, box: [left, bottom, wide, height - 2 * MARGIN - HEAD - FOOT] },
        ],
      }),
    );
  },
};
