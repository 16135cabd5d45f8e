/** A title block under the hand: it is seen as it prints, its things are chosen, moved and pulled, and what the chosen one says stands beside it. */
import { useMemo, useRef, useState } from 'react';
import { titlePrims } from '#core/draw/title-block';
import { writeSvg } from '#core/formats/svg';
import type { TitleBlock, TitleItem } from '#core/model/records';
import { type Show, settingsOf, showOf } from '#core/model/show';
import { draggedBox, edgeLines, type Handle } from '#core/paper/edits';
import { useKeys } from '../keys';
import { useFaces, withFaces } from '../paper-faces';
import { ItemLines } from './ItemLines';
import { added, type Drawn } from './items';

/** A thing snaps from this near, mm. */
const NEAR = 1;
const handles: readonly Handle[] = [
  [-1, -1],
  [1, -1],
  [-1, 1],
  [1, 1],
];
const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
interface Held {
  readonly id: string;
  readonly handle: Handle;
  readonly from: readonly [number, number];
  readonly by: readonly [number, number];
}
interface Props {
  readonly block: Drawn;
  /** The show that its words speak of. */
  readonly show: Show;
  readonly onWrite: (label: string, block: Drawn) => void;
}

/** What the block says of a sheet while it is drawn. */
const said = { scale: '1:50', paper: 'A1', date: '29 November 2026', name: 'Light plot, plan', sheet: 2, sheets: 9 };

