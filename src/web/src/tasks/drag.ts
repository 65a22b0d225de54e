import { type DragEvent, useState } from 'react';

const kind = 'application/x-wrenlet-task';

/** What makes something draggable that stands for a task. */
export const dragging = (id: string) => ({
  draggable: true,
  onDragStart: (e: DragEvent) => {
    e.dataTransfer.setData(kind, id);
    e.dataTransfer.effectAllowed = 'move';
  },
});

/** A place where a task can be put down; it shows while one is over it. */
export function useDrop(put: (id: string) => void) {
  const [over, setOver] = useState(false);
  return {
    over,
    drop: {
      onDragOver: (e: DragEvent) => {
        if (!e.dataTransfer.types.includes(kind)) return;
        e.preventDefault();
        e.stopPropagation();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop: (e: DragEvent) => {
        const id = e.dataTransfer.getData(kind);
        setOver(false);
        if (!id) return;
        e.preventDefault();
        e.stopPropagation();
        put(id);
      },
    },
  };
}
