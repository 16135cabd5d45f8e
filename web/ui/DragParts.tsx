/** The package that drags, beside what is dragged: each element of an area has its part here, which shows nothing. */
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
import { useEffect, useLayoutEffect, useRef } from 'react';
import { useStore } from 'zustand';
import { type Area, placeUnder } from './drag';

/** What is pressed is dragged once it moved this far, px. A field that has the focus marks text instead. */
const FAR = 6;
const isTyping = (focus: Element | null, pressed: EventTarget | null): boolean =>
  focus === pressed && focus !== null && focus.matches('input, textarea, select');

class Pointer extends PointerSensor {
  static override activators = [
    {
      eventName: 'onPointerDown' as const,
      handler: ({ nativeEvent }: Pick<React.PointerEvent, 'nativeEvent'>) =>
        nativeEvent.isPrimary && nativeEvent.button === 0 && !isTyping(document.activeElement, nativeEvent.target),
    },
  ];
}

function Draggable({ area, id }: { readonly area: Area; readonly id: string }) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id });
  const press = useRef(listeners);
  useLayoutEffect(() => {
    press.current = listeners;
    setNodeRef(area.nodes.get(id) ?? null);
  });
  useEffect(() => {
    const begin = (nativeEvent: PointerEvent) => press.current?.onPointerDown?.({ nativeEvent });
    area.begins.set(id, begin);
    const { pressed } = area;
    if (pressed?.id === id) {
      area.pressed = null;
      begin(pressed.event);
    }
    return () => void area.begins.delete(id);
  }, [area, id]);
  useEffect(() => {
    if (!isDragging) return;
    area.store.setState({ dragged: id });
    return () => area.store.setState({ dragged: null });
  }, [area, id, isDragging]);
  return null;
}
function Droppable({ area, id }: { readonly area: Area; readonly id: string }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  useLayoutEffect(() => setNodeRef(area.places.get(id) ?? null));
  useEffect(() => {
    if (!isOver) return;
    area.store.setState({ over: id });
    return () => area.store.setState((state) => (state.over === id ? { over: null } : {}));
  }, [area, id, isOver]);
  return null;
}

interface Props {
  readonly area: Area;
  readonly onDrop: (dragged: string, onto: string) => void;
  readonly shown: (dragged: string) => string;
}
export function DragParts({ area, onDrop, shown }: Props) {
  const sensors = useSensors(useSensor(Pointer, { activationConstraint: { distance: FAR } }));
  const draggable = useStore(area.store, (state) => state.draggable);
  const droppable = useStore(area.store, (state) => state.droppable);
  const dragged = useStore(area.store, (state) => state.dragged);
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
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={false}
      onDragEnd={({ active, over }) => {
        const onto = (pointer.current && placeUnder(pointer.current)) ?? (over ? String(over.id) : null);
        if (onto !== null && onto !== active.id) onDrop(String(active.id), onto);
      }}
    >
      {[...draggable].map((id) => (
        <Draggable key={id} area={area} id={id} />
      ))}
      {[...droppable].map((id) => (
        <Droppable key={id} area={area} id={id} />
      ))}
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
