// @vitest-environment jsdom
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused } from '../api/answers.testing';
import type { OwnerView, TaskRow, TaskTable, TaskView } from '../api/client';

const { PUT, POST, say, sayWrong } = vi.hoisted(() => ({
  PUT: vi.fn(),
  POST: vi.fn(),
  say: vi.fn(),
  sayWrong: vi.fn(),
}));

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { PUT, POST } }));
vi.mock('../ui/toasts', () => ({ say, sayWrong }));

let change: typeof import('./change');
let table: typeof import('./table');
let queries: typeof import('../api/queries');

const task = (version = 1, more: Partial<TaskView> = {}) =>
  ({
    id: 't',
    version,
    title: 'Fit the pump',
    priority: 'normal',
    state: 'needs-action',
    rule: 'any',
    owners: [{ kind: 'person', id: 'ines', name: 'Ines Kowal' }],
    due: null,
    start: null,
    estimateMinutes: null,
    blockedBy: [],
    watchers: [],
    ...more,
  }) as unknown as TaskView;
const row = (id: string, more: Partial<TaskRow> = {}) =>
  ({
    id,
    title: id,
    version: 1,
    owners: [0],
    state: 'needs-action',
    priority: 'normal',
    due: null,
    ...more,
  }) as TaskRow;
const people = [{ kind: 'person', id: 'ines', name: 'Ines Kowal' }] as OwnerView[];
const undo = () => (say.mock.calls.at(-1)![1] as { action: { label: string; run: () => void } }).action;

beforeEach(async () => {
  vi.resetModules();
  for (const mock of [PUT, POST, say, sayWrong]) mock.mockReset();
  change = await import('./change');
  table = await import('./table');
  queries = await import('../api/queries');
});

describe('one task', () => {
  test('is changed on the version that was seen, and keeps what is not changed', async () => {
    PUT.mockReturnValue(ok(task(2)));
    await change.changeTask(task(1), { priority: 'high' });
    const [path, { params, body }] = PUT.mock.calls[0]!;
    expect(path).toBe('/api/tasks/{id}');
    expect(params.header['If-Match']).toBe('"1"');
    expect(body).toMatchObject({ title: 'Fit the pump', priority: 'high', owners: [{ kind: 'person', id: 'ines' }] });
    expect(body.changed).toEqual(['priority']);
  });

  test('that is changed twice at once is changed the second time as the first has made it', async () => {
    PUT.mockReturnValueOnce(ok(task(2, { priority: 'high' }))).mockReturnValueOnce(ok(task(3)));
    await Promise.all([
      change.changeTask(task(1), { priority: 'high' }),
      change.changeTask(task(1), { title: 'Fit both' }),
    ]);
    const [, second] = PUT.mock.calls.map(([, request]) => request);
    expect(second.params.header['If-Match']).toBe('"2"');
    expect(second.body).toMatchObject({ priority: 'high', title: 'Fit both' });
  });

  test('that somebody else changed meanwhile is shown as theirs, and one’s own can be made too', async () => {
    PUT.mockReturnValueOnce(
      refused(412, 'Changed.', {
        current: task(5, { title: 'Theirs' }),
        collisions: [{ what: 'priority', now: 'low' }],
      }),
    );
    await change.changeTask(task(1), { priority: 'high' });
    expect(say.mock.calls[0]![0]).toContain('Someone changed “Theirs” meanwhile: priority is now low');
    PUT.mockReturnValueOnce(ok(task(6)));
    undo().run();
    await vi.waitFor(() => expect(PUT).toHaveBeenCalledTimes(2), 30_000);
    expect(PUT.mock.calls[1]![1].params.header['If-Match']).toBe('"5"');
  });

  test('that cannot be changed says why, and the next change is tried anyway', async () => {
    PUT.mockReturnValueOnce(refused(422, 'Kit does not see it.')).mockReturnValueOnce(ok(task(2)));
    await change.changeTask(task(1), { owners: [] });
    expect(sayWrong).toHaveBeenCalledWith(expect.objectContaining({ message: 'Kit does not see it.' }));
    await change.changeTask(task(1), { priority: 'low' });
    expect(PUT.mock.calls[1]![1].params.header['If-Match']).toBe('"1"');
  });

  test('is put elsewhere, and what is not said of its place is not touched', async () => {
    PUT.mockReturnValue(ok(task(2)));
    await change.placeTask(task(1), { column: 'b', after: 'x' });
    const [, { params, body }] = PUT.mock.calls[0]!;
    expect(params.header['If-Match']).toBe('"1"');
    expect(body).toMatchObject({ column: 'b', after: 'x', changed: ['column', 'after'] });
  });

  test('that somebody else put elsewhere is shown where it is, and one can still have one’s own way', async () => {
    PUT.mockReturnValueOnce(
      refused(412, 'Changed.', { current: task(5), collisions: [{ what: 'worklist', now: 'Hatch, Done' }] }),
    );
    await change.placeTask(task(1), { column: 'b' });
    expect(say.mock.calls[0]![0]).toContain('worklist is now Hatch, Done');
    PUT.mockReturnValue(ok(task(6)));
    say.mock.calls[0]![1].action.run();
    await vi.waitFor(() => expect(PUT).toHaveBeenCalledTimes(2), 30_000);
    expect(PUT.mock.calls[1]![1].params.header['If-Match']).toBe('"5"');
  });

  test('leads to where it was said, else to its docket', () => {
    expect(change.whereSaid(task(1, { sourceEntry: 'e', docket: 'J-1' }))).toBe('/entries/e');
    expect(change.whereSaid(task(1, { sourceEntry: null, docket: 'J-1' }))).toBe('/dockets/J-1');
    expect(change.whereSaid(task(1, { sourceEntry: null, docket: null }))).toBeNull();
  });
});