export function TitleBoard({ block, show, onWrite }: Props) {
  const { size, items } = block;
  const [chosen, setChosen] = useState<string | null>(null);
  const [held, setHeld] = useState<Held | null>(null);
  const latest = useRef<Held | null>(null);
  const hold = (next: Held | null) => {
    latest.current = next;
    setHeld(next);
  };
  const boxOf = (item: TitleItem, now: Held | null): TitleItem['box'] => {
    if (!now || now.id !== item.id) return item.box;
    const others = items.filter(({ id }) => id !== item.id).map(({ box }) => box);
    return draggedBox(item.box, now.handle, now.by, edgeLines([0, 0, ...size], others), NEAR, item.what === 'line' ? 0 : 2);
  };
  const seen = held ? items.map((item) => ({ ...item, box: boxOf(item, held) })) : items;
  const put = (label: string, id: string, patch: Partial<TitleItem>) =>
    onWrite(label, { ...block, items: items.map((item) => (item.id === id ? { ...item, ...patch } : item)) });
  const drop = (id: string) => {
    setChosen(null);
    onWrite('Thing out of the title block', { ...block, items: items.filter((item) => item.id !== id) });
  };
  const own = items.find(({ id }) => id === chosen);
  useKeys('title block', {
    'move title item': (event) => {
      const way = steps[event.key];
      if (!own || !way) return false;
      const far = event.shiftKey ? 5 : 0.5;
      const [x, y, w, h] = own.box;
      put('Place', own.id, { box: [x + way[0] * far, y + way[1] * far, w, h] });
      return true;
    },
    'drop title item': () => {
      if (!own) return false;
      drop(own.id);
      return true;
    },
    'leave title item': () => {
      if (!own) return false;
      setChosen(null);
      return true;
    },
  });
  const faced = useFaces();
  const picture = useMemo(() => {
    const drawn = { ...block, items: seen } as TitleBlock;
    const settings = { ...settingsOf(show), titleBlock: drawn.id };
    const of = showOf(show.id, [
      ...[...show.records.values()].filter(({ id }) => id !== drawn.id && id !== show.id),
      settings,
      drawn,
    ]);
    const prims = titlePrims(of, said, [0, 0, ...size], 50);
    const sheet = { width: size[0], height: size[1], title: block.name, panes: [{ k: 1, ox: 0, oy: 0, clip: null, prims }] };
    const svg = writeSvg(sheet);
    return `data:image/svg+xml,${encodeURIComponent(faced ? withFaces(svg) : svg)}`;
  }, [block, seen, show, size, faced]);
  const host = useRef<HTMLDivElement>(null);
  const k = () => (host.current?.clientWidth ?? 1) / size[0];
  const percent = ([x, y, w, h]: TitleItem['box']): React.CSSProperties => ({
    left: `${(100 * x) / size[0]}%`,
    bottom: `${(100 * y) / size[1]}%`,
    width: `max(6px, ${(100 * w) / size[0]}%)`,
    height: `max(6px, ${(100 * h) / size[1]}%)`,
  });
  const press = (event: React.PointerEvent, id: string, handle: Handle) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    setChosen(id);
    hold({ id, handle, from: [event.clientX, event.clientY], by: [0, 0] });
  };
  const move = (event: React.PointerEvent) => {
    const now = latest.current;
    if (now) hold({ ...now, by: [(event.clientX - now.from[0]) / k(), -(event.clientY - now.from[1]) / k()] });
  };
  const letGo = () => {
    const now = latest.current;
    hold(null);
    const item = now && items.find(({ id }) => id === now.id);
    if (item && Math.hypot(...now.by) > 0.3)
      put(now.handle.join() === '0,0' ? 'Place' : 'Size', item.id, { box: boxOf(item, now) });
  };
  return (
    <div className="flex h-full min-h-0 w-full gap-4 p-3" style={{ background: 'var(--desk)' }}>
      <div
        className="flex min-w-0 flex-1 items-center justify-center outline-none"
        data-scope="title block"
        role="application"
        aria-label="The title block. Arrow keys move the chosen thing."
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
        tabIndex={0}
        style={{ containerType: 'size' }}
        onPointerDown={() => setChosen(null)}
      >
        <div
          ref={host}
          className="relative bg-white"
          style={{
            aspectRatio: `${size[0]} / ${size[1]}`,
            width: `min(100cqw, calc(100cqh * ${size[0] / size[1]}))`,
          }}
          onPointerMove={move}
          onPointerUp={letGo}
          onPointerCancel={() => hold(null)}
        >
          <img src={picture} alt={`The title block ${block.name}`} draggable={false} className="h-full w-full" />
          {items.map((item) => {
            const mine = item.id === chosen;
            return (
              <div
                key={item.id}
                data-testid="title-item"
                data-what={item.what}
                title={item.text || item.what}
                className={`absolute ${mine ? 'z-10' : 'hover:outline-1 hover:outline-dashed'}`}
                style={{
                  ...percent(boxOf(item, held)),
                  outline: mine ? '2px solid var(--lamp)' : undefined,
                  outlineColor: mine ? undefined : 'var(--lamp)',
                  cursor: 'move',
                  touchAction: 'none',
                }}
                onPointerDown={(event) => press(event, item.id, [0, 0])}
              >
                {mine &&
                  handles.map((handle) => (
                    <span
                      key={handle.join()}
                      data-handle={handle.join(' ')}
                      className="absolute h-[9px] w-[9px] border bg-white"
                      style={{
                        left: `calc(${50 + 50 * handle[0]}% - 4.5px)`,
                        top: `calc(${50 - 50 * handle[1]}% - 4.5px)`,
                        borderColor: 'var(--lamp)',
                        cursor: handle[0] === handle[1] ? 'nesw-resize' : 'nwse-resize',
                      }}
                      onPointerDown={(event) => press(event, item.id, handle)}
                    />
                  ))}
              </div>
            );
          })}
        </div>
      </div>
      <ItemLines
        block={block}
        item={own ?? null}
        onChoose={setChosen}
        onAdd={(what) => {
          const next = added(block, what);
          onWrite(`${what} into the title block`, next);
          setChosen(next.items.at(-1)?.id ?? null);
        }}
        onPut={(label, patch) => own && put(label, own.id, patch)}
        onDrop={() => own && drop(own.id)}
        onSize={(next) => onWrite('Size of the title block', { ...block, size: next })}
      />
    </div>
  );
}
