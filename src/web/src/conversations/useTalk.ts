import { useCallback, useEffect, useReducer, useRef } from 'react';
import { type Talk, api, taken } from '../api/client';
import { whenEntryChanges } from '../api/live';
import { type Run, earlier, later, newestOf, refreshed } from './talkRun';
import { sayWrong } from '../ui/toasts';

/** Which part of a talk to read; none of these for the newest. */
export type Span = { before?: number; after?: number; around?: string; day?: string };

export type ReadTalk = (span: Span) => Promise<Talk>;

/** Reads the talk of a docket, or of a conversation that has none. */
export const readTalk =
  (reference: string | null, id: string): ReadTalk =>
  (query) =>
    reference
      ? taken(api.GET('/api/dockets/{reference}/talk', { params: { path: { reference }, query } }))
      : taken(api.GET('/api/conversations/{id}/entries', { params: { path: { id }, query } }));

/** The entries that one is at, read on at both ends; the newest keep themselves up to date. */
export function useTalk(talk: Talk, read: ReadTalk) {
  const run = useRef<Run>(newestOf(talk));
  const known = useRef<Talk>(talk);
  const busy = useRef(false);
  const [, draw] = useReducer((n: number) => n + 1, 0);
  if (known.current !== talk) {
    known.current = talk;
    run.current = refreshed(run.current, talk);
  }
  const become = useCallback((next: Run) => {
    run.current = next;
    draw();
  }, []);
  useEffect(
    () =>
      whenEntryChanges((id, entry) => {
        const before = run.current;
        if (!before.entries.some((e) => e.id === id)) return;
        become({
          ...before,
          entries: entry
            ? before.entries.map((e) =>
                e.id === id ? { ...entry, tasks: entry.tasks.length > 0 ? entry.tasks : e.tasks } : e,
              )
            : before.entries.filter((e) => e.id !== id),
        });
      }),
    [become],
  );
  const go = useCallback(
    async (span: Span, then: (run: Run, page: Talk) => Run) => {
      if (busy.current) return;
      busy.current = true;
      try {
        become(then(run.current, await read(span)));
      } catch (wrong) {
        sayWrong(wrong);
      } finally {
        busy.current = false;
      }
    },
    [become, read],
  );
  return {
    ...run.current,
    newest: talk.entries.at(-1)?.order ?? 0,
    readEarlier: useCallback(
      () => (run.current.before === null ? Promise.resolve() : go({ before: run.current.before }, earlier)),
      [go],
    ),
    readLater: useCallback(
      () => (run.current.after === null ? Promise.resolve() : go({ after: run.current.after }, later)),
      [go],
    ),
    /** Goes to another part of the talk, and lets go of this one. */
    jump: useCallback((span: Span) => go(span, (_, page) => ({ ...page })), [go]),
    toNewest: useCallback(() => become(newestOf(known.current)), [become]),
  };
}
