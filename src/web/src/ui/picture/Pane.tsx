import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { cx } from '../controls';
import { type Ground, type Viewpoint, fitted, zoomed } from './viewpoint';

export type Point = { x: number; y: number };
export type Area = { x: number; y: number; width: number; height: number };

type Props = {
  drawing: Ground;
  /** What is looked at; null for all of it. */
  view: Viewpoint | null;
  onView: (view: Viewpoint) => void;
  label: string;
  /** Whether a drag marks an area instead of moving the drawing. */
  marking?: boolean;
  onSpot?: (at: Point) => void;
  onArea?: (area: Area) => void;
  /** What is drawn, as large as the drawing. */
  children: ReactNode;
  /** What lies over it, in the window's own pixels. */
  over?: (toWindow: (at: Point) => Point, view: Viewpoint) => ReactNode;
  onSize?: (size: { width: number; height: number }) => void;
  /** Goes to another page: the next one, or the one before. */
  onPage?: (step: 1 | -1) => void;
};

/** So large is a drawing laid out, whatever its units are; the rest is scaling. */
export const laidOut = 1200;

/** A window on a drawing: moved by dragging, enlarged about the pointer; two of them can be moved together. */
export function Pane({ drawing, view, onView, label, marking, onSpot, onArea, children, over, onSize, onPage }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const area = box.current!;
    const watch = new ResizeObserver(() => {
      const next = { width: area.clientWidth, height: area.clientHeight };
      setSize(next);
      onSize?.(next);
    });
    watch.observe(area);
    return () => watch.disconnect();
  }, [onSize]);
  const fit = size.width > 0 ? fitted(drawing, size.width, size.height) : null;
  const now = view ?? fit;
  const state = useRef({ now, fit, size, onView, onPage, drawing });
  state.current = { now, fit, size, onView, onPage, drawing };
  const nearer = (by: number, at: Point = { x: 0, y: 0 }) => {
    const { now: v, fit: f } = state.current;
    if (v && f) state.current.onView(zoomed(v, by, f.zoom, at));
  };
  const move = (dx: number, dy: number) => {
    const v = state.current.now;
    if (v) state.current.onView({ ...v, x: v.x - dx / v.zoom, y: v.y - dy / v.zoom });
  };
  useEffect(() => {
    const area = box.current!;
    // React listens to the wheel passively, and then the page would zoom as well.
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const edge = area.getBoundingClientRect();
      if (e.ctrlKey || e.metaKey)
        nearer(Math.exp(-e.deltaY / 300), {
          x: e.clientX - edge.left - edge.width / 2,
          y: e.clientY - edge.top - edge.height / 2,
        });
      else {
        const { now: v, size: s, drawing: d, onPage: turn } = state.current;
        const reach = v ? s.height / 2 / v.zoom : 0;
        // At the foot of a page one reads on at the top of the next.
        if (turn && v && e.deltaY > 0 && v.y + reach >= d.y + d.height) turn(1);
        else if (turn && v && e.deltaY < 0 && v.y - reach <= d.y) turn(-1);
        else move(-e.deltaX, -e.deltaY);
      }
    };
    area.addEventListener('wheel', wheel, { passive: false });
    return () => area.removeEventListener('wheel', wheel);
  }, []); // eslint-disable-line react-hooks/exhaustive-deps

  const toDrawing = (e: { clientX: number; clientY: number }): Point => {
    const edge = box.current!.getBoundingClientRect();
    const v = state.current.now!;
    return {
      x: v.x + (e.clientX - edge.left - edge.width / 2) / v.zoom,
      y: v.y + (e.clientY - edge.top - edge.height / 2) / v.zoom,
    };
  };
  const fingers = useRef(new Map<number, Point>());
  const gesture = useRef<{ from: Point; start: Point; moved: boolean; area: boolean } | null>(null);
  const [drawn, setDrawn] = useState<Area | null>(null);
  const down = (e: PointerEvent) => {
    if (e.button !== 0 || (e.target as HTMLElement).closest('button')) return;
    // Words of a page are selected with the mouse; what is dragged beside them moves the page.
    if (e.pointerType === 'mouse' && !e.shiftKey && !marking && (e.target as HTMLElement).closest('[data-words] span'))
      return;
    e.currentTarget.setPointerCapture(e.pointerId);
    fingers.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
    gesture.current = {
      from: { x: e.clientX, y: e.clientY },
      start: toDrawing(e),
      moved: fingers.current.size > 1,
      area: (e.shiftKey || marking === true) && onArea !== undefined,
    };
  };
  const drag = (e: PointerEvent) => {
    const before = fingers.current.get(e.pointerId);
    const held = gesture.current;
    if (!before || !held) return;
    const others = [...fingers.current].filter(([id]) => id !== e.pointerId).map(([, p]) => p);
    const here = { x: e.clientX, y: e.clientY };
    fingers.current.set(e.pointerId, here);
    if (others.length === 1) {
      // Two fingers: how far they are apart says how near one is.
      const other = others[0]!;
      const apart = (p: Point) => Math.hypot(p.x - other.x, p.y - other.y);
      const edge = box.current!.getBoundingClientRect();
      held.moved = true;
      nearer(apart(here) / Math.max(1, apart(before)), {
        x: (here.x + other.x) / 2 - edge.left - edge.width / 2,
        y: (here.y + other.y) / 2 - edge.top - edge.height / 2,
      });
      return;
    }
    if (!held.moved && Math.hypot(here.x - held.from.x, here.y - held.from.y) < 5) return;
    held.moved = true;
    if (held.area) {
      const to = toDrawing(e);
      setDrawn({
        x: Math.min(held.start.x, to.x),
        y: Math.min(held.start.y, to.y),
        width: Math.abs(to.x - held.start.x),
        height: Math.abs(to.y - held.start.y),
      });
    } else move(here.x - before.x, here.y - before.y);
  };
  const up = (e: PointerEvent) => {
    if (!fingers.current.delete(e.pointerId)) return;
    const held = gesture.current;
    if (fingers.current.size > 0 || !held) return;
    gesture.current = null;
    if (drawn) {
      setDrawn(null);
      onArea?.(drawn);
    } else if (!held.moved) onSpot?.(held.start);
  };
  const key = (e: KeyboardEvent) => {
    const step = 60;
    const acts: Record<string, () => void> = {
      '+': () => nearer(1.25),
      '=': () => nearer(1.25),
      '-': () => nearer(0.8),
      '0': () => fit && onView(fit),
      ArrowLeft: () => move(step, 0),
      ArrowRight: () => move(-step, 0),
      ArrowUp: () => move(0, step),
      ArrowDown: () => move(0, -step),
      Enter: () => now && onSpot?.({ x: now.x, y: now.y }),
      PageDown: () => onPage?.(1),
      PageUp: () => onPage?.(-1),
    };
    if (e.target !== box.current || !acts[e.key] || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    acts[e.key]!();
  };
  const unit = laidOut / Math.max(drawing.width, drawing.height);
  const toWindow = (at: Point): Point => ({
    x: size.width / 2 + (at.x - now!.x) * now!.zoom,
    y: size.height / 2 + (at.y - now!.y) * now!.zoom,
  });
  const corner = now && size.width > 0 ? toWindow({ x: drawing.x, y: drawing.y }) : null;
  return (
    <div
      ref={box}
      tabIndex={0}
      role="region"
      aria-label={label}
      onKeyDown={key}
      onPointerDown={down}
      onPointerMove={drag}
      onPointerUp={up}
      onPointerCancel={up}
      className={cx(
        'relative min-h-0 min-w-0 flex-1 touch-none select-none overflow-hidden bg-paper',
        marking ? 'cursor-crosshair' : 'cursor-grab active:cursor-grabbing',
      )}
    >
      {corner && now ? (
        <>
          <div
            className="absolute left-0 top-0 origin-top-left"
            style={{
              width: drawing.width * unit,
              height: drawing.height * unit,
              transform: `translate(${corner.x}px, ${corner.y}px) scale(${now.zoom / unit})`,
            }}
          >
            {children}
          </div>
          {over?.(toWindow, now)}
          {drawn ? (
            <div
              aria-hidden
              className="pointer-events-none absolute border-2 border-dashed border-wren bg-wren-wash/40"
              style={{
                left: toWindow(drawn).x,
                top: toWindow(drawn).y,
                width: drawn.width * now.zoom,
                height: drawn.height * now.zoom,
              }}
            />
          ) : null}
        </>
      ) : null}
    </div>
  );
}
