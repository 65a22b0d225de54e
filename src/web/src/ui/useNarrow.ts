import { useSyncExternalStore } from 'react';

const query = window.matchMedia('(max-width: 767px)');

/** Whether the window is as narrow as a phone. */
export const useNarrow = () =>
  useSyncExternalStore(
    (l) => {
      query.addEventListener('change', l);
      return () => query.removeEventListener('change', l);
    },
    () => query.matches,
  );
