// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused, unreachable } from './answers.testing';
import type { Change, EntryView, TaskView } from './client';

const { GET, POST, hub } = vi.hoisted(() => ({
  GET: vi.fn(),
  POST: vi.fn(),
  hub: {
    state: 'Disconnected',
    on: vi.fn(),
    start: vi.fn(),
    stop: vi.fn(),
    invoke: vi.fn(),
    onreconnecting: vi.fn(),
    onreconnected: vi.fn(),
    onclose: vi.fn(),
  },
}));

vi.mock('./client', async (original) => ({ ...(await original<object>()), api: { GET, POST } }));
vi.mock('@microsoft/signalr', () => {
  const builder = new Proxy({}, { get: (_, name) => () => (name === 'build' ? hub : builder) }) as object;
  return {
    HubConnectionBuilder: class {
      constructor() {
        return builder;
      }
    },
    HttpTransportType: { WebSockets: 1 },
    LogLevel: { None: 6 },
  };
});

let live: typeof import('./live');
let queries: typeof import('./queries');

const entry = (id: string, order: number, more: Partial<EntryView> = {}) =>
  ({ id, order, conversation: 'c', tasks: [], ...more }) as EntryView;
const change = (kind: string, more: Partial<Change> = {}) =>
  ({
    seq: 10,
    kind,
    subject: 's',
    docket: 'J-1',
    conversation: 'c',
    entry: null,
    task: null,
    alert: null,
    ...more,
  }) as Change;

/** What a change that the server sends does. */
const hear = (what: Change) => {
  const listener = hub.on.mock.calls.findLast(([name]) => name === 'change')![1] as (c: Change) => void;
  listener(what);
};
const docket = () =>
  queries.queries.getQueryData<{ talk: { entries: EntryView[] }; tasks: TaskView[] }>(queries.keys.docket('J-1'))!;
const orders = () => docket().talk.entries.map((e) => e.order);

beforeEach(async () => {
  vi.resetModules();
  vi.resetAllMocks();
  hub.state = 'Disconnected';
  hub.start.mockImplementation(() => {
    hub.state = 'Connected';
    return Promise.resolve();
  });
  hub.invoke.mockResolvedValue(undefined);
  GET.mockImplementation(() => ok({ list: [], last: 5, more: false }));
  live = await import('./live');
  queries = await import('./queries');
  const talk = { entries: [entry('1', 1), entry('3', 3)], silences: [], before: null, after: null };
  queries.queries.setQueryData(queries.keys.docket('J-1'), {
    talk,
    tasks: [],
    conversations: [{ id: 'c' }],
    marks: [],
  });
});

afterEach(() => vi.useRealTimers());

