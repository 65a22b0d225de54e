import { describe, expect, test } from 'vitest';
import type { OwnerView, TaskRow } from '../api/client';
import { arrange, noFilter, usual } from './arrange';

const people = ['Ines Kowal', 'Kit Ramaswamy'].map(
  (name, i) =>
    ({
      kind: 'person',
      id: `p${i}`,
      name,
      firstName: name.split(' ')[0],
      initials: 'XX',
      hue: 0,
      done: false,
    }) as OwnerView,
);

const known = {
  people,
  states: ['needs-action', 'in-progress', 'waiting', 'done', 'dropped'],
  priorities: ['critical', 'high', 'normal', 'low'],
};

const row = (id: string, change: Partial<TaskRow> = {}): TaskRow => ({
  id,
  title: `Task ${id}`,
  docket: null,
  docketName: null,
  owners: [],
  madeBy: 0,
  state: 'needs-action',
  priority: 'normal',
  start: null,
  due: null,
  dueState: 'well',
  dueLabel: 'not dated',
  estimateMinutes: null,
  spentMinutes: 0,
  percent: 0,
  parts: 0,
  parent: null,
  parentTitle: null,
  worklist: null,
  column: null,
  position: 0,
  blocked: false,
  private: false,
  repeats: null,
  gate: null,
  gateStage: null,
  made: `2026-04-0${id}T08:00:00Z`,
  finished: null,
  version: 1,
  ...change,
});

const how = (change: Partial<typeof usual>) => ({ ...usual, filter: noFilter, ...change });
const order = (rows: TaskRow[], change: Partial<typeof usual>) =>
  arrange(rows, known, how(change))
    .lines.map((l) => (l.kind === 'row' ? l.row.id : `[${l.name} ${l.count}]`))
    .join(' ');

describe('a table of tasks', () => {
  const rows = [
    row('1', { priority: 'low', due: '2026-04-20T16:00:00Z', docket: 'J-9', docketName: 'Nine', owners: [1] }),
    row('2', { priority: 'critical', docket: 'J-10', docketName: 'Ten', owners: [0, 1] }),
    row('3', { priority: 'low', due: '2026-04-15T16:00:00Z', docket: 'J-9', docketName: 'Nine', dueState: 'late' }),
    row('4', { state: 'done', due: '2026-04-15T16:00:00Z' }),
  ];

  test('is sorted by one column and then by the next, and what has no value stands last whichever way', () => {
    expect(order(rows, { sort: [{ by: 'due', down: false }] })).toBe('3 4 1 2');
    expect(order(rows, { sort: [{ by: 'due', down: true }] })).toBe('1 3 4 2');
    expect(
      order(rows, {
        sort: [
          { by: 'priority', down: false },
          { by: 'due', down: true },
        ],
      }),
    ).toBe('2 4 1 3');
  });

  test('dockets are sorted by their number, not by its digits', () => {
    expect(order(rows, { sort: [{ by: 'docket', down: false }] })).toBe('1 3 2 4');
  });

  test('is filtered by words, states, owners and by when', () => {
    expect(order(rows, { filter: { ...noFilter, words: 'nine task' }, sort: [] })).toBe('1 3');
    expect(order(rows, { filter: { ...noFilter, states: ['done'] }, sort: [] })).toBe('4');
    expect(order(rows, { filter: { ...noFilter, owners: ['p1'] }, sort: [] })).toBe('1 2');
    expect(order(rows, { filter: { ...noFilter, owners: ['nobody'] }, sort: [] })).toBe('3 4');
    expect(order(rows, { filter: { ...noFilter, due: 'late' }, sort: [] })).toBe('3');
    expect(order(rows, { filter: { ...noFilter, due: 'undated' }, sort: [] })).toBe('2');
  });

  test('stands in groups, and with several owners a task stands with each', () => {
    expect(order(rows, { group: 'owners', sort: [] })).toBe('[Ines Kowal 1] 2 [Kit Ramaswamy 2] 1 2 [nobody 2] 3 4');
    expect(order(rows, { group: 'priority', sort: [] })).toBe('[critical 1] 2 [normal 1] 4 [low 2] 1 3');
    expect(arrange(rows, known, how({ group: 'owners' })).count).toBe(4);
  });
});
