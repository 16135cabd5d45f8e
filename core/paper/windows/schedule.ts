/** A page of a schedule or of a list of the user's own. */

import { textAt } from '../../draw/list.js';
import { cutTo } from '../../measure/advance.js';
import type { PlateWindow } from '../../model/records.js';
import { settingsOf } from '../../model/show.js';
import { listSince, listsOf } from '../lists.js';
import type { Schedule } from '../schedule.js';
import { type Table, tableOf, tablePrims } from '../table.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

/** Room for the title of a list, mm. */
const HEAD = 11;
const kept = new WeakMap<Schedule, Map<string, Table>>();
/** The pages of a schedule in a window of a size. Remembered by the schedule. */
export function schedulePages(schedule: Schedule, width: number, height: number): Table {
  const known = kept.get(schedule) ?? new Map<string, Table>();
  kept.set(schedule, known);
  const size = `${width} ${height}`;
  const table = known.get(size) ?? tableOf(schedule, [width, height - HEAD]);
  known.set(size, table);
  return table;
}

export const schedule: WindowKind = {
  what: 'schedule',
  order: 80,
  title: 'Schedule',
  sets: ['of'],
  of: (show) => listsOf(show).map(({ id, title }) => [id, title] as const),
  draw: (show, window: PlateWindow, { since }): Drawn => {
    const made = listSince(show, window.of ?? '', since);
    if (!made) return empty('The list that this window is of is not there any more.');
    const [left, bottom, width, height] = window.box;
    const table = schedulePages(made, width, height);
    const number = window.page ?? 1;
    const page = table.pages[number - 1];
    const head = [
      textAt(
        left,
        bottom + height - 4,
        cutTo(`${settingsOf(show).name}: ${made.title}`, width * 0.75, 5),
        5,
        'left',
        'ink',
        true,
      ),
      textAt(left + width, bottom + height - 4, `page ${number} of ${table.pages.length}`, LETTER, 'right', 'faint'),
    ];
    if (made.changed) head.push(textAt(left, bottom + height - 9, cutTo(made.changed, width, LETTER), LETTER, 'left', 'ink'));
    if (!page) return empty(`${made.title} has ${table.pages.length} pages, and this window is for page ${number}.`);
    const marked = page.items.filter((item) => item.kind === 'row' && item.marked).length;
    const whole = window.page === undefined && table.pages.length > 1;
    return {
      panes: [
        onPaper(
          [left - 2, bottom, width + 2, height],
          [...head, ...tablePrims(table, page, [left, bottom, width, height - HEAD])],
        ),
      ],
      marked,
      troubles: whole
        ? [{ what: 'off', text: `${made.title} takes ${table.pages.length} pages of this size; one of them is here.` }]
        : [],
    };
  },
};
