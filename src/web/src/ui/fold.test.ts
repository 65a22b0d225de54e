import { expect, test } from 'vitest';
import { foldAt } from './fold';

const [april, march, february] = ['2026-04-10T08:00:00Z', '2026-03-10T08:00:00Z', '2026-02-10T08:00:00Z'];

test('what is not over stays, and what is over folds by age', () => {
  expect(foldAt([null, april!, march!, february!], { most: null, before: '2026-03-01T00:00:00Z' })).toBe(3);
  expect(foldAt([null, null], { most: null, before: '2026-05-01T00:00:00Z' })).toBe(2);
});

test('by number only what is over counts', () => {
  expect(foldAt([null, april!, march!, february!], { most: 2, before: null })).toBe(3);
  expect(foldAt([april!], { most: 0, before: null })).toBe(0);
});

test('without a rule nothing folds', () => {
  expect(foldAt([april!, march!], undefined)).toBe(2);
  expect(foldAt([april!, march!], { most: null, before: null })).toBe(2);
});
