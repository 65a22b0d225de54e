import type { EntryView } from '../api/client';
import { Kept } from '../api/store';

/** An entry that a sheet is to begin from, as it was picked. */
export type Picked = {
  id: string;
  conversation: string;
  docket: string;
  /** Whether it is ours to answer at once; what is said outside is answered by sending. */
  inside: boolean;
  by: string;
  at: string;
  html: string;
};

/** What is picked in the talk, in the order of being picked; it outlives a reload. */
export const picked = new Kept<Picked[]>('wrenlet.picked', [], { place: sessionStorage, personal: true });

/** Picks an entry, or puts it back. */
export const pick = (entry: EntryView, docket: string) =>
  picked.set((all) =>
    all.some((p) => p.id === entry.id)
      ? all.filter((p) => p.id !== entry.id)
      : [
          ...all,
          {
            id: entry.id,
            conversation: entry.conversation,
            docket,
            inside: entry.kind === 'note',
            by: entry.author?.name ?? '',
            at: entry.at,
            html: entry.html,
          },
        ],
  );

/** Puts back what is picked in a docket. */
export const putBack = (docket: string) => picked.set((all) => all.filter((p) => p.docket !== docket));
