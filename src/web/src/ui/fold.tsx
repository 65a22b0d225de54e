import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { api, taken } from '../api/client';
import { keys } from '../api/queries';
import * as texts from './texts';

/** How many of a list stay in sight: those that are not over, and of the others what one's own setting leaves. */
export function foldAt(
  over: (string | null)[],
  rule: { most: number | null; before: string | null } | undefined,
): number {
  if (!rule) return over.length;
  let gone = 0;
  const at = over.findIndex(
    (o) => o !== null && (++gone > (rule.most ?? Infinity) || (rule.before !== null && o < rule.before)),
  );
  return at < 0 ? over.length : at;
}

export const useFolding = () =>
  useQuery({ queryKey: keys.folding, queryFn: () => taken(api.GET('/api/folding')), staleTime: 300_000 });

type Props<T> = {
  what: 'alerts' | 'kept' | 'asks' | 'conversations';
  all: T[];
  /** When one was over; null while it is not. */
  over: (one: T) => string | null;
  children: (shown: T[]) => ReactNode;
};

/** A list, the newest first, of which what is long over is a press away. */
export function Fold<T>({ what, all, over, children }: Props<T>) {
  const { data } = useFolding();
  const [whole, setWhole] = useState(false);
  const at = whole
    ? all.length
    : foldAt(
        all.map(over),
        data?.find((f) => f.what === what),
      );
  return (
    <>
      {children(all.slice(0, at))}
      {at < all.length || whole ? (
        <button
          type="button"
          aria-expanded={whole}
          onClick={() => setWhole(!whole)}
          className="min-h-6 rounded-[3px] px-1 text-[13px] text-soft hover:text-ink hover:underline max-md:min-h-[44px]"
        >
          {whole ? texts.foldAgain : texts.showOlder(all.length - at)}
        </button>
      ) : null}
    </>
  );
}
