import { useEffect, useRef, useState } from 'react';

/**
 * What a list shows, as it was while a pointer is down on it: rows that change places between pressing and letting go would
 * be missed, or another be taken for them.
 */
export function useStill<T>(value: T): [T, { onPointerDownCapture: () => void }] {
  const [held, setHeld] = useState<{ value: T } | null>(null);
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  }, [value]);
  useEffect(() => {
    if (!held) return;
    // The click comes after the letting go.
    let timer: ReturnType<typeof setTimeout> | undefined;
    const release = () => {
      timer = setTimeout(() => setHeld(null));
    };
    addEventListener('pointerup', release);
    addEventListener('pointercancel', release);
    return () => {
      clearTimeout(timer);
      removeEventListener('pointerup', release);
      removeEventListener('pointercancel', release);
    };
  }, [held]);
  return [held ? held.value : value, { onPointerDownCapture: () => setHeld({ value: latest.current }) }];
}
