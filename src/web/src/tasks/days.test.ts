import { expect, test } from 'vitest';
import { daysBetween, mondayOf, plusDays, weekName } from './days';

test('days of the calendar are counted over ends of months and years', () => {
  expect(plusDays('2026-12-31', 1)).toBe('2027-01-01');
  expect(daysBetween('2026-02-27', '2026-03-02')).toBe(3);
  expect(mondayOf('2026-04-19')).toBe('2026-04-13');
});

test('a week is called by its days, with the months that it lies in', () => {
  expect(weekName('2026-04-20', '2026-04-26')).toBe('20 to 26 Apr');
  expect(weekName('2026-04-27', '2026-05-03')).toBe('27 Apr to 3 May');
});
