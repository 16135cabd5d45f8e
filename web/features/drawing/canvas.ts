/** The canvas of a pane: made once for its life. Wheel, drag and touch come with d3-zoom, a moment later. */
import { type RefObject, useEffect, useRef } from 'react';
import type { Box, DisplayList } from '#core/draw/list';
import { settingsOf } from '#core/model/show';
import { useSession } from '../../state/context';
import { useSights } from '../../state/memory';
import { usePreferences } from '../../state/preferences';
import { useView } from '../../state/view';
import { useHand } from '../../ui/canvas/hand';
import type { ViewBox } from '../../ui/canvas/paint';
import { openingBox } from '../../ui/canvas/pointing';
import { makeSurface, type Surface } from '../../ui/canvas/surface';
import type { Tool } from '../../ui/canvas/tool';
import type { Zoomer } from '../../ui/canvas/zoom';
import { afterThePicture, later } from '../../ui/registry';
import type { Drawn } from './list';
import type { Pane } from './pane';

const zooming = later(() => import('../../ui/canvas/zoom'));

export interface Canvas {
  readonly host: RefObject<HTMLDivElement | null>;
  readonly surface: RefObject<Surface | null>;
  /** Brings a box into view; without one, all. */
  readonly showBox: (box?: Box) => void;
}

const together = (boxes: readonly Box[]): Box =>
  boxes.reduce((a, b) => [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3])] as const);

const boxOfIds = (list: DisplayList, ids: readonly string[]): Box | null => {
  const wanted = new Set(ids);
  const boxes = list.chunks.filter((chunk) => chunk.id !== null && wanted.has(chunk.id)).map((chunk) => chunk.box);
  return boxes.length ? together(boxes) : null;
};

/** Height of the bar of the section, pixels. */
const BAR = 36;
/** How often a drawing that nobody moved is fitted anew after it was opened: tags swell in two steps. */
const REFITS = 3;
/** What is seen round a place that one goes to, mm. */
const ROUND = 1500;
const sameView = (a: ViewBox, b: ViewBox): boolean => a.k === b.k && a.tx === b.tx && a.ty === b.ty;

interface Opened {
  readonly surface: Surface;
  readonly moveTo: (view: ViewBox) => void;
  readonly close: () => void;
}

/** Two canvases in an element, with wheel, drag and touch. */
function openCanvas(element: HTMLDivElement, pane: Pane, active: RefObject<Tool | null>, name: string): Opened {
  const [base, top] = element.querySelectorAll('canvas');
  const surface = makeSurface(base!, top!);
  let zoomer: Zoomer | null = null;
  let closed = false;
  const show = (view: ViewBox) => {
    surface.setView(view);
    pane.setState({ k: view.k });
    const [x, y] = surface.toWorld(element.clientWidth / 2, element.clientHeight / 2);
    useSights.setState(({ sights }) => ({ sights: { ...sights, [name]: { x, y, k: view.k } } }));
  };
  // Wheel, drag and touch begin where the view then is.
  const off = afterThePicture(
    () =>
      void zooming
        .load()
        .then(({ attachZoom }) => {
          if (!closed) zoomer = attachZoom(element, surface.view, show);
        })
        .catch(() => undefined),
  );
  const size = () => surface.resize(element.clientWidth, element.clientHeight);
  const observer = new ResizeObserver(size);
  observer.observe(element);
  size();
  void document.fonts.ready.then(() => surface.retheme());
  // A wheel that sets a count must not zoom; passive listeners could not stop it.
  const wheel = (event: WheelEvent) => {
    if (!active.current?.wheel?.(event)) return;
    event.preventDefault();
    event.stopPropagation();
  };
  const up = (event: KeyboardEvent) => event.code === 'Space' && useHand.setState({ panning: false });
  // A picture in a symbol has been decoded: draw again.
  const again = () => surface.redraw();
  element.addEventListener('wheel', wheel, { passive: false, capture: true });
  window.addEventListener('keyup', up);
  window.addEventListener('dessin-redraw', again);
  const close = () => {
    closed = true;
    off();
    observer.disconnect();
    element.removeEventListener('wheel', wheel, { capture: true });
    window.removeEventListener('keyup', up);
    window.removeEventListener('dessin-redraw', again);
  };
  return { surface, moveTo: (view) => (zoomer ? zoomer.moveTo(view) : show(view)), close };
}

