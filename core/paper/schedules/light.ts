/** Lists of the designer: areas with what serves them, and the rig by purpose at a glance. */
import { channelText } from '../../fields/texts.js';
import { formatLength, formatStagePoint } from '../../measure/lengths.js';
import { find, type Show, settingsOf } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { areasInOrder } from '../../setout/aims.js';
import { purposesOf } from '../../setout/matrix.js';
import { counted, type Schedule, type ScheduleKind, units } from '../schedule.js';

const AREAS = 'Areas and purposes';
/** Every area with its place and who lights it, then every purpose with its units and what is wished of it. */
export function areaSchedule(show: Show): Schedule {
  const { units: measure } = settingsOf(show);
  const areas = areasInOrder(show);
  const aimed = (id: string) => counted(show).filter(({ aim }) => aim?.kind === 'area' && aim.area === id);
  const list = (channels: readonly string[]) => [...new Set(channels.filter(Boolean))].sort(natural).join(', ');
  return {
    title: AREAS,
    columns: [
      { heading: 'Name', share: 16, align: 'left' },
      { heading: 'Where, or wished', share: 24, align: 'left' },
      { heading: 'Units', share: 6, align: 'right' },
      { heading: 'Channels', share: 44, align: 'left' },
    ],
    groups: [
      {
        heading: 'Areas',
        rows: areas.map(({ id, name, at }) => {
          const own = aimed(id);
          return [
            name,
            `${formatStagePoint([at[0], at[1]], measure)}  +${formatLength(at[2], measure)}`,
            String(own.length),
            list(own.map(channelText)),
          ];
        }),
      },
      {
        heading: 'Purposes',
        rows: purposesOf(show).map(({ name, record, count }) => {
          const own = counted(show).filter(({ purpose }) => purpose === name);
          const wished = [
            record?.angle === undefined ? '' : `${record.angle} degrees`,
            record?.lux === undefined ? '' : `${record.lux} lx`,
            record?.even === undefined ? '' : `evenness ${record.even}`,
          ].filter(Boolean);
          return [name, wished.join(', '), String(count), list(own.map(channelText))];
        }),
      },
    ].filter(({ rows }) => rows.length),
    summary: `${areas.length} areas, ${purposesOf(show).length} purposes.`,
  };
}
export const areas: ScheduleKind = { id: 'areas', order: 110, title: AREAS, make: areaSchedule };

const MAGIC = 'Magic sheet';
/** The rig at a glance: purpose by purpose, from stage right to stage left, each channel with its colour and where it points. */
export function magicSheet(show: Show): Schedule {
  const fixtures = counted(show);
  const groups = purposesOf(show).map(({ name }) => {
    const own = fixtures.filter(({ purpose }) => purpose === name);
    return {
      heading: `${name}, ${units(own.length)}`,
      rows: [...own]
        .sort((a, b) => natural(channelText(a), channelText(b)))
        .map((fixture) => [
          channelText(fixture),
          fixture.parts
            .map(({ colour }) => colour)
            .filter((colour, i, whole) => colour && whole.indexOf(colour) === i)
            .join(' / '),
          fixture.aim?.kind === 'area'
            ? (find(show, 'area', fixture.aim.area)?.name ?? '')
            : fixture.aim
              ? formatStagePoint([fixture.aim.at[0], fixture.aim.at[1]], settingsOf(show).units)
              : '',
          [find(show, 'position', fixture.position)?.name, fixture.unit].filter(Boolean).join(' '),
          fixture.gobo ?? '',
          fixture.notes ?? '',
        ]),
    };
  });
  const bare = fixtures.filter(({ purpose }) => !purpose).length;
  return {
    title: MAGIC,
    columns: [
      { heading: 'Channel', share: 9, align: 'left' },
      { heading: 'Colour', share: 14, align: 'left' },
      { heading: 'Focus', share: 22, align: 'left' },
      { heading: 'Unit', share: 18, align: 'left' },
      { heading: 'Gobo', share: 8, align: 'left' },
      { heading: 'Note', share: 24, align: 'left' },
    ],
    groups: groups.filter(({ rows }) => rows.length),
    summary: `${units(fixtures.length)}.`,
    remarks: bare ? [`${units(bare)} without a purpose.`] : [],
  };
}
export const magic: ScheduleKind = { id: 'magic', order: 120, title: MAGIC, make: magicSheet };
