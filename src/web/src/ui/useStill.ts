import { useEffect, useRef, useState } from 'react';

/**
 * What a list shows, as it was while a pointer is down on it: rows that change places between pressing and letting go would
 * be missed, or another be taken for them.
 *
 * @param everywhere Whether it stays as it was wherever a pointer is down: it stands above what else may be pressed, and pushes
 *   that down when it comes.
 */
export function useStill<T>(value: T, everywhere = false): [T, { onPointerDownCapture: () => void }] {
  const [held, setHeld] = useState<{ value: T } | null>(null);
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  }, [value]);
  useEffect(() => {
    if (!everywhere) return;
    const hold = () => setHeld({ value: latest.current });
    addEventListener('pointerdown', hold, true);
    return () => removeEventListener('pointerdown', hold, true);
  }, [everywhere]);
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
