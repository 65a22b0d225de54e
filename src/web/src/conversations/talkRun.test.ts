import { expect, test } from 'vitest';
import type { EntryView, Talk } from '../api/client';
import { Most, type Run, earlier, later, newestOf, refreshed } from './talkRun';

const entries = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => ({ id: String(from + i), order: from + i }) as EntryView);
const talk = (from: number, to: number, before: number | null, after: number | null = null) =>
  ({ entries: entries(from, to), silences: [], before, after, later: [] as Talk['later'] }) as Talk;
const orders = (run: Run) => [run.entries[0]!.order, run.entries.at(-1)!.order, run.entries.length];

test('what is new stands at the end, and what was taken back is gone', () => {
  const run = earlier(newestOf(talk(101, 132, 101)), talk(69, 100, 69));
  const now = { ...talk(102, 133, 102), entries: entries(102, 133).filter((e) => e.order !== 120) };
  const next = refreshed(run, now);
  expect(orders(next)).toEqual([69, 133, 64]);
  expect(next.after).toBeNull();
});

test('away from the newest nothing moves, and a gap is never closed over', () => {
  const far: Run = { entries: entries(10, 40), before: 10, after: 40 };
  expect(orders(refreshed(far, talk(500, 531, 500)))).toEqual([10, 40, 31]);
  expect(orders(refreshed(newestOf(talk(1, 32, null)), talk(500, 531, 500)))).toEqual([500, 531, 32]);
});

test('beyond the most that is held, the far end is let go and can be read again', () => {
  const full: Run = { entries: entries(1001, 1000 + Most), before: 1001, after: null };
  const back = earlier(full, talk(969, 1000, 969));
  expect(orders(back)).toEqual([969, 968 + Most, Most]);
  expect(back.after).toBe(968 + Most);
  const on = later(back, talk(969 + Most, 1000 + Most, 969 + Most));
  expect(orders(on)).toEqual([1001, 1000 + Most, Most]);
  expect([on.before, on.after]).toEqual([1001, null]);
});
