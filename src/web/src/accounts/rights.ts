import type { Me } from '../api/client';

/** Whether somebody may do a thing, as the server says; what they are not offered the server refuses as well. */
export const may = (me: Me, ...rights: string[]) => rights.some((right) => me.rights.includes(right));
