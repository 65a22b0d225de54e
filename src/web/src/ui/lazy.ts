import { type ComponentType, lazy as ofReact } from 'react';

/** Fetches a script. While the line is gone it waits for the line: a page does not stop for want of a part of it. */
export async function fetched<T>(load: () => Promise<T>): Promise<T> {
  for (let again = true; ;)
    try {
      return await load();
    } catch (wrong) {
      if (!navigator.onLine) await new Promise((go) => addEventListener('online', go, { once: true }));
      // The line may have come back before this was heard of.
      else if (again) again = false;
      else throw wrong;
    }
}

/** React's lazy, which waits for the line where it is gone. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export const lazy = <T extends ComponentType<any>>(load: () => Promise<{ default: T }>) => ofReact(() => fetched(load));
