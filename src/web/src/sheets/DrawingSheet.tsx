import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { type PointerEvent, Suspense, lazy, useEffect, useRef, useState } from 'react';
import type { FileView } from '../api/client';
import { IconButton, cx } from '../ui/controls';
import * as texts from './texts';

const Pdf = lazy(() => import('../conversations/Pdf').then((m) => ({ default: m.Pdf })));

const Least = 0.25;
const Most = 12;

/** A drawing: fitted to the window, enlarged about the pointer, and moved by dragging. */
export function DrawingSheet({ file, name }: { file: FileView; name: string }) {
  const box = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const drag = useRef<{ x: number; y: number } | null>(null);
  const [dragging, setDragging] = useState(false);
  // What is under the pointer, as a part of the whole, stays under it.
  const kept = useRef<{ x: number; y: number; left: number; top: number } | null>(null);
  const enlarge = (by: number, at?: { x: number; y: number }) => {
    const area = box.current!;
    const edge = area.getBoundingClientRect();
    const left = at ? at.x - edge.left : area.clientWidth / 2;
    const top = at ? at.y - edge.top : area.clientHeight / 2;
    kept.current = {
      x: (area.scrollLeft + left) / area.scrollWidth,
      y: (area.scrollTop + top) / area.scrollHeight,
      left,
      top,
    };
    setZoom((z) => Math.min(Most, Math.max(Least, z * by)));
  };
  useEffect(() => {
    const area = box.current;
    if (!area || !kept.current) return;
    const { x, y, left, top } = kept.current;
    kept.current = null;
    area.scrollLeft = x * area.scrollWidth - left;
    area.scrollTop = y * area.scrollHeight - top;
  }, [zoom]);
  useEffect(() => {
    const area = box.current;
    if (!area) return;
    // React listens to the wheel passively, and then the page would zoom as well.
    const wheel = (e: WheelEvent) => {
      if (!e.ctrlKey && !e.metaKey) return;
      e.preventDefault();
      enlarge(Math.exp(-e.deltaY / 300), { x: e.clientX, y: e.clientY });
    };
    area.addEventListener('wheel', wheel, { passive: false });
    return () => area.removeEventListener('wheel', wheel);
  }, []);
  if (file.shown === 'pdf')
    return (
      <div tabIndex={0} role="region" aria-label={name} className="min-h-0 flex-1 overflow-auto bg-paper">
        <Suspense fallback={null}>
          <Pdf address={`/api/files/${file.id}`} name={file.name} />
        </Suspense>
      </div>
    );
  const move = (e: PointerEvent) => {
    if (!drag.current) return;
    box.current!.scrollBy(drag.current.x - e.clientX, drag.current.y - e.clientY);
    drag.current = { x: e.clientX, y: e.clientY };
  };
  return (
    <div className="relative flex min-h-0 flex-1">
      <div
        ref={box}
        tabIndex={0}
        role="region"
        aria-label={texts.plusMinusEnlargeArrows(name)}
        onKeyDown={(e) => {
          if (e.key === '+' || e.key === '=') enlarge(1.25);
          else if (e.key === '-') enlarge(0.8);
          else if (e.key === '0') setZoom(1);
          else return;
          e.preventDefault();
        }}
        onPointerDown={(e) => {
          if (e.button !== 0 || e.pointerType === 'touch') return;
          drag.current = { x: e.clientX, y: e.clientY };
          setDragging(true);
          e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={move}
        onPointerUp={() => {
          drag.current = null;
          setDragging(false);
        }}
        className={cx('min-h-0 flex-1 overflow-auto bg-paper', dragging ? 'cursor-grabbing' : 'cursor-grab')}
      >
        <div
          className="grid place-items-center p-4"
          style={{ width: `${zoom * 100}%`, height: `${zoom * 100}%`, minWidth: '100%', minHeight: '100%' }}
        >
          <img
            src={`/api/files/${file.id}`}
            alt={name}
            draggable={false}
            className="h-full w-full select-none object-contain"
          />
        </div>
      </div>
      <p className="absolute bottom-3 right-5 flex items-center gap-1 rounded-card border bg-surface px-1 text-[12.5px] tabular-nums">
        <IconButton label={texts.smaller} onClick={() => enlarge(0.8)} disabled={zoom <= Least}>
          <ZoomOut size={15} />
        </IconButton>
        <span className="w-11 text-center">{Math.round(zoom * 100)} %</span>
        <IconButton label={texts.larger} onClick={() => enlarge(1.25)} disabled={zoom >= Most}>
          <ZoomIn size={15} />
        </IconButton>
        <IconButton label={texts.fitToWindow} onClick={() => setZoom(1)} disabled={zoom === 1}>
          <Maximize size={14} />
        </IconButton>
      </p>
    </div>
  );
}
