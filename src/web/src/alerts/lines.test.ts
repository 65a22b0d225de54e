import { expect, test } from 'vitest';
import type { AlertView } from '../api/client';
import { linesOf } from './lines';

const alert = (id: number, docket: string, minute: number, read = false) =>
  ({
    id: String(id),
    docket,
    at: new Date(Date.UTC(2026, 3, 14, 8, minute)).toISOString(),
    read,
    forMe: true,
  }) as AlertView;

test('ten of one docket at once are one line, and others stand by themselves', () => {
  const ten = Array.from({ length: 10 }, (_, i) => alert(i, 'J-1042', 40));
  const lines = linesOf([...ten.slice(0, 5), alert(90, 'T-311', 40), ...ten.slice(5)]);
  expect(lines.map((l) => l.alerts.length)).toEqual([10, 1]);
});

test('what is read and what is unread are not one line, nor what lies far apart', () => {
  const lines = linesOf([alert(1, 'J-1', 59), alert(2, 'J-1', 58), alert(3, 'J-1', 57, true), alert(4, 'J-1', 5)]);
  expect(lines.map((l) => l.alerts.length)).toEqual([1, 1, 1, 1]);
});
