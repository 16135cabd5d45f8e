/** Where the pointer is, and how long a round length looks. */
import { useStore } from 'zustand';
import { formatLength, formatStagePoint } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { useShow } from '../../state/context';
import { useRun } from '../../state/run';
import { scaleBar } from '../../ui/canvas/pointing';
import type { Tool } from '../../ui/canvas/tool';
import type { Pane } from './pane';

export function Readout({ plan, pane, tool }: { plan: boolean; pane: Pane; tool: Tool }) {
  const { units } = settingsOf(useShow());
  const { inside } = useStore(pane);
  const previewed = useRun((state) => plan && state.preview !== null);
  const reads = inside && (tool.reads?.() ?? inside);
  const cursor = !reads
    ? ''
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

export function ScaleBar({ pane }: { pane: Pane }) {
  const { units } = settingsOf(useShow());
  const k = useStore(pane, (state) => state.k);
  const length = scaleBar(k, units);
  return (
    <div className="pointer-events-none absolute bottom-3 left-4 text-[11px]" aria-hidden="true">
      <div className="flex justify-between" style={{ width: length * k }}>
        <span>0</span>
        <span>{formatLength(length, units)}</span>
      </div>
      <div className="h-1.5 border border-t-0" style={{ width: length * k, borderColor: 'var(--ink)' }} />
    </div>
  );
}
