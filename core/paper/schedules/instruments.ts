/** The instrument schedule: what the electrician hangs by. */
import { formatLength } from '../../measure/lengths.js';
import { all, get, type Show, settingsOf } from '../../model/show.js';
import { columnsFor, counted, type Schedule, type ScheduleKind, shown, units } from '../schedule.js';

const INSTRUMENTS = 'Instrument schedule';
/** Every position with its units, as the electrician hangs them. */
export function instrumentSchedule(show: Show): Schedule {
  const settings = settingsOf(show);
  const columns = shown(show, INSTRUMENTS, [
    ['position', 12],
    ['unit', 8],
    ['type', 19],
    ['watts', 7],
    ['purpose', 16],
    ['colour', 8],
    ['gobo', 7],
    ['channel', 7],
    ['address', 7],
    ['slots', 7],
    ['height', 6],
    ['notes', 11],
  ]);
  const groups = new Map<string, string[][]>();
  for (const fixture of counted(show)) {
    const rows = groups.get(fixture.position) ?? [];
    groups.set(fixture.position, rows);
    rows.push(columns.map(({ field }) => field.text(show, fixture, null)));
  }
  const list = [...groups].map(([id, rows]) => {
    const position = get(show, 'position', id);
    const trim = `${formatLength(position.curve.z, settings.units)}${settings.units === 'metric' ? ' m' : ''}`;
    return { heading: `${position.name}, ${units(rows.length)}, trim ${trim}`, rows };
  });
  const weight = counted(show).reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  return {
    title: INSTRUMENTS,
    columns: columnsFor(columns),
    groups: list,
    summary: `${units(all(show, 'fixture').filter((fixture) => !fixture.spare).length)} on ${list.length} position${list.length === 1 ? '' : 's'}, ${Math.round(weight)} kg.`,
  };
}

export const instruments: ScheduleKind = { id: 'schedule', order: 20, title: INSTRUMENTS, make: instrumentSchedule };
