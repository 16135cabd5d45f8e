/**
 * Dragging of lines and headings onto each other. What is dragged stays in its place, and what it would be dropped on is told. The package that drags comes
 * later (`DragParts`): what is here knows only which element is which.
 */
import { createContext, type ReactNode, Suspense, useContext, useEffect, useState } from 'react';
import { createStore, useStore } from 'zustand';
import { lazily } from './registry';

const DragParts = lazily(async () => (await import('./DragParts')).DragParts);

/** How a press ends. */
const ends = ['pointerup', 'pointercancel'] as const;
/** Says on an element what is dropped on it. */
const PLACE = 'data-place';

interface Dragging {
  /** What can be dragged and dropped on, by id, as far as it is on the page. */
  readonly draggable: ReadonlySet<string>;
  readonly droppable: ReadonlySet<string>;
  readonly dragged: string | null;
  readonly over: string | null;
  /** The pointer came near: the package is wanted. */
  readonly wanted: boolean;
}
/** An area in which things are dragged, and its elements. */
export type Area = ReturnType<typeof makeArea>;
function makeArea() {
  const store = createStore<Dragging>(() => ({
    draggable: new Set(),
    droppable: new Set(),
    dragged: null,
    over: null,
    wanted: false,
  }));
  return {
    store,
    nodes: new Map<string, HTMLElement>(),
    places: new Map<string, HTMLElement>(),
    /** Begins a drag by a press, by id; put there by the package. */
    begins: new Map<string, (event: PointerEvent) => void>(),
    /** A press that came before the package: it is taken up when that is there. */
    pressed: null as { readonly id: string; readonly event: PointerEvent } | null,
    want: () => store.setState({ wanted: true }),
  };
}
const Around = createContext<Area | null>(null);
function useArea(): Area {
  const area = useContext(Around);
  if (!area) throw new Error('What is dragged stands in no DragArea.');
  return area;
}

interface Props {
  readonly onDrop: (dragged: string, onto: string) => void;
  /** What goes along with the pointer. */
  readonly shown: (dragged: string) => string;
  readonly children: ReactNode;
}
export function DragArea({ onDrop, shown, children }: Props) {
  const [area] = useState(makeArea);
  const wanted = useStore(area.store, (state) => state.wanted);
  return (
    <Around value={area}>
      {children}
      <Suspense>{wanted && <DragParts area={area} onDrop={onDrop} shown={shown} />}</Suspense>
    </Around>
  );
}

/** Keeps an id among those of the area for as long as its element is there. */
function useListed(area: Area, kind: 'draggable' | 'droppable', id: string): void {
  useEffect(() => {
    const put = (change: (ids: Set<string>) => void) => {
      const ids = new Set(area.store.getState()[kind]);
      change(ids);
      area.store.setState({ [kind]: ids });
    };
    put((ids) => ids.add(id));
    return () => put((ids) => ids.delete(id));
  }, [area, kind, id]);
}

/** For what can be dragged: `ref` on the whole of it, `grip` on what is pressed. */
export function useDragged(id: string) {
  const area = useArea();
  useListed(area, 'draggable', id);
  const dragging = useStore(area.store, (state) => state.dragged === id);
  const ref = (node: HTMLElement | null) => {
    if (node) area.nodes.set(id, node);
    else area.nodes.delete(id);
  };
  const grip = {
    onPointerEnter: area.want,
    onPointerDown: ({ nativeEvent }: React.PointerEvent) => {
      const begin = area.begins.get(id);
      if (begin) return begin(nativeEvent);
      area.pressed = { id, event: nativeEvent };
      area.want();
      // Let go of anywhere before the package came, it was no drag.
      const letGo = () => {
        area.pressed = null;
        for (const name of ends) window.removeEventListener(name, letGo, { capture: true });
      };
      for (const name of ends) window.addEventListener(name, letGo, { capture: true });
    },
  };
  return { ref, grip, dragging };
}

/** For what something can be dropped on. */
export function useDropped(id: string) {
  const area = useArea();
  useListed(area, 'droppable', id);
  const over = useStore(area.store, (state) => state.over === id);
  const ref = (node: HTMLElement | null) => {
    if (node) {
      node.setAttribute(PLACE, id);
      area.places.set(id, node);
    } else area.places.delete(id);
  };
  return { ref, over };
}

/** What lies under a point of the window to be dropped on. */
export const placeUnder = (point: readonly [number, number]): string | null =>
  document
    .elementsFromPoint(...point)
    .map((item) => item.closest(`[${PLACE}]`)?.getAttribute(PLACE))
    .find((id) => id) ?? null;
