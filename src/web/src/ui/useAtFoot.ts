import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';

/** How near to its end, in pixels, a box is taken to be at its foot. */
const near = 40;

/**
 * Keeps a box that scrolls at its foot: when there is something newer, and while it is there also when what it holds
 * grows, as letters and pictures do when they arrive. Whoever has scrolled up stays where they read.
 */
export function useAtFoot(
  box: RefObject<HTMLElement | null>,
  body: RefObject<HTMLElement | null>,
  newest: string | undefined,
) {
  const atFoot = useRef(true);
  const toFoot = () => {
    if (box.current) box.current.scrollTop = box.current.scrollHeight;
  };
  useLayoutEffect(() => {
    atFoot.current = true;
    toFoot();
  }, [newest]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    const scrolls = box.current!;
    const scrolled = () => {
      atFoot.current = scrolls.scrollHeight - scrolls.scrollTop - scrolls.clientHeight < near;
    };
    const watch = new ResizeObserver(() => atFoot.current && toFoot());
    watch.observe(scrolls);
    watch.observe(body.current!);
    scrolls.addEventListener('scroll', scrolled, { passive: true });
    return () => {
      watch.disconnect();
      scrolls.removeEventListener('scroll', scrolled);
    };
  }, []); // eslint-disable-line react-hooks/exhaustive-deps
}
