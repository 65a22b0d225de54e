import type { AlertView } from '../api/client';

/** An alert that shows itself; with how many more came from the same place. */
export type PopUp = { alert: AlertView; more: number };

let shown: readonly PopUp[] = [];
const listeners = new Set<() => void>();

function set(next: readonly PopUp[]) {
  shown = next;
  for (const listener of listeners) listener();
}

/** What pops up, the newest first; each stays until it is dismissed or gone to. */
export const popUps = {
  all: () => shown,
  subscribe: (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  },
  show: (one: PopUp) => set([one, ...shown.filter((p) => p.alert.id !== one.alert.id)]),
  dismiss: (id: string) => set(shown.filter((p) => p.alert.id !== id)),
  dismissAll: () => set([]),
};
