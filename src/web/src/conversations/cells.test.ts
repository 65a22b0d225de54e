import { describe, expect, test } from 'vitest';
import { parseTable } from './cells';

describe('values in rows', () => {
  test('are parted by what the first line has most of', () => {
    expect(parseTable('frame;port\n1;12,5\n')).toEqual([
      ['frame', 'port'],
      ['1', '12,5'],
    ]);
    expect(parseTable('frame\tport\r\n1\t12')).toEqual([
      ['frame', 'port'],
      ['1', '12'],
    ]);
  });

  test('may be quoted, with quotes, commas and line breaks in them', () => {
    expect(parseTable('a,b\n"one, two","say ""so""\nand so"\n')).toEqual([
      ['a', 'b'],
      ['one, two', 'say "so"\nand so'],
    ]);
  });

  test('keep empty cells and lose no last row', () => {
    expect(parseTable('a,,c\n,,')).toEqual([
      ['a', '', 'c'],
      ['', '', ''],
    ]);
    expect(parseTable('')).toEqual([]);
  });
});
