/** The list of universes: how full each is, and which is seen. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import type { Universe } from '#core/model/records';
import { SLOTS } from '#core/patch/address';
import { spansText, type UniverseUse } from '#core/patch/spans';
import { useView } from '../../state/view';
import { useKeys } from '../../ui/keys';
import { Strip } from './UniverseGrid';

const ROW = 40;
interface Props {
  readonly known: readonly UniverseUse[];
  readonly shown: UniverseUse;
  readonly names: ReadonlyMap<number, Universe>;
  /** Universe that a block is held over. */
  readonly over: number | null;
}
export function UniverseList({ known, shown, names, over }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: known.length,
    getScrollElement: () => list.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
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
          const item = known[index];
          if (!item) return null;
          const name = names.get(item.number);
          return (
            <button
              key={item.number}
              type="button"
              role="option"
              // One stop for Tab, the list: arrows go through it.
              tabIndex={-1}
              aria-selected={item.number === shown.number}
              data-universe={item.number}
              className="absolute inset-x-0 px-3 text-left"
              style={{
                height: ROW,
                transform: `translateY(${start}px)`,
                background: over === item.number ? 'var(--halo)' : item.number === shown.number ? 'var(--row)' : undefined,
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
  );
}
