/** The channel hookup: what the programmer and the designer look channels up in. */
import type { Show } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { columnsFor, counted, type Schedule, type ScheduleKind, shown } from '../schedule.js';

const HOOKUP = 'Channel hookup';
/** Every channel with what it is: one row a part, in channel order; units without a channel stand at the end. */
export function channelHookup(show: Show): Schedule {
  const columns = shown(show, HOOKUP, [
    ['channel', 7],
    ['address', 8],
    ['position', 13],
    ['unit', 10],
    ['type', 20],
    ['mode', 10],
    ['purpose', 17],
    ['colour', 8],
    ['notes', 14],
  ]);
  const rows = counted(show)
    .flatMap((fixture) => fixture.parts.map((part, i) => ({ fixture, part, i })))
    .sort((a, b) => Number(!a.part.channel) - Number(!b.part.channel) || natural(a.part.channel, b.part.channel))
    .map(({ fixture, part, i }) =>
      columns.map(({ field }) =>
        // A cell is named behind its type.
        field.id === 'type'
          ? [field.text(show, fixture, null), part.name].filter(Boolean).join(', ')
          : field.text(show, fixture, field.of === 'part' ? i : null),
      ),
    );
  return {
    title: HOOKUP,
    columns: columnsFor(columns),
    groups: [{ heading: '', rows }],
    summary: `${rows.filter((row) => row[0]).length} rows with a channel, ${rows.filter((row) => !row[0]).length} without.`,
  };
}

export const hookup: ScheduleKind = { id: 'hookup', order: 10, title: HOOKUP, make: channelHookup };
