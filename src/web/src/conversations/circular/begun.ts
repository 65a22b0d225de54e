import { v7 as newId } from 'uuid';
import { Kept } from '../../api/store';

/** A message to many that is being written: it outlives the page. */
export type Begun = {
  /** The same id for the same message, over reloads: sent again, it is one. */
  id: string;
  refs: string[];
  words: string;
  /** Words that were changed for one conversation. */
  changed: Record<string, string>;
  /** Whether it goes to a conversation, where that was decided by hand. */
  chosen: Record<string, boolean>;
  /** Where it goes in spite of the leak check. */
  knowing: string[];
};

export const begun = new Kept<Begun | null>('wrenlet.circular', null, { personal: true });

/** Begins a message to the parties of dockets; words that were written before stay. */
export const beginCircular = (refs: string[]) =>
  begun.set((before) => ({ id: newId(), refs, words: before?.words ?? '', changed: {}, chosen: {}, knowing: [] }));
