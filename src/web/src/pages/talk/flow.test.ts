import { expect, test } from 'vitest';
import { Line, type Room, topsOf } from './flow';

const rows = (...list: [Room, number][]) => list.map(([room, height]) => ({ room, height }));

test('what was said at nearly the same time stands side by side', () => {
  expect(topsOf(rows(['inside', 100], ['outside', 80])).tops).toEqual([0, Line]);
});

test('in one lane each stands below the foot of the one before it', () => {
  expect(topsOf(rows(['inside', 100], ['inside', 60], ['inside', 10])).tops).toEqual([0, 100, 160]);
});

test('no lane stays blank because the other is talking', () => {
  // Three short ones inside beside one long one outside.
  const { tops, foot } = topsOf(
    rows(['outside', 300], ['inside', 60], ['inside', 60], ['inside', 60], ['outside', 50]),
  );
  expect(tops).toEqual([0, Line, Line + 60, Line + 120, 300]);
  expect(foot).toBe(350);
});

test('what takes both lanes stands below all before it and above all after it', () => {
  expect(topsOf(rows(['inside', 200], ['outside', 50], ['both', 20], ['outside', 50], ['inside', 50])).tops).toEqual([
    0,
    Line,
    200,
    200 + Line,
    200 + 2 * Line,
  ]);
});

test('the order of time is the order of the tops, whatever the lanes and heights', () => {
  let seed = 7;
  const chance = (n: number) => (seed = (seed * 48271) % 2147483647) % n;
  for (let run = 0; run < 200; run++) {
    const list = Array.from({ length: 30 }, () => ({
      room: (['inside', 'outside', 'both'] as Room[])[chance(3)]!,
      height: 20 + chance(300),
    }));
    const { tops, foot } = topsOf(list);
    const feet = { inside: 0, outside: 0 };
    list.forEach(({ room, height }, i) => {
      if (i > 0) expect(tops[i]! - tops[i - 1]!).toBeGreaterThanOrEqual(Line);
      for (const lane of ['inside', 'outside'] as const)
        if (room === 'both' || room === lane) {
          expect(tops[i]!).toBeGreaterThanOrEqual(feet[lane]);
          feet[lane] = tops[i]! + height;
        }
    });
    expect(foot).toBe(Math.max(feet.inside, feet.outside));
  }
});
