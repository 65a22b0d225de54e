import { type RefObject, useEffect, useState } from 'react';

/** How wide an element is just now, in CSS pixels; null before it is drawn. */
export function useWidth(of: RefObject<HTMLElement | null>) {
  const [width, setWidth] = useState<number | null>(null);
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, [of]);
  return width;
}
