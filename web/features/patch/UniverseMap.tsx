/** The map of universes: what sits in every slot, what is free, and blocks that are dragged to another place. */

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import type { Fixture, Id } from '#core/model/records';
import { all, find } from '#core/model/show';
import { formatAddress, SLOTS, toAbsolute, UNIVERSES, universeOf } from '#core/patch/address';
import { shiftedBlock } from '#core/patch/block';
import { fixtureSpans, occupied, overlaps, spansText, type UniverseUse, universesOf, withUniverse } from '#core/patch/spans';
import { chosenFixtures } from '../../state/chosen';
import { useSession, useShow } from '../../state/context';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { useKeys } from '../../ui/keys';
import { TextField } from '../../ui/TextField';
import { plural } from '../../ui/words';
import { CELL, COLUMNS, Grid, pieces, ROWS, Sitting, Strip } from './UniverseGrid';

const ROW = 40;

const empty = (number: number): UniverseUse => ({ number, spans: [], free: [{ from: 1, to: SLOTS }], used: 0, overlapping: [] });

interface Drag {
  readonly ids: readonly Id[];
  /** Slot that was pressed, and the one under the pointer. */
  readonly from: number;
  readonly to: number;
  /** Universe under the pointer, in the list. */
  readonly over: number | null;
}

