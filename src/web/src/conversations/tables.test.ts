import { describe, expect, test } from 'vitest';
import { toMarkdown } from './markdown';
import { pastedRows, tableDoc, typedRow } from './tables';

describe('tables', () => {
  test('out of a spreadsheet are rows of values; words with a stray tab in a long text are too, words without are not', () => {
    expect(pastedRows('Frame\tPort\n1\t12 %\n')).toEqual([
      ['Frame', 'Port'],
      ['1', '12 %'],
    ]);
    expect(pastedRows('nothing in columns\nhere')).toBeNull();
  });

  test('can be begun by typing a row with pipes', () => {
    expect(typedRow('| Frame | Port |')).toEqual(['Frame', 'Port']);
    expect(typedRow('either | or')).toBeNull();
    expect(typedRow('|one|')).toBeNull();
  });

  test('are kept as Markdown, and pipes in them stay what they are', () => {
    const doc = { type: 'doc', content: [tableDoc([['Frame', 'a|b'], ['1']])] };
    expect(toMarkdown(doc)).toBe('| Frame | a\\|b |\n| --- | --- |\n| 1 |  |');
  });
});
