let last: string | null = null;

/** Says which message was put aside on this page just now. */
export const keptLater = (id: string) => {
  last = id;
};

/** Whether a message is that one; asked once, so that it is brought into sight once. */
export function wasKeptHere(id: string) {
  if (last !== id) return false;
  last = null;
  return true;
}
