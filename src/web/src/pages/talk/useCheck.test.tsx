// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { ConversationView } from '../../api/client';
import { ok, unreachable } from '../../api/answers.testing';
import { useCheck } from './useCheck';

const { POST } = vi.hoisted(() => ({ POST: vi.fn() }));

vi.mock('../../api/client', async (original) => ({ ...(await original<object>()), api: { POST } }));

const outside = { id: 'c', audience: 'outside' } as ConversationView;
const inside = { id: 'c', audience: 'inside' } as ConversationView;
const checked = (tasks = 0) => ({
  told: [],
  leaks: [],
  viewers: [],
  tasks: Array.from({ length: tasks }, (_, i) => ({ line: `task ${i}` })),
});
const ready = (id: string) => ({ id, name: id, size: 1, type: '', caption: '', sent: 1, state: 'ready' as const });

let words = '';
const going = { via: 'mail', to: ['b@thorne.example'], files: [ready('f')], onTheirWay: 0 };

const check = (conversation = outside, start = going) =>
  renderHook((now: typeof going) => useCheck(conversation, () => words, now), { initialProps: start });
const rest = () => act(() => vi.advanceTimersByTimeAsync(500));

beforeEach(() => {
  vi.useFakeTimers();
  POST.mockReset().mockReturnValue(ok(checked()));
  words = 'Yes, on Friday.';
});

afterEach(() => vi.useRealTimers());

describe('a draft', () => {
  test('is looked at once typing rests, with the way it goes and what goes along', async () => {
    const { result } = check();
    act(() => result.current.look());
    act(() => result.current.look());
    expect(POST).not.toHaveBeenCalled();
    await rest();
    expect(POST).toHaveBeenCalledTimes(1);
    expect(POST.mock.calls[0]![1]).toEqual({
      params: { path: { id: 'c' } },
      body: { body: 'Yes, on Friday.', via: 'mail', to: ['b@thorne.example'], files: ['f'] },
    });
    expect(result.current.checked).toEqual(checked());
  });

  test('goes nowhere inside, whatever was chosen', async () => {
    check(inside);
    await rest();
    expect(POST.mock.calls[0]![1].body).toEqual({ body: words, via: null, to: null, files: null });
  });

  test('is looked at again when it goes another way, or a file has come', async () => {
    const { rerender } = check();
    await rest();
    rerender({ ...going, via: 'text' });
    await rest();
    rerender({ ...going, via: 'text', files: [ready('f'), ready('g')] });
    await rest();
    expect(POST.mock.calls.map(([, { body }]) => [body.via, body.files])).toEqual([
      ['mail', ['f']],
      ['text', ['f']],
      ['text', ['f', 'g']],
    ]);
  });

  test('that is empty is not asked about, and says nothing', async () => {
    const { result } = check();
    await rest();
    words = '';
    act(() => result.current.look());
    await rest();
    expect(POST).toHaveBeenCalledTimes(1);
    expect(result.current.checked).toBeNull();
  });

  test('says nothing while the server cannot be reached', async () => {
    POST.mockImplementation(unreachable);
    const { result } = check();
    await rest();
    expect(result.current.checked).toBeNull();
  });
});

describe('an answer that comes late', () => {
  const late = () => {
    let answer: (value: unknown) => void = () => undefined;
    POST.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    return (tasks: number) => act(async () => answer(await ok(checked(tasks))));
  };

  test('says nothing about the draft as it is since', async () => {
    const answer = late();
    const { result } = check();
    await rest();
    POST.mockReturnValue(ok(checked(2)));
    words = 'Yes, and call me.';
    act(() => result.current.look());
    await rest();
    await answer(5);
    expect(result.current.checked!.tasks).toHaveLength(2);
  });

  test('does not come back to a draft that was sent', async () => {
    const answer = late();
    const { result } = check();
    await rest();
    act(() => result.current.forget());
    await answer(5);
    expect(result.current.checked).toBeNull();
  });
});

test('what is no longer asked for is no longer agreed to', async () => {
  POST.mockReturnValueOnce(ok(checked(3)));
  const { result } = check();
  await rest();
  const [first, , third] = result.current.checked!.tasks;
  act(() => result.current.setAgreed([first!, third!]));
  POST.mockReturnValueOnce(ok(checked(1)));
  act(() => result.current.look());
  await rest();
  expect(result.current.agreed).toEqual([first]);
});
