import { useEffect, useState } from 'react';

/** A value once it has not changed for a while: what is typed is asked for when the hand rests, not at each letter. */
export function useRested<T>(value: T, milliseconds: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return rested;
}
