/** The cable list: every run with its length, and how many cables of which length that makes. */
import { formatLength } from '../../measure/lengths.js';
import { gathered } from '../../measure/list.js';
import { get, type Show, settingsOf } from '../../model/show.js';
import { cableRulesOf, cableRuns } from '../cables.js';
import { counted, type Schedule, type ScheduleKind, units } from '../schedule.js';

const TITLE = 'Cables';
export function cableSchedule(show: Show): Schedule {
  const { units: measure } = settingsOf(show);
  const { rack, spare } = cableRulesOf(show);
  const said = (mm: number) => formatLength(Math.round(mm / 10) * 10, measure);
  const whole = (mm: number) => (measure === 'metric' ? `${Math.round(mm / 1000)} m` : `${Math.round(mm / 304.8)} ft`);
  const runs = cableRuns(show);
  const kindOf = ({ kind, ways }: (typeof runs)[number]) => (kind === 'cable' ? 'cable' : `multicable, ${ways} ways`);
  const pieces = runs.flatMap((run) => run.cables.map((length) => ({ kind: run.kind, length })));
  const without = counted(show).filter(({ parts }) => parts.every((part) => !part.multicable && !part.circuit)).length;
  const bare = (text: string, n: number) => [text, '', '', '', '', '', '', String(n)];
  return {
    title: TITLE,
    columns: [
      { heading: 'Name', share: 14, align: 'left' },
      { heading: 'Kind', share: 14, align: 'left' },
      { heading: 'Position', share: 12, align: 'left' },
      { heading: 'Units', share: 6, align: 'right' },
      { heading: 'To it', share: 8, align: 'right' },
      { heading: 'Along it', share: 8, align: 'right' },
      { heading: 'With spare', share: 9, align: 'right' },
      { heading: 'Cables', share: 12, align: 'right' },
    ],
    groups: [
      {
        heading: 'Runs',
        rows: runs.map((run) => [
          run.name,
          kindOf(run),
          get(show, 'position', run.position).name,
          String(run.units.length),
          said(run.to),
          said(run.along),
          said(run.length),
          run.cables.map(whole).join(' + '),
        ]),
      },
      {
        heading: 'Counted',
        rows: [...gathered(pieces, ({ kind, length }) => `${kind} ${length}`).values()]
          .sort((a, b) => (a[0]?.kind ?? '').localeCompare(b[0]?.kind ?? '') || (a[0]?.length ?? 0) - (b[0]?.length ?? 0))
          .map((list) => bare(`${list[0]?.kind} of ${whole(list[0]?.length ?? 0)}`, list.length)),
      },
    ].filter(({ rows }) => rows.length),
    summary: `From the rack at ${rack.map((mm) => said(mm)).join(', ')}, ${Math.round(spare * 100)} % spare; across, along and up, then along the position to its farthest unit.`,
    remarks: without ? [`${units(without)} with neither multicable nor circuit.`] : [],
  };
}
export const cables: ScheduleKind = { id: 'cables', order: 65, title: TITLE, make: cableSchedule };
