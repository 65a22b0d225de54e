import { useInfiniteQuery } from '@tanstack/react-query';
import { type TableWish, api, taken } from '../../api/client';
import { Kept } from '../../api/store';

/** How one looks at the table of dockets. */
export type Look = {
  open: boolean;
  kind: string | null;
  filters: NonNullable<TableWish['filters']>;
  sortBy: string | null;
  down: boolean;
  groupBy: string | null;
  columns: string[];
  byStage?: boolean;
};

export const usual: Look = {
  open: true,
  kind: null,
  filters: [],
  sortBy: 'last',
  down: true,
  groupBy: null,
  columns: [],
};

/** It stays across visits. */
export const look = new Kept<Look>('wrenlet.dockets', usual);

export const wishOf = (now: Look, words: string): TableWish => {
  const { byStage: _byStage, ...wish } = now;
  return { ...wish, words, after: null };
};

/** The table as it is looked at, a hundred lines at a time. */
export const useTable = (now: Look, words: string) =>
  useInfiniteQuery({
    queryKey: ['dockets', 'table', now, words],
    queryFn: ({ pageParam }) =>
      taken(api.POST('/api/dockets/table', { body: { ...wishOf(now, words), after: pageParam } })),
    initialPageParam: null as string | null,
    getNextPageParam: (last) => (last.more ? (last.lines.at(-1)?.row.ref ?? null) : null),
    placeholderData: (before) => before,
  });
