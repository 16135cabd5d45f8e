/** The windows of a sheet under the hand: chosen, moved and pulled with snapping; inside one, its drawing is moved and scaled. */
import { useEffect, useRef, useState } from 'react';
import type { PlateWindow } from '#core/model/records';
import { draggedBox, type Handle, pannedWindow, snapLines, zoomedWindow } from '#core/paper/edits';
import type { Planned } from '#core/paper/plates';
import { sheetSize } from '#core/paper/ready/set';
import { windowKind } from '#core/paper/windows/index';
import type { Drawn } from '#core/paper/windows/window';
import { useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { setWindow, titleOf } from './correct';

/** A window snaps from this near, mm of paper. */
const NEAR = 3;
const handles: readonly Handle[] = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [-1, 0],
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
];
interface Held {
  readonly id: string;
  readonly handle: Handle | 'inside';
  readonly from: readonly [number, number];
  readonly by: readonly [number, number];
}
interface Props {
  readonly planned: Planned;
  /** What its windows show, by their ids. */
  readonly drawn: ReadonlyMap<string, Drawn>;
  /** Pixels of the screen to a millimetre of paper, with the zoom. */
  readonly k: () => number;
  /** The drawing of a window that is tried while it is moved; null when it is let go. */
  readonly onTry: (window: PlateWindow | null) => void;
}

export function WindowFrames({ planned, drawn, k, onTry }: Props) {
  const show = useShow();
  const session = useSession();
  const chosen = usePaper((state) => state.window);
  const inside = usePaper((state) => state.inside);
  const [held, seeHeld] = useState<Held | null>(null);
  const latest = useRef<Held | null>(null);
  const setHeld = (next: Held | null) => {
    latest.current = next;
    seeHeld(next);
  };
  const [width, height] = sheetSize(planned.paper, planned.landscape);
  const boxOf = (window: PlateWindow, now: Held | null): PlateWindow['box'] => {
    if (!now || now.id !== window.id || now.handle === 'inside') return window.box;
    return draggedBox(window.box, now.handle, now.by, snapLines(planned, window.id), NEAR);
  };
  const insideOf = (window: PlateWindow, { by }: Held): PlateWindow => pannedWindow(window, drawn.get(window.id), by);
  const press = (event: React.PointerEvent, window: PlateWindow, handle: Held['handle']) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    if (chosen !== window.id) usePaper.setState({ window: window.id, inside: false });
    setHeld({ id: window.id, handle, from: [event.clientX, event.clientY], by: [0, 0] });
  };
  const move = (event: React.PointerEvent) => {
    const now = latest.current;
    if (!now) return;
    const scale = k();
    const next: Held = { ...now, by: [(event.clientX - now.from[0]) / scale, -(event.clientY - now.from[1]) / scale] };
    setHeld(next);
    const window = planned.windows.find(({ id }) => id === next.id);
    if (window && next.handle === 'inside') onTry(insideOf(window, next));
  };
  const letGo = () => {
    setHeld(null);
    onTry(null);
  };
  const drop = () => {
    const now = latest.current;
    letGo();
    const window = now && planned.windows.find(({ id }) => id === now.id);
    if (!window || Math.hypot(...now.by) < 0.3) return;
    if (now.handle === 'inside') setWindow({ session, show }, planned, 'Drawing moved inside', insideOf(window, now));
    else
      setWindow({ session, show }, planned, now.handle.join() === '0,0' ? 'Place' : 'Size', {
        ...window,
        box: boxOf(window, now),
      });
  };
  const host = useRef<HTMLDivElement>(null);
  const wheel = useRef<(event: WheelEvent) => void>(() => {});
  wheel.current = (event) => {
    const window = inside && planned.windows.find(({ id }) => id === chosen);
    if (!window) return;
    event.preventDefault();
    event.stopPropagation();
    const next = zoomedWindow(show, window, drawn.get(window.id), event.deltaY < 0 ? 1 : -1);
    if (next !== window) setWindow({ session, show }, planned, 'Scale', next);
  };
  useEffect(() => {
    const element = host.current;
    const act = (event: WheelEvent) => wheel.current(event);
    // What is held is not the sheet: the zoom under it, which hears the page's own events, is not told.
    const keep = (event: Event) => {
      if (event.target instanceof Element && event.target.closest('[data-own]')) event.stopPropagation();
    };
    element?.addEventListener('wheel', act, { passive: false });
    element?.addEventListener('mousedown', keep);
    element?.addEventListener('touchstart', keep);
    return () => {
      element?.removeEventListener('wheel', act);
      element?.removeEventListener('mousedown', keep);
      element?.removeEventListener('touchstart', keep);
    };
  }, []);
  const mm = (box: PlateWindow['box']): React.CSSProperties => ({
    left: `${(100 * box[0]) / width}%`,
    bottom: `${(100 * box[1]) / height}%`,
    width: `${(100 * box[2]) / width}%`,
    height: `${(100 * box[3]) / height}%`,
  });
  return (
    <div ref={host} className="absolute inset-0" onPointerMove={move} onPointerUp={drop} onPointerCancel={letGo}>
      {planned.windows.map((window) => {
        const own = window.id === chosen;
        const scaled = windowKind(window.what)?.sets.includes('crop') ?? false;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: by keys windows are chosen in the panel
          // biome-ignore lint/a11y/useKeyWithClickEvents: by keys windows are chosen in the panel
          <div
            key={window.id}
            data-testid="plate-window"
            data-what={window.what}
            data-own={own || undefined}
            title={titleOf(window)}
            className={`absolute ${own ? 'z-10' : 'hover:outline-1 hover:outline-dashed'}`}
            style={{
              ...mm(boxOf(window, held)),
              outline: own ? `2px solid var(--${inside ? 'glow' : 'lamp'})` : undefined,
              outlineColor: own ? undefined : 'var(--lamp)',
              cursor: own ? (inside ? 'grab' : 'move') : 'default',
              touchAction: own ? 'none' : undefined,
            }}
            onPointerDown={(event) => (own ? press(event, window, inside ? 'inside' : [0, 0]) : undefined)}
            onClick={() => !own && usePaper.setState({ window: window.id, inside: false })}
            onDoubleClick={() => scaled && usePaper.setState({ window: window.id, inside: true })}
          >
            {own &&
              !inside &&
              handles.map((handle) => (
                <span
                  key={handle.join()}
                  data-handle={handle.join(' ')}
                  className="absolute h-[9px] w-[9px] border bg-white"
                  style={{
                    left: `calc(${50 + 50 * handle[0]}% - 4.5px)`,
                    top: `calc(${50 - 50 * handle[1]}% - 4.5px)`,
                    borderColor: 'var(--lamp)',
                    cursor:
                      handle[0] === 0
                        ? 'ns-resize'
                        : handle[1] === 0
                          ? 'ew-resize'
                          : handle[0] === handle[1]
                            ? 'nesw-resize'
                            : 'nwse-resize',
                  }}
                  onPointerDown={(event) => press(event, window, handle)}
                />
              ))}
          </div>
        );
      })}
    </div>
  );
}
