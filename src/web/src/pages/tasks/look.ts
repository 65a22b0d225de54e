import { Kept } from '../../api/store';
import { type Arrangement, usual } from '../../tasks/arrange';

export type Way = 'next' | 'table' | 'columns' | 'month' | 'load';

export type Look = { way: Way; scope: string; how: Arrangement; list: string | null };

/** How one looks at tasks; it stays across visits. */
export const look = new Kept<Look>('wrenlet.tasks', { way: 'next', scope: 'mine', how: usual, list: null });
