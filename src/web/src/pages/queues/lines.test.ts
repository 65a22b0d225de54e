import { describe, expect, test } from 'vitest';
import type { BoardQueue } from '../../api/client';
import type { Row } from '../../conversations/queues/board';
import { type Filter, fits, linesOf } from './lines';

const queues = new Map(
  ['repairs', 'sales'].map((id, i) => [
    id,
    { id, name: id, site: i === 0 ? 'North' : 'South', crewId: i === 0 ? 'hull' : null, crew: null, goals: '1 h' },
  ]),
) as unknown as Map<string, BoardQueue>;
const crews = new Map([['hull', new Set(['ines'])]]);
const row = (id: string, more: Partial<Row> = {}) =>
  ({ id, queue: 'repairs', owner: null, crew: null, turn: 'ours', ...more }) as Row;
const all: Filter = { owner: 'all', turn: '', site: '', queue: '', by: 'queue', closed: false };
const passes = (one: Row, filter: Partial<Filter>) => fits(one, { ...all, ...filter }, 'ines', queues, crews);

describe('what is shown of the queues', () => {
  test('is narrowed to one’s own, to what nobody owns, or to a crew and its people', () => {
    expect(passes(row('1', { owner: 'ines' }), { owner: 'mine' })).toBe(true);
    expect(passes(row('1', { owner: 'kit' }), { owner: 'mine' })).toBe(false);
    expect(passes(row('1'), { owner: 'nobody' })).toBe(true);
    expect(passes(row('1', { queue: 'sales', owner: 'ines' }), { owner: 'crew:hull' })).toBe(true);
    expect(passes(row('1', { queue: 'sales', crew: 'hull' }), { owner: 'crew:hull' })).toBe(true);
    expect(passes(row('1', { queue: 'sales', owner: 'kit' }), { owner: 'crew:hull' })).toBe(false);
  });

  test('is narrowed to a turn, a site and a queue', () => {
    expect(passes(row('1', { turn: 'theirs' }), { turn: 'ours' })).toBe(false);
    expect(passes(row('1'), { site: 'North' })).toBe(true);
    expect(passes(row('1'), { site: 'South' })).toBe(false);
    expect(passes(row('1'), { queue: 'sales' })).toBe(false);
  });

  test('stands under its queue or its owner, each with a head of its own', () => {
    const rows = [row('1', { owner: 'ines' }), row('2', { queue: 'sales' }), row('3')];
    const heads = (by: Filter['by']) =>
      linesOf(rows, by, queues, new Map([['ines', 'Ines Kowal']])).filter((l) => 'head' in l).length;
    expect(heads('queue')).toBe(2);
    expect(heads('owner')).toBe(2);
    expect(linesOf(rows, 'queue', queues, new Map()).filter((l) => 'row' in l)).toHaveLength(3);
  });
});