export function useCanvas(view: string, pane: Pane, { list, plane }: Drawn, active: RefObject<Tool | null>): Canvas {
  const session = useSession();
  const host = useRef<HTMLDivElement>(null);
  const surface = useRef<Surface | null>(null);
  const mover = useRef<Opened['moveTo'] | null>(null);
  const opened = useRef(Date.now());
  const seen = useRef(plane);
  // As it was fitted when it was opened: tags swell with the scale, and what a section sets apart with them, so that it may not fit any more.
  const fitted = useRef<{ readonly view: ViewBox; readonly revision: number; readonly left: number } | null>(null);
  const theme = usePreferences((state) => state.theme);
  const wanted = useView((state) => state.goTo);
  const plan = view === 'plan';
  const { scale: denominator } = settingsOf(session.get().show);

  const moveTo = (k: number, tx: number, ty: number) => mover.current?.({ k, tx, ty });
  const showBox = (box: Box = list.box) => {
    if (!surface.current || !Number.isFinite(box[0])) return;
    // The bar of the section stands at the top: what is fitted lies below it, not under it.
    const bar = view === 'section' ? ((box[3] - box[1]) * BAR) / Math.max(BAR, (host.current?.clientHeight ?? 0) - 2 * BAR) : 0;
    const { k, tx, ty } = surface.current.fit([box[0], box[1], box[2], box[3] + bar]);
    moveTo(k, tx, ty);
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: once for the life of the pane
  useEffect(() => {
    const before = useSights.getState().sights[view];
    const made = openCanvas(host.current!, pane, active, view);
    surface.current = made.surface;
    mover.current = made.moveTo;
    made.surface.setList(list, denominator, session.get().revision);
    if (before) {
      const { clientWidth, clientHeight } = host.current!;
      moveTo(before.k, clientWidth / 2 - before.x * before.k, clientHeight / 2 + before.y * before.k);
    } else {
      showBox(plan ? openingBox(session.get().show, list.box) : list.box);
      if (!plan) fitted.current = { view: made.surface.view, revision: session.get().revision, left: REFITS };
    }
    Object.assign(window, { [plan ? 'dessinSurface' : 'dessinSection']: made.surface });
    return made.close;
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision of the same drawing is no other drawing
  useEffect(() => {
    const made = surface.current;
    if (!made) return;
    made.setList(list, denominator, session.get().revision);
    const before = fitted.current;
    if (!before?.left || before.revision !== session.get().revision || !sameView(before.view, made.view)) return;
    showBox();
    fitted.current = { ...before, view: made.view, left: before.left - 1 };
  }, [list, denominator]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme is what it waits for
  useEffect(() => surface.current?.retheme(), [theme]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plane is another drawing
  useEffect(() => {
    if (seen.current !== plane) showBox();
    seen.current = plane;
  }, [plane]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: goes once for each request
  useEffect(() => {
    const made = surface.current;
    // A pane that is opened shows the whole; what was asked for before it was there was meant for others.
    if (!wanted || !made || !host.current || wanted.stamp < opened.current) return;
    const { ids, at } = wanted;
    if (!ids.length && !at) return showBox();
    // A place is a place of the plan.
    if (at && !plan) return;
    const box: Box | null = at ? [at[0] - ROUND, at[1] - ROUND, at[0] + ROUND, at[1] + ROUND] : boxOfIds(list, ids);
    if (!box) return;
    // No nearer than it is, unless what is wanted would be too small to read; never so near that it does not fit.
    const k = Math.min(made.fit(box).k * 0.9, Math.max(made.view.k, 0.05));
    const [w, h] = [host.current.clientWidth, host.current.clientHeight];
    moveTo(k, w / 2 - ((box[0] + box[2]) / 2) * k, h / 2 + ((box[1] + box[3]) / 2) * k);
  }, [wanted]);

  return { host, surface, showBox };
}
