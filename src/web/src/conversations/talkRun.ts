import type { EntryView, Talk } from '../api/client';

/** An unbroken run of a talk: its entries in order, and the cursors at its ends; after is null where it is the newest. */
export type Run = { entries: EntryView[]; before: number | null; after: number | null };

/** So many entries are held at once; beyond it the end that one moves away from is let go, and read again on the way back. */
export const Most = 200;

export const newestOf = (talk: Talk): Run => ({ entries: talk.entries, before: talk.before, after: null });

/** With the newest talk as it is now: what is new stands at the end, what was taken back is gone. Elsewhere nothing moves. */
export function refreshed(run: Run, talk: Talk): Run {
  const now = new Map(talk.entries.map((e) => [e.id, e]));
  if (run.after !== null) return { ...run, entries: run.entries.map((e) => now.get(e.id) ?? e) };
  const oldest = talk.entries[0]?.order ?? Infinity;
  const last = run.entries.at(-1)?.order ?? 0;
  // More has come than one page holds: what lies between is not known, so it begins anew.
  if (talk.before !== null && oldest > last && run.entries.length > 0) return newestOf(talk);
  return { ...run, entries: [...run.entries.filter((e) => e.order < oldest), ...talk.entries] };
}

export function earlier(run: Run, page: Talk): Run {
  const entries = [...page.entries, ...run.entries];
  return entries.length > Most
    ? { entries: entries.slice(0, Most), before: page.before, after: entries[Most - 1]!.order }
    : { entries, before: page.before, after: run.after };
}

export function later(run: Run, page: Talk): Run {
  const last = run.entries.at(-1)?.order ?? 0;
  const entries = [...run.entries, ...page.entries.filter((e) => e.order > last)];
  return entries.length > Most
    ? { entries: entries.slice(-Most), before: entries.at(-Most)!.order, after: page.after }
    : { entries, before: run.before, after: page.after };
}
