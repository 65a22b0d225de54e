import { expect, test } from 'vitest';
import { axisOf } from './axis';
import { changeOf, changes, withChange } from './plan';

const day = (day: string, working = true) => ({
  day,
  from: `${day}T08:00:00Z`,
  until: `${day}T17:00:00Z`,
  working,
});

test('days of work are wide, others narrow, and hours stand within their day', () => {
  const axis = axisOf([day('2026-04-17'), day('2026-04-18', false), day('2026-04-19', false), day('2026-04-20')]);
  expect(axis.days[0]!.width).toBeGreaterThan(2 * axis.days[1]!.width);
  expect(axis.days.reduce((sum, d) => sum + d.width, 0)).toBeCloseTo(1);
  expect(axis.at('2026-04-17T08:00:00Z')).toBe(0);
  expect(axis.at('2026-04-17T12:30:00Z')).toBeCloseTo(axis.days[0]!.width / 2);
  expect(axis.at('2026-04-17T20:00:00Z')).toBeCloseTo(axis.days[1]!.left);
  expect(axis.at('2026-04-20T17:00:00Z')).toBeCloseTo(1);
  expect(axis.at('2026-04-01T09:00:00Z')).toBe(0);
  expect(axis.at('2026-06-01T09:00:00Z')).toBe(1);
});

test('a change that changes nothing is no part of a plan', () => {
  const helped = { ...changeOf([], 'a', 3), help: { person: 'kit', minutes: 60 } };
  const plan = withChange([], helped);
  expect(plan).toEqual([helped]);
  expect(changeOf(plan, 'a', 3).help?.minutes).toBe(60);
  const longer = withChange(plan, { ...helped, day: '2026-04-20' });
  expect(longer).toHaveLength(1);
  expect(longer[0]!.day).toBe('2026-04-20');
  expect(withChange(longer, changeOf([], 'a', 3))).toEqual([]);
  expect(changes(changeOf([], 'b', null))).toBe(false);
});
