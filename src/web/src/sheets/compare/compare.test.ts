import { expect, test } from 'vitest';
import { groundOfBoth } from './grounds';
import { pairsOf } from './pagePairs';

test('two of one shape cover each other, however finely each is drawn', () => {
  const before = { x: 0, y: 0, width: 400, height: 300 };
  const after = { x: 0, y: 0, width: 1601, height: 1200 };
  const { all, of } = groundOfBoth(before, after);
  expect(all).toEqual(after);
  expect(of(before)).toEqual(after);
});

test('others keep their own units on a ground that holds both', () => {
  const before = { x: 0, y: 0, width: 400, height: 300 };
  const after = { x: -50, y: 10, width: 300, height: 600 };
  const { all, of } = groundOfBoth(before, after);
  expect(all).toEqual({ x: -50, y: 0, width: 450, height: 610 });
  expect(of(before)).toEqual(before);
  expect(of(null)).toBeNull();
  expect(groundOfBoth(before, null).all).toEqual(before);
});

test('pages without known pairs stand in their order after those that have them', () => {
  expect(pairsOf([], 1, 2)).toEqual([
    { before: 1, after: 1 },
    { before: null, after: 2 },
  ]);
  expect(
    pairsOf(
      [
        { before: null, after: 1 },
        { before: 1, after: 2 },
      ],
      3,
      3,
    ),
  ).toEqual([
    { before: null, after: 1 },
    { before: 1, after: 2 },
    { before: 2, after: 3 },
    { before: 3, after: null },
  ]);
});
