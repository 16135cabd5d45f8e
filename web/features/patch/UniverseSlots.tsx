/** The slots of a universe: what sits in each, and the block that is dragged. */
import type { PointerEvent } from 'react';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import type { UniverseUse } from '#core/patch/spans';
import { chosenBy, select, useSelection } from '../../state/selection';
import { useKeys } from '../../ui/keys';
import { CELL, COLUMNS, Grid, pieces, ROWS, Sitting } from './UniverseGrid';

export interface Drag {
  readonly ids: readonly Id[];
  /** Slot that was pressed, and the one under the pointer. */
  readonly from: number;
  readonly to: number;
  /** Universe under the pointer, in the list. */
  readonly over: number | null;
  /** Taken up by a key: it is put down by one. */
  readonly byKey?: true;
}
/** What an arrow moves a block by: a slot, or a row of the map. */
const ways: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -COLUMNS, ArrowDown: COLUMNS };
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
  /** Another universe is shown, and what is taken up by key goes along. */
  readonly onUniverse: (by: 1 | -1) => void;
}
export function UniverseSlots({ show, shown, drag, setDrag, ghosts, drop, onUniverse }: Props) {
  const selection = useSelection((state) => state.selection);
  const chosen = new Set(selection);
  const blocks = shown.spans.filter((span) => span.kind === 'fixture');
  /** From the block that was chosen last, to the next in this universe. */
  const next = (by: 1 | -1, addTo: boolean) => {
    const last = selection.at(-1);
    const at = blocks.findIndex((span) => span.id === last);
    const to = at < 0 ? (by > 0 ? blocks[0] : blocks.at(-1)) : blocks[at + by];
    if (to) select(addTo ? [...selection.filter((id) => id !== to.id), to.id] : [to.id]);
  };
  useKeys('slots', {
    slots: ({ key }) => {
      const by = ways[key] ?? 0;
      if (drag) setDrag({ ...drag, to: drag.to + by });
      else next(by > 0 ? 1 : -1, false);
    },
    'more slots': ({ key }) => (drag ? false : next(key === 'ArrowRight' ? 1 : -1, true)),
    'slots on': ({ key }) => onUniverse(key === 'PageDown' ? 1 : -1),
    'take slots': () => {
      if (drag) {
        drop();
        setDrag(null);
      } else if (blocks.some((span) => chosen.has(span.id))) setDrag({ ids: selection, from: 0, to: 0, over: null, byKey: true });
    },
    'let slots go': () => (drag ? setDrag(null) : false),
  });
  return (
    <svg
      viewBox={`0 0 ${COLUMNS * CELL.w} ${ROWS * CELL.h}`}
      role="application"
      aria-label={`Slots of universe ${shown.number}. Arrow keys go from block to block, Space takes the chosen ones up and puts them down.`}
      data-testid="universe-grid"
      data-keys="view"
      data-scope="slots"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
      tabIndex={0}
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
        if (!drag || drag.byKey) return;
        const over = universeAt(event);
        setDrag({ ...drag, to: slotAt(event), over: over === shown.number ? null : over });
      }}
      onPointerUp={() => {
        if (drag?.byKey) return;
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
