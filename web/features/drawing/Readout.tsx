/** What the pointer is on, where it is, and how long a round length looks. */
import { useStore } from 'zustand';
import { readInDetail } from '#core/draw/details';
import { fieldText } from '#core/fields/index';
import { formatLength, formatStagePoint } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../state/context';
import { useRun } from '../../state/run';
import { useSelection } from '../../state/selection';
import { scaleBar } from '../../ui/canvas/pointing';
import type { Tool } from '../../ui/canvas/tool';
import type { Pane } from './pane';

export function Readout({ plan, pane, tool }: { plan: boolean; pane: Pane; tool: Tool }) {
  const show = useShow();
  const { units } = settingsOf(show);
  const { inside } = useStore(pane);
  const previewed = useRun((state) => plan && state.preview !== null);
  const reads = inside && (tool.reads?.() ?? inside);
  const detail = plan && reads ? readInDetail(show, [reads[0], reads[1]]) : null;
  const cursor = !reads
    ? ''
    : detail
      ? `${detail.position.name}  ${detail.height ? '+' : ''}${formatLength(detail.mm, units)}${detail.height ? '' : ' along'}`
      : plan
        ? formatStagePoint(reads, units)
        : `${formatLength(reads[0], units)}  +${formatLength(reads[1], units)}`;
  return (
    <div
      className="pointer-events-none absolute right-4 bottom-3 whitespace-pre text-[12px]"
      data-testid={plan ? 'cursor' : 'section-cursor'}
      style={{ background: 'var(--sheet)' }}
    >
      {cursor}
      <span className="pencil">{cursor && `  ${units === 'metric' ? 'm' : ''}   `}</span>
      {previewed ? <span className="pencil">numbers shown are a preview</span> : null}
    </div>
  );
}

/** All that one asks of a fixture, at once while it is pointed at. */
const asked = ['name', 'channel', 'address', 'type', 'purpose', 'colour'] as const;
export function PointedAt({ pane }: { pane: Pane }) {
  const show = useShow();
  const hover = useSelection((state) => state.hover);
  const here = useStore(pane, (state) => state.inside !== null);
  const fixture = hover === null || !here ? undefined : show.records.get(hover);
  if (fixture?.kind !== 'fixture') return null;
  const said = asked.map((field) => fieldText(show, fixture, null, field)).filter(Boolean);
  return (
    <div
      className="pointer-events-none absolute right-4 bottom-8 max-w-[60%] truncate text-[12px]"
      data-testid="pointed-at"
      style={{ background: 'var(--sheet)' }}
    >
      <b>{`${fieldText(show, fixture, null, 'position')} ${fixture.unit}`.trim()}</b>
      {`  ${said.join('  \u00b7  ')}`}
    </div>
  );
}

export function ScaleBar({ pane }: { pane: Pane }) {
  const { units } = settingsOf(useShow());
  const k = useStore(pane, (state) => state.k);
  const length = scaleBar(k, units);
  return (
    // On paper of its own: its figures must be read whatever is drawn there.
    <div
      className="pointer-events-none absolute bottom-2 left-3 px-1 pb-1 text-[11px]"
      style={{ background: 'var(--sheet)' }}
      aria-hidden="true"
    >
      <div className="flex justify-between" style={{ width: length * k }}>
        <span>0</span>
        <span>{formatLength(length, units)}</span>
      </div>
      <div className="h-1.5 border border-t-0" style={{ width: length * k, borderColor: 'var(--ink)' }} />
    </div>
  );
}
