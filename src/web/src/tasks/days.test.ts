import { expect, test } from 'vitest';
import { setFirmTime } from '../ui/time';
import { dayName, daysBetween, mondayOf, monthName, monthOn, moved, plusDays, today } from './days';

setFirmTime('Europe/Lisbon', '2026-04-14T07:40:00Z', true);

test('days are counted over months and years', () => {
  expect(today()).toBe('2026-04-14');
  expect(plusDays('2026-12-31', 1)).toBe('2027-01-01');
  expect(daysBetween('2026-02-27', '2026-03-02')).toBe(3);
  expect(monthOn('2026-01-31', 1)).toBe('2026-02-01');
  expect(monthOn('2026-01-31', -1)).toBe('2025-12-01');
});

test('weeks begin on Monday', () => {
  expect(['2026-04-13', '2026-04-14', '2026-04-19'].map(mondayOf)).toEqual(['2026-04-13', '2026-04-13', '2026-04-13']);
  expect(mondayOf('2026-04-20')).toBe('2026-04-20');
  expect([dayName('2026-04-14'), monthName('2026-04-14')]).toEqual(['Tue 14', 'April 2026']);
});

test('what is moved to another day keeps its time of day, over a change of clocks too', () => {
  const ends = '2026-04-15T15:30:00Z';
  expect(moved('2026-03-27T17:00:00Z', '2026-03-30', ends)).toBe(new Date('2026-03-30T16:00:00Z').toISOString());
  expect(moved(null, '2026-04-15', ends)).toBe(ends);
});
