/** The focus chart: areas against purposes, each cell with the channels that do it. */
import { channelText } from '../../fields/texts.js';
import type { Show } from '../../model/show.js';
import { matrixOf } from '../../setout/matrix.js';
import { type Schedule, type ScheduleKind, units } from '../schedule.js';

const TITLE = 'Focus chart';
/** A row an area, in the order of names; a column each purpose that serves any. A hole in a wash reads "-". */
export function focusChart(show: Show): Schedule {
  const { areas, purposes, cells } = matrixOf(show);
  const serving = purposes.filter(({ aimed }) => aimed > 0);
  const rows = areas.map((area) => [
    area.name,
    ...serving.map(({ name }) => {
      const cell = cells.get(area.id)?.get(name);
      return cell?.state === 'hole' ? '-' : (cell?.fixtures ?? []).map(channelText).join(', ');
    }),
  ]);
  const aimed = serving.reduce((sum, column) => sum + column.aimed, 0);
  return {
    title: TITLE,
    columns: [
      { heading: 'Area', share: 12, align: 'left' },
      ...serving.map(({ name }) => ({ heading: name, share: 10, align: 'left' as const })),
    ],
    groups: [{ heading: '', rows }],
    summary: `${areas.length} areas, ${units(aimed)} aimed at them.`,
  };
}

export const focus: ScheduleKind = { id: 'focus', order: 30, title: TITLE, make: focusChart };
