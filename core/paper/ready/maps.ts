/** Maps of one's own as magic sheets: one on a sheet, of the smallest paper on which they can be read. */
import { leastLetters, mapPrims } from '../../maps/draw.js';
import { mapsOf } from '../../maps/things.js';
import { type Paper, papers } from '../../measure/scales.js';
import type { BoardMap } from '../../model/records.js';
import { type Show, settingsOf } from '../../model/show.js';
import { LETTER } from '../windows/window.js';
import { type Box, MARGIN, type ReadySet, type ReadySheet, sheetSize, tablePaper } from './set.js';

/** Room for the name above and the foot below, mm. */
const [HEAD, FOOT] = [10, 8];
const roomOn = (paper: Paper, landscape: boolean): Box => {
  const [width, height] = sheetSize(paper, landscape);
  return [MARGIN + 2, MARGIN + FOOT, width - 2 * MARGIN - 4, height - 2 * MARGIN - HEAD - FOOT];
};
/** From the paper that is spread on a table on, as large as it takes. */
function paperFor(show: Show, map: BoardMap, landscape: boolean): Paper {
  const imperial = settingsOf(show).units === 'imperial';
  const least = tablePaper(show);
  const larger = papers
    .filter(({ name, width }) => /^A\d$/.test(name) !== imperial && width >= least.width)
    .sort((a, b) => a.width - b.width);
  return (
    larger.find((paper) => leastLetters(mapPrims(show, map, roomOn(paper, landscape)).prims) >= LETTER) ?? larger.at(-1) ?? least
  );
}
export const maps: ReadySet = {
  id: 'maps',
  order: 85,
  title: 'Magic sheets',
  about: 'Each map of the rig check on a sheet of its own, as it stands there.',
  make: (show, { paper: wanted, landscape = true }) =>
    mapsOf(show).map((map): ReadySheet => {
      const paper = wanted ?? paperFor(show, map, landscape);
      const [, height] = sheetSize(paper, landscape);
      const room = roomOn(paper, landscape);
      return {
        of: map.id,
        name: map.name,
        paper,
        landscape,
        windows: [
          { id: 'name', what: 'notes', box: [room[0], height - MARGIN - HEAD, room[2], HEAD - 1], text: map.name, size: 5 },
          { id: 'map', what: 'map', of: map.id, box: room },
        ],
      };
    }),
};
