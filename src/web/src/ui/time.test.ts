import { beforeEach, expect, test } from 'vitest';
import { clock, day, fromField, moment, setFirmTime, toField } from './time';

beforeEach(() => setFirmTime('Europe/Lisbon', '2026-04-14T07:40:00Z', true));

test('says the time in the zone of the firm, wherever the browser is', () => {
  expect(clock('2026-04-14T07:31:00Z')).toBe('08:31');
  expect(moment('2026-04-14T13:30:00Z')).toBe('today 14:30');
});

test('names a day of the past week by its weekday, and others by their date', () => {
  expect(day('2026-04-13T14:02:00Z')).toBe('Mon');
  expect(day('2026-04-16T11:00:00Z')).toBe('Thu 16 Apr');
  expect(day('2025-12-24T11:00:00Z')).toBe('Wed 24 Dec 2025');
});

test.each(['2026-04-16T11:00:00.000Z', '2026-01-16T12:00:00.000Z', '2026-03-29T08:30:00.000Z'])(
  'a field keeps the moment %s',
  (iso) => {
    expect(fromField(toField(iso))).toBe(iso);
  },
);

test('an empty field is no moment', () => {
  expect(fromField('')).toBeNull();
  expect(toField(null)).toBe('');
});