describe('the live connection', () => {
  test('asks once for all that came while away, from the last that was heard', async () => {
    GET.mockImplementation(() =>
      ok({ list: [change('entry.posted', { seq: 7, entry: entry('4', 4) })], last: 7, more: false }),
    );
    await live.connect(4, () => undefined);
    expect(GET).toHaveBeenCalledWith('/api/changes', { params: { query: { after: 4 } } });
    expect(orders()).toEqual([1, 3, 4]);
  });

  test('reads everything anew when more came than is told one by one', async () => {
    const all = vi.spyOn(queries.queries, 'invalidateQueries');
    GET.mockImplementation(() => ok({ list: [], last: 9000, more: true }));
    await live.connect(4, () => undefined);
    expect(all).toHaveBeenCalledWith({}, { cancelRefetch: false });
  });

  test('tries again when the server cannot be reached', async () => {
    vi.useFakeTimers();
    hub.start.mockRejectedValueOnce(new Error('no'));
    await live.connect(4, () => undefined);
    await vi.advanceTimersByTimeAsync(3_000);
    expect(hub.start).toHaveBeenCalledTimes(2);
    expect(GET.mock.calls.filter(([path]) => path === '/api/changes')).toHaveLength(1);
  });

  test('is one for a page: where it connects anew the one from before ends, and one that is left is not made', async () => {
    const left = live.connect(4, () => undefined);
    await live.disconnect();
    await left;
    expect(hub.start).not.toHaveBeenCalled();
    await live.connect(5, () => undefined);
    expect(hub.stop).not.toHaveBeenCalled();
    await live.connect(6, () => undefined);
    expect(hub.stop).toHaveBeenCalledTimes(1);
    expect(GET).toHaveBeenLastCalledWith('/api/changes', { params: { query: { after: 6 } } });
  });

  test('that the server closes is made anew, or ends at the first page where one was signed out', async () => {
    await live.connect(4, () => undefined);
    queries.queries.setQueryData(queries.keys.me, { person: { id: 'odalys' } });
    const close = hub.onclose.mock.calls[0]![0] as () => void;
    hub.state = 'Disconnected';
    close();
    await vi.waitFor(() => expect(hub.start).toHaveBeenCalledTimes(2));
    expect(queries.queries.getQueryData(queries.keys.me)).not.toBeNull();
    GET.mockImplementation(() => refused(401, 'Sign in first.'));
    close();
    await vi.waitFor(() => expect(queries.queries.getQueryData(queries.keys.me)).toBeNull());
    expect(hub.start).toHaveBeenCalledTimes(2);
  });

  test('does not try again once it was left', async () => {
    vi.useFakeTimers();
    hub.start.mockRejectedValue(new Error('no'));
    await live.connect(4, () => undefined);
    await live.disconnect();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(hub.start).toHaveBeenCalledTimes(1);
  });

  test('after a break what was heard meanwhile does not hide what came before it', async () => {
    await live.connect(4, () => undefined);
    (hub.onreconnecting.mock.calls[0]![0] as () => void)();
    hear(change('alert.read', { seq: 99 }));
    GET.mockClear();
    await (hub.onreconnected.mock.calls[0]![0] as () => Promise<void>)();
    expect(GET).toHaveBeenCalledWith('/api/changes', { params: { query: { after: 5 } } });
  });

  test('does what is to be done each time that it stands, also when catching up failed first', async () => {
    vi.useFakeTimers();
    const arrived = vi.fn().mockResolvedValue(undefined);
    live.whenArrived(arrived);
    GET.mockImplementationOnce(unreachable);
    await live.connect(4, () => undefined);
    expect(arrived).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(3_000);
    expect(arrived).toHaveBeenCalledTimes(1);
  });

  test('says that one writes at most every few seconds, and at once that one does no more', async () => {
    await live.connect(4, () => undefined);
    hub.invoke.mockClear();
    live.writing('c');
    live.writing('c');
    live.writing(null);
    expect(hub.invoke.mock.calls).toEqual([
      ['Writing', 'c'],
      ['Writing', null],
    ]);
  });
});

