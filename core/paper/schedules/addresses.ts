/** The address list: who has which slots of each universe, walls of pixels, and what is free between. */
import { all, find, type Show, settingsOf } from '../../model/show.js';
import type { Span } from '../../patch/pack.js';
import { type Occupied, occupied, universesOf } from '../../patch/spans.js';
import { portAddressText, routeOf } from '../../wires/routes.js';
import type { Schedule, ScheduleGroup, ScheduleKind } from '../schedule.js';

const TITLE = 'Address list';
type Row = readonly string[];

/** One line a part, in the order of slots; a stretch that nobody has is a line of its own. */
function rowOf(show: Show, span: Occupied): Row {
  const slots = slotsText(span);
  const wall = find(show, 'wall', span.id);
  if (wall) return [slots, String(span.to - span.from + 1), wall.channel ?? '', wall.name, 'pixels', '', ''];
  const fixture = find(show, 'fixture', span.id);
  const part = fixture?.parts[span.part];
  const type = find(show, 'type', fixture?.type);
  return [
    slots,
    String(span.to - span.from + 1),
    part?.channel ?? '',
    [find(show, 'position', fixture?.position)?.name, fixture?.unit].filter(Boolean).join(' '),
    [type?.name, fixture?.parts.length === 1 ? '' : part?.name].filter(Boolean).join(', '),
    fixture?.mode ?? '',
    fixture?.spare ? 'spare' : '',
  ];
}
const slotsText = ({ from, to }: Span): string => (from === to ? String(from) : `${from}-${to}`);
export function addressList(show: Show): Schedule {
  const first = settingsOf(show).firstPort ?? 0;
  const named = new Map(all(show, 'universe').map((universe) => [universe.number, universe]));
  const groups = universesOf(show).map(({ number, spans, free, overlapping }): ScheduleGroup => {
    const { name = '', protocol = '', node = '', port = '' } = named.get(number) ?? {};
    const lines: (readonly [at: number, row: Row])[] = [
      ...spans.map((span) => [span.from, rowOf(show, span)] as const),
      ...free.map((span) => [span.from, [slotsText(span), String(span.to - span.from + 1), '', 'free', '', '', '']] as const),
    ];
    // Where the port is not said, Art-Net goes to the one that counts so from the first.
    const own = /art/i.test(protocol) ? routeOf(number, named.get(number), { first, nodes: [] }).portAddress : null;
    const to = own === null ? port && `port ${port}` : `port-address ${portAddressText(own)}`;
    const out = [protocol, node, to].filter(Boolean).join(', ');
    const shared = overlapping.length ? `${overlapping.map(slotsText).join(', ')} taken twice` : '';
    return {
      heading: [`Universe ${number}`, name, out, shared].filter(Boolean).join(', '),
      rows: lines.sort((a, b) => a[0] - b[0]).map(([, row]) => row),
    };
  });
  const spans = occupied(show);
  const without = [...new Set(spans.map(({ id }) => id))];
  return {
    title: TITLE,
    columns: [
      { heading: 'Slots', share: 10, align: 'left' },
      { heading: 'How many', share: 7, align: 'right' },
      { heading: 'Channel', share: 9, align: 'left' },
      { heading: 'Where', share: 18, align: 'left' },
      { heading: 'Type', share: 20, align: 'left' },
      { heading: 'Mode', share: 14, align: 'left' },
      { heading: 'Note', share: 8, align: 'left' },
    ],
    groups,
    summary: `${without.length} on ${groups.length} universe${groups.length === 1 ? '' : 's'}, ${spans.reduce((sum, { from, to }) => sum + to - from + 1, 0)} slots.`,
  };
}
export const addresses: ScheduleKind = { id: 'addresses', order: 50, title: TITLE, make: addressList };
