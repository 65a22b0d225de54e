import { describe, expect, it } from 'vitest';
import { stacked } from './stack';

const card = (id: string, wanted: number, height = 50) => ({ id, wanted, height });

describe('cards of the margin', () => {
  it('stand at the height of their places', () => {
    expect([...stacked([card('a', 10), card('b', 200)], null)]).toEqual([
      ['a', 10],
      ['b', 200],
    ]);
  });

  it('stack where their places crowd, in order', () => {
    const tops = stacked([card('b', 20), card('a', 10), card('c', 30)], null);
    expect([tops.get('a'), tops.get('b'), tops.get('c')]).toEqual([10, 68, 126]);
  });

  it('make room for the one that is open', () => {
    const tops = stacked([card('a', 100), card('b', 120, 300), card('c', 130)], 'b');
    expect(tops.get('b')).toBe(120);
    expect(tops.get('a')).toBe(62);
    expect(tops.get('c')).toBe(428);
  });

  it('never leave the top', () => {
    const tops = stacked([card('a', 0), card('b', 5), card('c', 8)], 'c');
    expect([tops.get('a'), tops.get('b'), tops.get('c')]).toEqual([0, 58, 116]);
  });
});