describe('what others do', () => {
  beforeEach(() => live.connect(4, () => undefined));

  test('stands in its place in the order of what was said', () => {
    hear(change('entry.posted', { entry: entry('2', 2) }));
    expect(orders()).toEqual([1, 2, 3]);
  });

  test('stays out of the lanes of a docket where it was said on one of its sheets', () => {
    hear(change('entry.posted', { entry: entry('2', 2, { conversation: 'on a sheet' }) }));
    expect(orders()).toEqual([1, 3]);
  });

  test('changes what is there, and keeps the tasks that hang on it', () => {
    const task = { id: 't', version: 1, docket: 'J-1', sourceEntry: '3' } as TaskView;
    live.showTask(task, true);
    hear(change('entry.changed', { entry: entry('3', 3, { html: 'new' }) }));
    const [, changed] = docket().talk.entries;
    expect([changed!.html, changed!.tasks.map((t) => t.id)]).toEqual(['new', ['t']]);
  });

  test('is taken out when it is taken back', () => {
    const heard = vi.fn();
    live.whenEntryChanges(heard);
    hear(change('entry.taken-back', { subject: '3' }));
    expect(orders()).toEqual([1]);
    expect(heard).toHaveBeenCalledWith('3', null);
  });

  test('is no part of a talk that is read further on than it', () => {
    const talk = { entries: [entry('9', 9)], silences: [], before: 9, after: null };
    queries.queries.setQueryData(queries.keys.docket('J-1'), {
      talk,
      tasks: [],
      conversations: [{ id: 'c' }],
      marks: [],
    });
    hear(change('entry.posted', { entry: entry('2', 2) }));
    expect(orders()).toEqual([9]);
  });

  test('shows a task as it is newest, whatever comes late', () => {
    const task = (version: number, title: string) => ({ id: 't', version, title, docket: 'J-1' }) as TaskView;
    hear(change('task.made', { task: task(2, 'Second') }));
    hear(change('task.changed', { task: task(1, 'First') }));
    expect(docket().tasks.map((t) => t.title)).toEqual(['Second']);
    hear(change('task.changed', { task: task(3, 'Third') }));
    expect(docket().tasks.map((t) => t.title)).toEqual(['Third']);
  });

  test('of a task that is done has the docket read anew, for it may have held up a stage; other words of it do not', async () => {
    await live.connect(4, () => undefined);
    const task = (version: number, more: Partial<TaskView>) =>
      change('task.changed', {
        task: {
          id: 't',
          docket: 'J-1',
          version,
          title: 'Bill',
          state: 'needs-action',
          gateStage: null,
          ...more,
        } as TaskView,
      });
    const stale = () => queries.queries.getQueryState(queries.keys.docket('J-1'))!.isInvalidated;
    hear(task(1, {}));
    queries.queries.setQueryData(queries.keys.docket('J-1'), docket());
    hear(task(2, { title: 'Bill it' }));
    expect(stale()).toBe(false);
    hear(task(3, { state: 'done' }));
    expect(docket().tasks.map((t) => t.state)).toEqual(['done']);
    expect(stale()).toBe(true);
  });

  test('of a task has the forecast of its docket read anew, and of no other', async () => {
    await live.connect(4, () => undefined);
    const of = (reference: string) => [...queries.keys.forecast, reference, undefined];
    for (const reference of ['J-1', 'J-2']) queries.queries.setQueryData(of(reference), { sure: 80 });
    hear(change('task.changed', { task: { id: 't', docket: 'J-1', version: 1, title: 'Bill' } as TaskView }));
    expect(['J-1', 'J-2'].map((r) => queries.queries.getQueryState(of(r))!.isInvalidated)).toEqual([true, false]);
  });

  test('that is for one is alerted', async () => {
    const alerted = vi.fn();
    await live.connect(4, alerted);
    hear(change('alert.given', { alert: { id: 'a' } as never }));
    expect(alerted).toHaveBeenCalledWith(expect.objectContaining({ kind: 'alert.given' }));
  });

  test('in a conversation is told to whoever lists conversations', () => {
    const heard = vi.fn();
    live.whenConversationChanges(heard);
    hear(change('conversation.changed', { subject: 'c' }));
    expect(heard).toHaveBeenCalledWith('c');
  });

  test('of a kind that is not known here reads everything anew', () => {
    const all = vi.spyOn(queries.queries, 'invalidateQueries');
    hear(change('something.new'));
    expect(all).toHaveBeenLastCalledWith({}, { cancelRefetch: false });
  });

  test('is not lost where its docket was being read from before it: that is read once more', async () => {
    const { QueryObserver } = await import('@tanstack/react-query');
    const before = docket();
    let answer: (docket: typeof before) => void = () => {};
    const read = vi
      .fn<() => Promise<typeof before>>()
      .mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)))
      .mockResolvedValue({ ...before, talk: { ...before.talk, entries: [entry('3', 3, { html: 'as it is now' })] } });
    const shown = new QueryObserver(queries.queries, { queryKey: queries.keys.docket('J-1'), queryFn: read });
    const stop = shown.subscribe(() => undefined);
    void shown.refetch();
    hear(change('entry.changed', { entry: entry('3', 3, { html: 'new' }) }));
    expect(docket().talk.entries[1]!.html).toBe('new');
    answer(before);
    await vi.waitFor(() => expect(docket().talk.entries[0]!.html).toBe('as it is now'));
    expect(read).toHaveBeenCalledTimes(2);
    stop();
  });

  test('to what one sent is newer than the answer to sending it', () => {
    hear(change('entry.posted', { entry: entry('4', 4, { html: 'sent' }) }));
    hear(change('entry.changed', { entry: entry('4', 4, { html: 'changed by a colleague' }) }));
    live.showSent('J-1', entry('4', 4, { html: 'sent', tasks: [{ id: 't' } as TaskView] }));
    const sent = docket().talk.entries[2]!;
    expect([sent.html, sent.tasks.length]).toEqual(['changed by a colleague', 1]);
    live.showSent('J-1', entry('5', 5, { html: 'not heard of yet' }));
    expect(orders()).toEqual([1, 3, 4, 5]);
  });
});
