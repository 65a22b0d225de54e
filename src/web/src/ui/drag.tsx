import {
  type CollisionDetection,
  DndContext,
  DragOverlay,
  MouseSensor,
  TouchSensor,
  pointerWithin,
  rectIntersection,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { type ReactNode, useId, useState } from 'react';

type Held = { id: string; title: string };
type Place = { put: (id: string) => void; hover?: (id: string) => void };

/** What lies innermost under the pointer takes it; without a pointer, what is covered most. */
const innermost: CollisionDetection = (args) => {
  const under = pointerWithin(args);
  if (under.length === 0) return rectIntersection(args);
  const area = (id: string | number) => {
    const box = args.droppableRects.get(id);
    return box ? box.width * box.height : Infinity;
  };
  return [...under].sort((a, b) => area(a.id) - area(b.id)).slice(0, 1);
};

/**
 * Within it things are dragged from place to place: with the mouse, and by touch after a moment's holding, so that a
 * finger that scrolls moves nothing. By keyboard each place has keys of its own.
 */
export function DragRoom({ children, onCancel }: { children: ReactNode; onCancel?: () => void }) {
  const [held, setHeld] = useState<Held | null>(null);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={innermost}
      onDragStart={({ active }) => setHeld(active.data.current as Held)}
      onDragCancel={() => {
        setHeld(null);
        onCancel?.();
      }}
      onDragOver={({ active, over }) =>
        (over?.data.current as Place | undefined)?.hover?.((active.data.current as Held).id)
      }
      onDragEnd={({ active, over }) => {
        setHeld(null);
        if (!over) onCancel?.();
        (over?.data.current as Place | undefined)?.put((active.data.current as Held).id);
      }}
    >
      {children}
      <DragOverlay dropAnimation={null}>
        {held ? (
          <span className="block w-fit max-w-64 truncate rounded-[3px] border border-wren bg-surface px-2 py-1 text-[13px] shadow-lg">
            {held.title}
          </span>
        ) : null}
      </DragOverlay>
    </DndContext>
  );
}

/** What makes something draggable that stands for a thing. */
export function useDragging(id: string, title: string) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: useId(), data: { id, title } satisfies Held });
  return { held: isDragging, drag: { ref: setNodeRef, ...listeners } };
}

/** A place where a thing can be put down; it shows while one is over it, and may say what would become of it. */
export function useDrop(put: (id: string) => void, hover?: (id: string) => void) {
  const { setNodeRef, isOver } = useDroppable({ id: useId(), data: { put, hover } satisfies Place });
  return { over: isOver, drop: { ref: setNodeRef } };
}

/** The refs of something that is both dragged and a place to put something down. */
export const bothRefs =
  (...refs: ((node: HTMLElement | null) => void)[]) =>
  (node: HTMLElement | null) =>
    refs.forEach((set) => set(node));
