import { Kept } from '../api/store';

/** The conversation that one carries at the foot of the window while looking elsewhere; null for none. */
export const carried = new Kept<{ id: string; open: boolean } | null>('wrenlet.carried', null, { personal: true });

/** Takes a conversation along. */
export const carry = (id: string) => carried.set({ id, open: true });

/** Puts it down where it belongs. */
export const putDown = () => carried.set(null);
