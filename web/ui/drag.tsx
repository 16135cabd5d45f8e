/** Dragging of lines and headings onto each other. What is dragged stays in its place, and what it would be dropped on is told. */
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** What is pressed is dragged once it moved this far, px. A field that has the focus marks text instead. */
const FAR = 6;
/** Says on an element what is dropped on it. */
const PLACE = 'data-place';
const isTyping = (focus: Element | null, pressed: EventTarget | null): boolean =>
  focus === pressed && focus !== null && focus.matches('input, textarea, select');

class Pointer extends PointerSensor {
  static override activators = [
    {
      eventName: 'onPointerDown' as const,
      handler: ({ nativeEvent }: React.PointerEvent) =>
        nativeEvent.isPrimary && nativeEvent.button === 0 && !isTyping(document.activeElement, nativeEvent.target),
    },
  ];
}

interface Props {
  readonly onDrop: (dragged: string, onto: string) => void;
  /** What goes along with the pointer. */
  readonly shown: (dragged: string) => string;
  readonly children: ReactNode;
}

export function DragArea({ onDrop, shown, children }: Props) {
  const sensors = useSensors(useSensor(Pointer, { activationConstraint: { distance: FAR } }));
  const [dragged, setDragged] = useState<string | null>(null);
  // What the pointer is over when it is let go, and not when it was last drawn: a quick hand is ahead of the picture.
  const pointer = useRef<readonly [number, number] | null>(null);
  useEffect(() => {
    if (dragged === null) return;
    const follow = (event: PointerEvent) => {
      pointer.current = [event.clientX, event.clientY];
    };
    const events = ['pointermove', 'pointerup'] as const;
    for (const name of events) window.addEventListener(name, follow, { capture: true });
    return () => {
      for (const name of events) window.removeEventListener(name, follow, { capture: true });
      pointer.current = null;
    };
  }, [dragged]);
  const under = (): string | null => {
    const stack = pointer.current ? document.elementsFromPoint(...pointer.current) : [];
    return stack.map((item) => item.closest(`[${PLACE}]`)?.getAttribute(PLACE)).find((id) => id) ?? null;
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={false}
      onDragStart={({ active }) => setDragged(String(active.id))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={({ active, over }) => {
        setDragged(null);
        const onto = under() ?? (over ? String(over.id) : null);
        if (onto !== null && onto !== active.id) onDrop(String(active.id), onto);
      }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {dragged !== null && (
          <span
            className="inline-block whitespace-nowrap border px-2 py-0.5 text-[12px]"
            style={{ background: 'var(--sheet)', borderColor: 'var(--lamp)' }}
          >
            {shown(dragged)}
          </span>
        )}
      </DragOverlay>
    </DndContext>
  );
}

/** For what can be dragged: `ref` on the whole of it, `grip` on what is pressed. */
export function useDragged(id: string) {
  const { setNodeRef: ref, listeners: grip, isDragging: dragging } = useDraggable({ id });
  return { ref, grip, dragging };
}

/** For what something can be dropped on. */
export function useDropped(id: string) {
  const { setNodeRef, isOver: over } = useDroppable({ id });
  const ref = (node: HTMLElement | null) => {
    setNodeRef(node);
    node?.setAttribute(PLACE, id);
  };
  return { ref, over };
}
