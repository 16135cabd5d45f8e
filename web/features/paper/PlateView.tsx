/** The sheet as it will print: the same that PDF and SVG draw, with the others of the set beside it. It is moved and zoomed like any drawing. */
import { useEffect, useMemo, useRef, useState } from 'react';
import type { PlateWindow } from '#core/model/records';
import { find, settingsOf } from '#core/model/show';
import { sheetSize } from '#core/paper/ready/set';
import type { Drawn } from '#core/paper/windows/window';
import { useSession, useShow } from '../../state/context';
import { usePaper } from '../../state/paper';
import { useView } from '../../state/view';
import type { ViewBox } from '../../ui/canvas/paint';
import type { Zoomer } from '../../ui/canvas/zoom';
import { useKeys } from '../../ui/keys';
import { useFaces } from '../../ui/paper-faces';
import { later } from '../../ui/registry';
import { dropWindow, setWindow } from './correct';
import { DrawnTitle } from './DrawnTitle';
import { SheetStrip } from './SheetStrip';
import { pictureOf, ranks, useSheet, useSheets } from './sheets';
import { WindowFrames } from './WindowFrames';

const zooming = later(() => import('../../ui/canvas/zoom'));
const whole: ViewBox = { k: 1, tx: 0, ty: 0 };
const nothingDrawn: ReadonlyMap<string, Drawn> = new Map();
/** Room round the sheet, pixels. */
const AIR = 16;
const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The sheet, or the title block while it is drawn. */
export function PlateView() {
  const id = usePaper((state) => state.title);
  const title = find(useShow(), 'titleblock', id ?? undefined);
  return title ? <DrawnTitle block={title} /> : <SheetView />;
}
function SheetView() {
  const show = useShow();
  const session = useSession();
  const { sheets, planned, number } = useSheets();
  const chosen = usePaper((state) => state.window);
  const [trial, setTrial] = useState<PlateWindow | null>(null);
  const faced = useFaces();
  const tried = useMemo(
    () =>
      planned && trial
        ? { ...planned, windows: planned.windows.map((window) => (window.id === trial.id ? trial : window)) }
        : null,
    [planned, trial],
  );
  const { made, seen, now } = useSheet(planned, ranks.looked, tried);
  const host = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<readonly [number, number]>([800, 600]);
  const [view, setView] = useState<ViewBox>(whole);
  const zoomer = useRef<Zoomer | null>(null);
  const zoomed = useRef(1);
  zoomed.current = view.k;
  useEffect(() => {
    let closed = false;
    const observer = new ResizeObserver(([entry]) => entry && setRoom([entry.contentRect.width, entry.contentRect.height]));
    if (host.current) observer.observe(host.current);
    void zooming.load().then(({ attachZoom }) => {
      if (!closed && host.current) zoomer.current = attachZoom(host.current, whole, setView, { extent: [0.5, 40], drags: true });
    });
    return () => {
      closed = true;
      observer.disconnect();
    };
  }, []);
  // F fits it, as it does every drawing.
  useEffect(() => useView.subscribe((now, before) => now.goTo !== before.goTo && zoomer.current?.moveTo(whole)), []);
  const go = (by: number) => {
    const next = sheets[number - 1 + by];
    if (next) usePaper.setState({ sheet: next.key, window: null, inside: false });
  };
  const window = planned?.windows.find(({ id }) => id === chosen);
  useKeys('plate', {
    'move window': (event) => {
      const way = steps[event.key];
      if (!planned || !window || !way) return false;
      const far = event.shiftKey ? 10 : 1;
      const [x, y, w, h] = window.box;
      setWindow({ session, show }, planned, 'Place', { ...window, box: [x + way[0] * far, y + way[1] * far, w, h] });
      return true;
    },
    'drop window': () => {
      if (!planned || !window) return false;
      dropWindow({ session, show }, planned, window.id);
      return true;
    },
    'leave window': () => {
      if (!window) return false;
      usePaper.setState((state) => (state.inside ? { inside: false } : { window: null }));
      return true;
    },
    'next sheet': () => go(1),
    'sheet before': () => go(-1),
  });
  if (!planned) return null;
  const [width, height] = sheetSize(planned.paper, planned.landscape);
  const k = Math.max(0.05, Math.min((room[0] - 2 * AIR) / width, (room[1] - 2 * AIR) / height));
  return (
    <div className="flex h-full w-full">
      <SheetStrip />
      <div
        ref={host}
        className="relative h-full min-w-0 flex-1 cursor-grab overflow-hidden active:cursor-grabbing"
        style={{ background: 'var(--desk)', touchAction: 'none' }}
        data-keys="view"
        data-scope="plate"
        role="application"
        aria-label="The sheet. Arrow keys move the chosen window, Page Up and Page Down turn the pages."
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
        tabIndex={0}
        onPointerDown={(event) => {
          if (event.target instanceof Element && !event.target.closest('[data-testid="plate-window"]'))
            usePaper.setState({ window: null, inside: false });
        }}
      >
        <div
          className="absolute inset-0 flex items-center justify-center"
          data-testid="plate-sight"
          style={{ transform: `translate(${view.tx}px, ${view.ty}px) scale(${view.k})`, transformOrigin: '0 0' }}
        >
          <div className="relative shrink-0" style={{ width: width * k, height: height * k }}>
            {seen?.svg ? (
              <img
                src={pictureOf(seen, faced)}
                alt={`Sheet ${number} of ${settingsOf(show).name}: ${planned.name}`}
                data-testid="plate"
                data-now={now || undefined}
                draggable={false}
                className="h-full w-full border bg-white"
                style={{ borderColor: 'var(--pencil)' }}
              />
            ) : (
              <p
                role="status"
                className="flex h-full w-full items-center justify-center border bg-white"
                style={{ borderColor: 'var(--pencil)', color: '#555' }}
              >
                Drawing {planned.name}
              </p>
            )}
            <WindowFrames planned={planned} drawn={made?.drawn ?? nothingDrawn} k={() => k * zoomed.current} onTry={setTrial} />
          </div>
        </div>
        {made && made.troubles.length > 0 && (
          <ul
            aria-label="What is wrong with this sheet"
            className="pointer-events-none absolute inset-x-0 top-2 mx-auto w-fit max-w-[46rem] border px-3 py-1"
            style={{ background: 'var(--sheet)', borderColor: 'var(--doubt)' }}
          >
            {made.troubles.slice(0, 3).map(({ text }) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
