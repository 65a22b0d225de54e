import { v7 as newId } from 'uuid';
import { Kept } from '../api/store';

export type Note = {
  id: string;
  docket: string;
  who: string;
  number: string;
  about: string;
  callBack: string;
  for: string;
};

const blank = (docket: string): Note => ({
  id: newId(),
  docket,
  who: '',
  number: '',
  about: '',
  callBack: '',
  for: '',
});

/** The note of the call one is on; it stays through pages and reloads until it is put down. */
export const callNote = new Kept<Note | null>('wrenlet.call', null, { personal: true });

/** Begins a note while on the telephone. */
export const beginCall = (path: string) => {
  if (callNote.get() === null) callNote.set(blank(/^\/dockets\/([^/]+)/.exec(path)?.[1] ?? ''));
};
