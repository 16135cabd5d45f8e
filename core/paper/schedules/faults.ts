/** What the rig check found and nobody cleared, for whoever climbs next: position by position, with a box to tick. */
import type { Finding } from '../../model/records.js';
import { find, get, type Show } from '../../model/show.js';
import { formatAddress } from '../../patch/address.js';
import { lightAddress } from '../../wires/check-order.js';
import { openFaults } from '../../wires/findings.js';
import type { Schedule, ScheduleKind } from '../schedule.js';

const TITLE = 'Faults of the rig check';
/** "30 Nov 18:22", as it was by the clock of the universal time; the day is told, since a check goes past midnight. */
const when = (at: string): string => `${at.slice(0, 10)} ${at.slice(11, 16)}`;
function rowOf(show: Show, { fixture: id, unit, channel, what, note, by, at }: Finding): readonly string[] {
  const fixture = find(show, 'fixture', id);
  const address = fixture ? lightAddress(fixture) : null;
  return [
    unit,
    channel,
    fixture ? get(show, 'type', fixture.type).name : 'struck',
    address === null ? '' : formatAddress(address),
    what,
    note,
    `${by}, ${when(at)}`,
    '[  ]',
  ];
}
export function faultList(show: Show): Schedule {
  const open = openFaults(show);
  const groups = new Map<string, Finding[]>();
  for (const record of open) groups.set(record.position, [...(groups.get(record.position) ?? []), record]);
  return {
    title: TITLE,
    columns: [
      { heading: 'Unit', share: 6, align: 'right' },
      { heading: 'Channel', share: 8, align: 'right' },
      { heading: 'Type', share: 16, align: 'left' },
      { heading: 'Address', share: 9, align: 'right' },
      { heading: 'Fault', share: 13, align: 'left' },
      { heading: 'Note', share: 26, align: 'left' },
      { heading: 'By', share: 16, align: 'left' },
      { heading: 'Done', share: 6, align: 'left' },
    ],
    groups: [...groups].map(([heading, list]) => ({
      heading: heading || 'No position',
      rows: list.map((record) => rowOf(show, record)),
    })),
    summary: open.length ? `${open.length} open, on ${groups.size} position${groups.size === 1 ? '' : 's'}.` : 'Nothing is open.',
  };
}
export const faults: ScheduleKind = { id: 'faults', order: 140, title: TITLE, make: faultList };
