/** A list as a ready set: as many pages as it has. */
import type { Show } from '../../model/show.js';
import { listSince, listsOf } from '../lists.js';
import { schedulePages } from '../windows/schedule.js';
import { inMargins, padded, type ReadySet, type ReadySheet, sheetSize, smallPaper } from './set.js';

const PREFIX = 'list ';
/** The set of a list by the list's id. */
export const listSet = (id: string): string => PREFIX + id;
/** The list of a set; null for a set that is none. */
export const listOfSet = (ready: string): string | null => (ready.startsWith(PREFIX) ? ready.slice(PREFIX.length) : null);

/** One set a list, the user's own too. */
export const listSets = (show: Show): ReadySet[] =>
  listsOf(show).map(
    ({ id, title, own }, i): ReadySet => ({
      id: listSet(id),
      order: 1000 + i,
      title,
      about: own ? 'A list of your own, kept in the Ledger.' : 'A schedule.',
      make(of, { paper = smallPaper(of), landscape = true, since }) {
        const schedule = listSince(of, id, since);
        if (!schedule) return [];
        const box = padded(inMargins(sheetSize(paper, landscape)));
        const { pages } = schedulePages(schedule, box[2], box[3]);
        return pages.map(
          (_, page): ReadySheet => ({
            of: String(page + 1),
            name: pages.length > 1 ? `${schedule.title}, page ${page + 1}` : schedule.title,
            paper,
            landscape,
            windows: [{ id: 'list', what: 'schedule', of: id, page: page + 1, box }],
          }),
        );
      },
    }),
  );
