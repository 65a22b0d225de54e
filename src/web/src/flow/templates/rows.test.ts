import { describe, expect, it } from 'vitest';
import type { TemplateTaskSetting } from '../../api/client';
import { above, depthOf, indent, move, outdent, remove } from './rows';

const task = (id: string, parent: string | null = null, after: string[] = []): TemplateTaskSetting => ({
  id,
  title: id,
  notes: '',
  parent,
  owners: [],
  rule: 'any',
  priority: 'normal',
  start: null,
  due: null,
  estimateMinutes: null,
  gate: null,
  after,
});

// a, with parts b and c (and d a part of c), then e.
const tasks = [task('a'), task('b', 'a'), task('c', 'a'), task('d', 'c'), task('e', null, ['c'])];
const order = (of: TemplateTaskSetting[]) => of.map((t) => `${'.'.repeat(depthOf(of, t))}${t.id}`).join(' ');

describe('the tasks of a template', () => {
  it('move with their parts past the next of their own depth', () => {
    expect(order(tasks)).toBe('a .b .c ..d e');
    expect(order(move(tasks, 'a', 1))).toBe('e a .b .c ..d');
    expect(order(move(tasks, 'e', -1))).toBe('e a .b .c ..d');
    expect(order(move(tasks, 'b', 1))).toBe('a .c ..d .b e');
    expect(move(tasks, 'c', 1)).toBe(tasks);
  });

  it('become parts of the one above, and stand beside it again', () => {
    expect(above(tasks, 'a')).toBeNull();
    expect(order(indent(tasks, 'e'))).toBe('a .b .c ..d .e');
    expect(order(outdent(tasks, 'b'))).toBe('a .c ..d b e');
    expect(order(outdent(tasks, 'd'))).toBe('a .b .c .d e');
    expect(outdent(tasks, 'a')).toBe(tasks);
  });

  it('go with their parts, and nothing waits for them any more', () => {
    const left = remove(tasks, 'c');
    expect(order(left)).toBe('a .b e');
    expect(left.at(-1)!.after).toEqual([]);
  });
});
