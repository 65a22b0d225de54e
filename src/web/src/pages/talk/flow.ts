import { type RefObject, useLayoutEffect } from 'react';

/** The lanes that a row of the talk takes room in. */
export type Room = 'inside' | 'outside' | 'both';

/** How far below the top of the one before it an entry begins at least: a line with its time. */
export const Line = 26;

/**
 * Where rows that stand in two lanes begin, in their order: each below the top of the one before it by at least a line,
 * and below the foot of the last in its own lane. So what was said at nearly the same time stands side by side.
 */
export function topsOf(rows: { room: Room; height: number }[]): { tops: number[]; foot: number } {
  const feet = { inside: 0, outside: 0 };
  let before = -Line;
  const tops = rows.map(({ room, height }) => {
    const lanes = room === 'both' ? (['inside', 'outside'] as const) : [room];
    const top = Math.max(before + Line, ...lanes.map((l) => feet[l]));
    for (const l of lanes) feet[l] = top + height;
    before = top;
    return top;
  });
  return { tops, foot: Math.max(feet.inside, feet.outside) };
}

/** Lays the rows of a talk out in their two lanes, and again whenever one of them grows or shrinks. */
export function useFlow(container: RefObject<HTMLElement | null>, twoLanes: boolean, rows: unknown) {
  useLayoutEffect(() => {
    const box = container.current;
    if (!box) return;
    const elements = [...box.querySelectorAll<HTMLElement>(':scope > [data-room]')];
    const lay = () => {
      const heights = elements.map((e) => e.offsetHeight);
      const { tops, foot } = topsOf(
        elements.map((e, i) => ({ room: twoLanes ? (e.dataset.room as Room) : 'both', height: heights[i]! })),
      );
      let end = 0;
      elements.forEach((e, i) => {
        const margin = `${tops[i]! - end}px`;
        if (e.style.marginTop !== margin) e.style.marginTop = margin;
        end = tops[i]! + heights[i]!;
      });
      const rest = `${Math.max(0, foot - end)}px`;
      if (box.style.paddingBottom !== rest) box.style.paddingBottom = rest;
    };
    lay();
    let asked = 0;
    const watch = new ResizeObserver(() => {
      cancelAnimationFrame(asked);
      asked = requestAnimationFrame(lay);
    });
    for (const element of elements) watch.observe(element);
    return () => {
      watch.disconnect();
      cancelAnimationFrame(asked);
    };
  }, [container, twoLanes, rows]);
}