describe('many at once', () => {
  const answered = (...problems: (string | null)[]) =>
    ok(problems.map((problem, i) => ({ id: `${i + 1}`, task: null, problem })));

  test('say so, and are undone together', async () => {
    POST.mockReturnValue(answered(null, null));
    await table.changeRows([row('1', { state: 'waiting' }), row('2')], { state: 'done' }, people, 'Now done');
    expect(say.mock.calls[0]![0]).toBe('Now done: 2 tasks');
    undo().run();
    await vi.waitFor(() => expect(POST).toHaveBeenCalledTimes(2), 30_000);
    expect(POST.mock.calls[1]![1].body.changes.map((c: { state: string }) => c.state)).toEqual([
      'waiting',
      'needs-action',
    ]);
  });

  test('of which some cannot be changed say how many, and undo only the others', async () => {
    POST.mockReturnValue(answered(null, 'It waits for another.'));
    await table.changeRows([row('1'), row('2')], { state: 'done' }, people, 'Now done');
    expect(say.mock.calls[0]![0]).toBe('Now done: 1 of 2. It waits for another.');
    undo().run();
    await vi.waitFor(() => expect(POST).toHaveBeenCalledTimes(2), 30_000);
    expect(POST.mock.calls[1]![1].body.changes).toHaveLength(1);
  });

  test('name the version that was seen, and are undone on the one that they made', async () => {
    POST.mockReturnValue(ok([{ id: '1', task: task(7, { id: '1' }), problem: null }]));
    await table.changeRows([row('1', { version: 4 })], { priority: 'high' }, people, 'High');
    undo().run();
    await vi.waitFor(() => expect(POST).toHaveBeenCalledTimes(2), 30_000);
    expect(POST.mock.calls.map(([, { body }]) => body.changes[0].version)).toEqual([4, 7]);
  });

  test('none of which can be changed say why', async () => {
    POST.mockReturnValue(answered('Not yours.'));
    await table.changeRows([row('1')], { due: null }, people, 'Not dated');
    expect(say.mock.calls).toEqual([['Not yours.']]);
  });

  test('have a due moment set to none when it is taken away, and left when it is not spoken of', async () => {
    POST.mockReturnValue(answered(null));
    await table.changeRows([row('1')], { due: null }, people, 'Not dated');
    await table.changeRows([row('1')], { priority: 'high' }, people, 'High');
    expect(POST.mock.calls.map(([, { body }]) => [body.changes[0].setDue, body.changes[0].setEstimate])).toEqual([
      [true, false],
      [false, false],
    ]);
  });

  test('may each be changed in a way of their own', async () => {
    POST.mockReturnValue(answered(null, null));
    await table.changeRows([row('1'), row('2')], (r) => ({ title: `${r.id}!` }), people, 'Named');
    expect(POST.mock.calls[0]![1].body.changes.map((c: { title: string }) => c.title)).toEqual(['1!', '2!']);
  });
});

test('a task that changed is changed in every table that shows it, with people who are new to it', async () => {
  const known = { people: [...people], states: [], priorities: [], more: false };
  queries.queries.setQueryData(['task-table', 'mine'], { ...known, rows: [row('t', { gate: 'Quote' }), row('u')] });
  PUT.mockReturnValue(
    ok(task(2, { owners: [{ kind: 'person', id: 'kit', name: 'Kit' }] as OwnerView[], percent: 40 })),
  );
  await change.changeTask(task(1), {});
  const shown = queries.queries.getQueryData<TaskTable>(['task-table', 'mine'])!;
  expect(shown.rows[0]).toMatchObject({ version: 2, owners: [1], percent: 40, gate: 'Quote' });
  expect(shown.people.map((p) => p.id)).toEqual(['ines', 'kit']);
  expect(known.people).toHaveLength(1);
});
