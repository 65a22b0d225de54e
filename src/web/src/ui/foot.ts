import { type RefObject, useEffect, useSyncExternalStore } from 'react';

/** How high what stands at the foot reaches, of each that does, in pixels from the window's lower edge. */
const feet = new Map<Element, number>();

const reach = () => Math.max(0, ...feet.values());

const heard = new Set<() => void>();

const tell = () => heard.forEach((hear) => hear());

const hear = (changed: () => void) => {
  heard.add(changed);
  return () => void heard.delete(changed);
};

/**
 * How high what stands at the foot reaches. Told to who asks, and not as a property of the whole document: the browser would
 * work out the style of everything on it anew.
 */
export const useReach = () => useSyncExternalStore(hear, reach);

/** Says how high something at the foot of a page reaches, so that toasts stand above it. */
export function useFoot(of: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    const measure = () => {
      const { top, height } = element.getBoundingClientRect();
      const reaches = window.innerHeight - top;
      // What is no longer at the foot, or has the page for itself, is in nobody's way.
      feet.set(element, height > 0 && reaches < window.innerHeight * 0.6 ? reaches : 0);
      tell();
    };
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    window.addEventListener('resize', measure);
    return () => {
      watch.disconnect();
      window.removeEventListener('resize', measure);
      feet.delete(element);
      tell();
    };
  }, [of]);
}