export function UniverseMap() {
  const session = useSession();
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const universe = useView((state) => state.universe);
  const map = universesOf(show);
  const known = useMemo(() => {
    const last = Math.max(1, universe, ...map.slice(-1).map((item) => item.number));
    // One that is free stands at the end, to move things into. Far ones are not filled up to.
    const byNumber = new Map(map.map((item) => [item.number, item]));
    const numbers =
      last <= 256
        ? Array.from({ length: Math.min(UNIVERSES, last + 1) }, (_, i) => i + 1)
        : [...new Set([...byNumber.keys(), 1, universe, Math.min(UNIVERSES, last + 1)])].sort((a, b) => a - b);
    return numbers.map((number) => byNumber.get(number) ?? empty(number));
  }, [map, universe]);
  const shown = known.find((item) => item.number === universe) ?? known[0]!;
  const record = all(show, 'universe').find((item) => item.number === shown.number);
  const names = new Map(all(show, 'universe').map((item) => [item.number, item]));
  const [drag, setDrag] = useState<Drag | null>(null);
  const grid = useRef<SVGSVGElement>(null);
  const list = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: known.length,
    getScrollElement: () => list.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const chosen = new Set(selection);

  // What is selected elsewhere comes into view, with its universe.
  const last = selection.at(-1);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the selection only
  useEffect(() => {
    const fixture = find(show, 'fixture', last);
    const address = fixture?.parts.find((part) => part.address !== null)?.address;
    const numbers = fixture?.parts.flatMap((part) => (part.address === null ? [] : [universeOf(part.address)])) ?? [];
    if (address && !numbers.includes(useView.getState().universe)) useView.setState({ universe: universeOf(address) });
  }, [last]);

  const fixturesOf = (ids: readonly Id[]): Fixture[] => chosenFixtures(show, ids);
  const slotAt = (event: React.PointerEvent): number => {
    const box = grid.current!.getBoundingClientRect();
    const x = Math.max(0, Math.min(COLUMNS - 1, Math.floor(((event.clientX - box.left) / box.width) * COLUMNS)));
    const y = Math.max(0, Math.min(ROWS - 1, Math.floor(((event.clientY - box.top) / box.height) * ROWS)));
    return y * COLUMNS + x + 1;
  };
  const universeAt = (event: React.PointerEvent): number | null => {
    const under = document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-universe]');
    return under ? Number(under.getAttribute('data-universe')) : null;
  };
  const by = drag ? (drag.over === null ? drag.to - drag.from : (drag.over - shown.number) * SLOTS) : 0;
  const move = (ids: readonly Id[], amount: number) => {
    const fixtures = fixturesOf(ids);
    const considered = shiftedBlock(show, fixtures, amount);
    if (!considered.ok) return void toast.error(considered.why, { duration: 8000 });
    const first = Math.min(...fixtures.flatMap((fixture) => fixtureSpans(show, fixture).map((span) => span.from))) + amount;
    session.edit(`Move ${plural(fixtures.length)} to ${formatAddress(first)}`, considered.change);
    if (considered.notes.length)
      toast(`${considered.notes[0]}${considered.notes.length > 1 ? ` And ${considered.notes.length - 1} more.` : ''}`, {
        duration: 8000,
      });
    if (universeOf(first) !== shown.number) useView.setState({ universe: universeOf(first) });
  };

  // Where the block would come to, and what it would meet there.
  // biome-ignore lint/correctness/useExhaustiveDependencies: calculated while dragging
  const ghosts = useMemo(() => {
    if (!drag || !by) return null;
    const moved = fixturesOf(drag.ids).flatMap((fixture) =>
      fixtureSpans(show, fixture).map((span) => ({ ...span, from: span.from + by, to: span.to + by })),
    );
    const ids = new Set(drag.ids);
    const met = overlaps([...moved, ...occupied(show, ids)], 2000).filter(([a, b]) => ids.has(a.id) !== ids.has(b.id));
    const base = toAbsolute(shown.number, 1) - 1;
    const here = moved
      .filter((span) => span.from > base && span.to <= base + SLOTS)
      .map((span) => ({ from: span.from - base, to: span.to - base }));
    return { here, met: met.length, first: moved.length ? Math.min(...moved.map((span) => span.from)) : 0 };
  }, [drag, by, show, shown.number]);

  const write = (key: 'name' | 'protocol' | 'node' | 'port') => (text: string) => {
    session.edit(
      `${key === 'name' ? 'Name' : 'Output'} of universe ${shown.number}`,
      withUniverse(show, shown.number, { [key]: text.trim().slice(0, 200) }, v4),
    );
    return null;
  };
  const field = (key: 'name' | 'protocol' | 'node' | 'port', title: string, placeholder: string) => (
    <div className="min-w-0 flex-1">
      <span className="pencil block text-[11px] leading-3">{title}</span>
      <TextField
        key={`${shown.number} ${key}`}
        label={`${title} of the universe`}
        value={record?.[key] ?? ''}
        placeholder={placeholder}
        onWrite={write(key)}
      />
    </div>
  );
  useKeys('list', {
    universe: (event) => {
      const to = known[known.indexOf(shown) + (event.key === 'ArrowDown' ? 1 : -1)];
      if (!to) return false;
      useView.setState({ universe: to.number });
      virtual.scrollToIndex(known.indexOf(to));
      return true;
    },
  });
  return (
    <section
      aria-label="Universes"
      data-keys="view"
      tabIndex={-1}
      className="@container absolute inset-0 flex text-[12px]"
      style={{ background: 'var(--sheet)' }}
    >
      <div
        ref={list}
        role="listbox"
        aria-label="List of universes"
        data-scope="list"
        tabIndex={0}
        className="w-[92px] shrink-0 overflow-auto @xl:w-[210px]"
        style={{ borderRight: '1px solid var(--hair)' }}
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const item = known[index]!;
            const name = names.get(item.number);
            return (
              <button
                key={item.number}
                type="button"
                role="option"
                aria-selected={item.number === shown.number}
                data-universe={item.number}
                className="absolute inset-x-0 px-3 text-left"
                style={{
                  height: ROW,
                  transform: `translateY(${start}px)`,
                  background:
                    drag?.over === item.number ? 'var(--halo)' : item.number === shown.number ? 'var(--row)' : undefined,
                  borderBottom: '1px solid var(--hair-faint)',
                  borderLeft: `3px solid ${item.number === shown.number ? 'var(--lamp)' : 'transparent'}`,
                }}
                title={item.used ? `Free: ${spansText(item.free) || 'nothing'}` : 'Nothing sits here'}
                onClick={() => useView.setState({ universe: item.number })}
              >
                <span className="flex items-baseline gap-2">
                  <b>{item.number}</b>
                  <span className="pencil hidden min-w-0 flex-1 truncate @xl:inline">{name?.name}</span>
                  <span
                    style={{ color: item.overlapping.length ? 'var(--stop)' : undefined }}
                    className={item.overlapping.length ? '' : 'pencil'}
                  >
                    {item.overlapping.length ? (
                      'shared'
                    ) : item.used ? (
                      <>
                        <span className="hidden @xl:inline">{item.used}, </span>
                        {SLOTS - item.used} free
                      </>
                    ) : (
                      'free'
                    )}
                  </span>
                </span>
                <Strip item={item} />
              </button>
            );
          })}
        </div>
      </div>
      <div className="min-w-0 flex-1 overflow-auto p-3">
        <div className="flex flex-wrap gap-x-3 pb-2">
          <h2 className="w-full shrink-0 pt-2 font-bold @xl:w-24">Universe {shown.number}</h2>
          {field('name', 'Name', 'none')}
          {field('protocol', 'Protocol', 'none')}
          {field('node', 'Node', 'none')}
          {field('port', 'Port', 'none')}
        </div>
        <p className="pb-2" data-testid="universe-figures">
          {shown.used} used, {SLOTS - shown.used} free
          {shown.used && shown.used < SLOTS ? <span className="pencil">: {spansText(shown.free)}</span> : null}
          {ghosts ? (
            <b style={{ color: ghosts.met ? 'var(--stop)' : 'var(--lamp)' }}>
              {'   '}to {formatAddress(ghosts.first)}
              {ghosts.met ? `, on ${plural(ghosts.met, 'other')}` : ''}
            </b>
          ) : null}
        </p>
        <svg
          ref={grid}
          viewBox={`0 0 ${COLUMNS * CELL.w} ${ROWS * CELL.h}`}
          role="img"
          aria-label={`Slots of universe ${shown.number}`}
          data-testid="universe-grid"
          className="block w-full touch-none select-none"
          style={{ maxHeight: 'calc(100% - 84px)', cursor: drag ? 'grabbing' : 'default' }}
          preserveAspectRatio="none"
          onPointerDown={(event) => {
            const slot = slotAt(event);
            const hit = [...shown.spans]
              .reverse()
              .find((span) => span.from <= slot && span.to >= slot && span.kind === 'fixture');
            if (!hit) {
              if (!event.shiftKey) select([]);
              return;
            }
            const ids = event.shiftKey
              ? chosen.has(hit.id)
                ? selection.filter((id) => id !== hit.id)
                : [...selection, hit.id]
              : chosen.has(hit.id)
                ? selection
                : [hit.id];
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
            if (drag && by) move(drag.ids, by);
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
          {shown.overlapping.flatMap((span) =>
            pieces(span).map((piece) => (
              <rect
                key={`x${span.from} ${piece.row}`}
                x={piece.x * CELL.w + 1}
                y={piece.row * CELL.h + 1}
                width={piece.n * CELL.w - 2}
                height={CELL.h - 2}
                fill="none"
                stroke="var(--stop)"
                strokeWidth={2}
                strokeDasharray="3 2"
              />
            )),
          )}
          {ghosts?.here.flatMap((span) =>
            pieces(span).map((piece) => (
              <rect
                key={`g${span.from} ${piece.row}`}
                x={piece.x * CELL.w + 1}
                y={piece.row * CELL.h + 1}
                width={piece.n * CELL.w - 2}
                height={CELL.h - 2}
                fill="var(--glow)"
                fillOpacity={0.35}
                stroke={ghosts.met ? 'var(--stop)' : 'var(--lamp)'}
                strokeWidth={1.5}
              />
            )),
          )}
        </svg>
      </div>
    </section>
  );
}
