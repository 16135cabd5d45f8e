/** The whole plot on one sheet, and by thirds at a larger scale. */
import type { Show } from '../../model/show.js';
import { settingsOf } from '../../model/show.js';
import { planAt } from '../windows/plan.js';
import { plateTags } from '../windows/stage.js';
import { plotPaper, type ReadySet, type ReadySheet, sheetSize, type Wanted, withColumn } from './set.js';

/** @param scale  left out, the largest usual one that fits */
export function plotSheet(show: Show, { paper = plotPaper(show), landscape = true }: Wanted, scale?: number): ReadySheet {
  const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: true, legend: true, scale });
  return {
    of: '',
    name: 'Light plot, plan',
    paper,
    landscape,
    windows: [{ id: 'plan', what: 'plan', box: room, ...(scale ? { scale } : {}) }, ...windows],
  };
}
export const plot: ReadySet = {
  id: 'plot',
  order: 10,
  title: 'Whole plot',
  about: 'The plan with key, legend and title block, at the scale of the show.',
  make: (show, wanted) => [plotSheet(show, wanted, settingsOf(show).scale)],
};

/** Neighbours share this much of the stage, mm. */
const OVERLAP = 1000;
const parts = { across: ['stage right', 'centre', 'stage left'], deep: ['downstage', 'midstage', 'upstage'] } as const;
export const thirds: ReadySet = {
  id: 'thirds',
  order: 20,
  title: 'Plot by thirds',
  about: 'The plan in three sheets at a larger scale; neighbours overlap by a metre.',
  make(show, { paper = plotPaper(show), landscape = true }) {
    const { scale } = settingsOf(show);
    const [x0, y0, x1, y1] = planAt(show, plateTags(show), undefined, scale).box;
    const { room, windows } = withColumn(show, sheetSize(paper, landscape), { key: false, legend: true });
    const across = x1 - x0 >= y1 - y0;
    const third = (across ? x1 - x0 : y1 - y0) / 3;
    return [0, 1, 2].map((i): ReadySheet => {
      const [from, to] = [i * third - (i ? OVERLAP / 2 : 0), (i + 1) * third + (i < 2 ? OVERLAP / 2 : 0)];
      const name = `Light plot, ${parts[across ? 'across' : 'deep'][i]}`;
      return {
        of: String(i + 1),
        name,
        paper,
        landscape,
        windows: [
          { id: 'plan', what: 'plan', box: room, crop: across ? [x0 + from, y0, x0 + to, y1] : [x0, y0 + from, x1, y0 + to] },
          ...windows,
        ],
      };
    });
  },
};
