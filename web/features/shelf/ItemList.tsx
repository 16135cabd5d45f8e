/** What was found, one line each; only the lines that are seen are drawn. */

import { useVirtualizer } from '@tanstack/react-virtual';
import { Star } from 'lucide-react';
import { useRef } from 'react';
import { itemAt, present } from '#core/measure/list';
import type { Id } from '#core/model/records';
import type { Listed } from '#core/shelf/search';
import { useDragged } from '../../ui/drag';
import { useKeys } from '../../ui/keys';
import { degreesOf } from '../../ui/words';

const ROW = 30;

interface Props {
  readonly items: readonly Listed[];
  readonly chosen: readonly Id[];
  readonly onChoose: (ids: readonly Id[]) => void;
  readonly onOpen: (id: Id) => void;
  readonly onFavourite: (item: Listed) => void;
}

export function ItemList({ items, chosen, onChoose, onOpen, onFavourite }: Props) {
  const scroll = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const at = items.findIndex((item) => item.id === chosen.at(-1));
  const choose = (i: number, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
    const item = items[i];
    if (!item) return;
    if (event.shiftKey && at >= 0) {
      const [a, b] = [Math.min(at, i), Math.max(at, i)];
      onChoose(items.slice(a, b + 1).map((other) => other.id));
    } else if (event.ctrlKey || event.metaKey)
      onChoose(chosen.includes(item.id) ? chosen.filter((id) => id !== item.id) : [...chosen, item.id]);
    else onChoose([item.id]);
  };
  const marked = new Set(chosen);
  useKeys('items', {
    item: (event) => {
      const step = present({ ArrowDown: 1, ArrowUp: -1, PageDown: 12, PageUp: -12 }[event.key]);
      const next = Math.max(0, Math.min(items.length - 1, (at < 0 ? -1 : at) + step));
      choose(next, { shiftKey: false, ctrlKey: false, metaKey: false });
      rows.scrollToIndex(next);
    },
    'open item': () => (items[at] ? onOpen(items[at].id) : false),
    'all items': () => onChoose(items.map((item) => item.id)),
  });
  return (
    <div
      ref={scroll}
      role="listbox"
      data-testid="items"
      aria-label="Items"
      aria-multiselectable="true"
      tabIndex={0}
      className="min-h-0 flex-1 overflow-auto"
      style={{ background: 'var(--sheet)' }}
      data-scope="items"
    >
      <div style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const item = itemAt(items, index);
          return (
            <Item
              key={item.id}
              item={item}
              on={marked.has(item.id)}
              style={{ top: start, height: ROW, background: index % 2 ? 'var(--row)' : undefined }}
              onClick={(event) => choose(index, event)}
              onOpen={() => onOpen(item.id)}
              onFavourite={() => onFavourite(item)}
            />
          );
        })}
      </div>
    </div>
  );
}

interface ItemProps {
  readonly item: Listed;
  readonly on: boolean;
  readonly style: React.CSSProperties;
  readonly onClick: (event: React.MouseEvent) => void;
  readonly onOpen: () => void;
  readonly onFavourite: () => void;
}

function Item({ item, on, style, onClick, onOpen, onFavourite }: ItemProps) {
  const { summary } = item;
  const { ref, grip } = useDragged(item.id);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: its keys are in the one list of keys; a click only hands the focus on
    <div
      ref={ref}
      {...grip}
      role="option"
      aria-selected={on}
      tabIndex={-1}
      onClick={onClick}
      onDoubleClick={onOpen}
      className={`absolute flex w-full cursor-pointer items-center gap-3 px-3 ${on ? '[&_.pencil]:text-[var(--ink)]' : ''}`}
      style={{ ...style, ...(on ? { background: 'var(--halo)' } : {}), borderBottom: '1px solid var(--hair-faint)' }}
    >
      <span
        aria-hidden="true"
        className="grid h-6 w-6 shrink-0 place-items-center"
        title={item.favourite ? `${summary.name} is a favourite` : `Make ${summary.name} a favourite`}
        onClick={(event) => {
          event.stopPropagation();
          onFavourite();
        }}
      >
        <Star
          size={13}
          fill={item.favourite ? 'var(--glow)' : 'none'}
          style={{ color: item.favourite ? 'var(--lamp)' : 'var(--hair)' }}
        />
      </span>
      {summary.rgb && (
        <span className="h-4 w-6 shrink-0 border" style={{ background: summary.rgb, borderColor: 'var(--pencil)' }} />
      )}
      <span className="w-44 shrink-0 truncate">{summary.name}</span>
      <span className="pencil w-28 shrink-0 truncate">
        {item.kind === 'filter' ? summary.of : (summary.family ?? summary.of)}
      </span>
      <span className="pencil min-w-0 flex-1 truncate">
        {item.kind === 'filter' || item.kind === 'gobo' ? summary.maker : (summary.maker ?? '')}
      </span>
      <span className="pencil w-16 shrink-0 text-right">{degreesOf(summary.field)}</span>
      <span className="pencil w-16 shrink-0 text-right">{summary.watts ? `${summary.watts} W` : ''}</span>
    </div>
  );
}
