/** The slots of a universe: what sits in each, and the block that is dragged. */
import type { PointerEvent } from 'react';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import type { UniverseUse } from '#core/patch/spans';
import { chosenBy, select, useSelection } from '../../state/selection';
import { CELL, COLUMNS, Grid, pieces, ROWS, Sitting } from './UniverseGrid';

export interface Drag {
  readonly ids: readonly Id[];
  /** Slot that was pressed, and the one under the pointer. */
  readonly from: number;
  readonly to: number;
  /** Universe under the pointer, in the list. */
  readonly over: number | null;
}
const within = (part: number, most: number): number => Math.max(0, Math.min(most - 1, Math.floor(part * most)));
function slotAt(event: PointerEvent): number {
  const box = event.currentTarget.getBoundingClientRect();
  const x = within((event.clientX - box.left) / box.width, COLUMNS);
  const y = within((event.clientY - box.top) / box.height, ROWS);
  return y * COLUMNS + x + 1;
}
function universeAt(event: PointerEvent): number | null {
  const under = document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-universe]');
  return under ? Number(under.getAttribute('data-universe')) : null;
}
const Frames = ({ spans, stroke, fill }: { spans: readonly { from: number; to: number }[]; stroke: string; fill?: boolean }) =>
  spans.flatMap((span) =>
    pieces(span).map((piece) => (
      <rect
        key={`${span.from} ${piece.row}`}
        x={piece.x * CELL.w + 1}
        y={piece.row * CELL.h + 1}
        width={piece.n * CELL.w - 2}
        height={CELL.h - 2}
        fill={fill ? 'var(--glow)' : 'none'}
        fillOpacity={0.35}
        stroke={stroke}
        strokeWidth={fill ? 1.5 : 2}
        strokeDasharray={fill ? undefined : '3 2'}
      />
    )),
  );

interface Props {
  readonly show: Show;
  readonly shown: UniverseUse;
  readonly drag: Drag | null;
  readonly setDrag: (drag: Drag | null) => void;
  /** Where the block would come to, and how many others sit there. */
  readonly ghosts: { readonly here: readonly { from: number; to: number }[]; readonly met: number } | null;
  readonly drop: () => void;
}
export function UniverseSlots({ show, shown, drag, setDrag, ghosts, drop }: Props) {
  const selection = useSelection((state) => state.selection);
  const chosen = new Set(selection);
  return (
    <svg
      viewBox={`0 0 ${COLUMNS * CELL.w} ${ROWS * CELL.h}`}
      role="img"
      aria-label={`Slots of universe ${shown.number}`}
      data-testid="universe-grid"
      className="block w-full touch-none select-none"
      style={{ maxHeight: 'calc(100% - 84px)', cursor: drag ? 'grabbing' : 'default' }}
      preserveAspectRatio="none"
      onPointerDown={(event) => {
        const slot = slotAt(event);
        const hit = [...shown.spans].reverse().find((span) => span.from <= slot && span.to >= slot && span.kind === 'fixture');
        if (!hit) {
          if (!event.shiftKey) select([]);
          return;
        }
        const ids = chosenBy(selection, hit.id, event.shiftKey);
        select(ids);
        if (!ids.includes(hit.id)) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setDrag({ ids, from: slot, to: slot, over: null });
      }}
      onPointerMove={(event) => {
        if (!drag) return;
        const over = universeAt(event);
        setDrag({ ...drag, to: slotAt(event), over: over === shown.number ? null : over });
      }}
      onPointerUp={() => {
        drop();
        setDrag(null);
      }}
      onPointerCancel={() => setDrag(null)}
    >
      <Grid />
      {shown.spans.map((span) => (
        <Sitting
          key={`${span.id} ${span.part} ${span.from}`}
          show={show}
          span={span}
          number={shown.number}
          lit={chosen.has(span.id)}
        />
      ))}
      <Frames spans={shown.overlapping} stroke="var(--stop)" />
      {ghosts && <Frames spans={ghosts.here} stroke={ghosts.met ? 'var(--stop)' : 'var(--lamp)'} fill />}
    </svg>
  );
}
