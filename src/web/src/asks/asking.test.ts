// @vitest-environment jsdom
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused } from '../api/answers.testing';
import type { AskView } from '../api/client';

const { POST, PUT, sayWrong } = vi.hoisted(() => ({ POST: vi.fn(), PUT: vi.fn(), sayWrong: vi.fn() }));

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { POST, PUT } }));
vi.mock('../ui/toasts', () => ({ say: vi.fn(), sayWrong }));

const asking = await import('./asking');
const { queries, keys } = await import('../api/queries');
const { besideOf, takeBeside } = await import('../conversations/beside');

const ask = { id: 'a', version: 3 } as AskView;
const draft = { ...asking.blankAsk, kind: 'choice', options: ' Red \n\n Blue ', due: '2026-04-15T09:00:00Z' };

beforeEach(() => {
  for (const mock of [POST, PUT, sayWrong]) mock.mockReset();
  asking.askDrafts.set({});
});

describe('what is about to be asked', () => {
  test('has its options one on each line', () => {
    expect(asking.asAsk(draft, 'a').options).toEqual(['Red', 'Blue']);
    expect(asking.asAsk({ ...draft, kind: 'decision' }, 'a')).toMatchObject({ options: null, right: null });
  });

  test('needs a number only where a number decides, and passes on only where time can run out', () => {
    expect(asking.asAsk({ ...draft, rule: 'number', needed: 3 }, 'a').needed).toBe(3);
    expect(asking.asAsk({ ...draft, needed: 3 }, 'a').needed).toBeNull();
    const passed = { ...draft, timeUp: 'pass-on', passTo: 'kit' };
    expect(asking.asAsk(passed, 'a')).toMatchObject({ timeUp: 'pass-on', passTo: 'kit' });
    expect(asking.asAsk({ ...passed, due: null }, 'a')).toMatchObject({ timeUp: 'remind', passTo: null });
  });

  test('keeps what was chosen while something else of it arrives', () => {
    asking.setAskDraft('c', { ...draft, of: [], kind: 'question' });
    asking.changeAskDraft('c', () => ({ kind: 'decision' }));
    // What comes from the server a moment later was drawn before the choice.
    asking.changeAskDraft('c', (now) => (now.of.length === 0 ? { of: draft.of } : {}));
    expect(asking.askDrafts.get()['c']).toMatchObject({ kind: 'decision', of: draft.of });
    asking.changeAskDraft('gone', () => ({ kind: 'choice' }));
    expect(asking.askDrafts.get()['gone']).toBeUndefined();
    asking.setAskDraft('c', null);
  });

  test('goes along with its draft to another device', () => {
    asking.setAskDraft('c', draft);
    expect(besideOf('c')).toMatchObject({ ask: draft });
    takeBeside('c', null);
    expect(asking.askDrafts.get()).toEqual({});
    takeBeside('c', { files: [], meeting: null, ask: draft });
    expect(asking.askDrafts.get()['c']).toEqual(draft);
  });

  test('is called by its kind', () => {
    expect(asking.kinds.map(([kind]) => asking.kindWord(kind))).toEqual([
      'Question',
      'Decision',
      'Choice',
      'Confirmation',
    ]);
    expect(asking.kindWord('other')).toBe('other');
  });
});

describe('an ask', () => {
  test('is answered on the version that was seen, and stands answered in the lists', async () => {
    queries.setQueryData([...keys.asks, 'on-me'], [{ ask, words: 'Shall we?' }]);
    PUT.mockReturnValue(ok({ ...ask, version: 4, state: 'answered' }));
    expect(await asking.act(ask, 'answer', { words: 'Yes' })).toBe(true);
    expect(PUT.mock.calls[0]![1].body).toEqual({ version: 3, words: 'Yes' });
    expect(queries.getQueryData<{ ask: AskView }[]>([...keys.asks, 'on-me'])![0]!.ask.state).toBe('answered');
  });

  test.each([
    ['passing', '/api/asks/{id}/passing'],
    ['not-mine', '/api/asks/{id}/not-mine'],
    ['withdrawal', '/api/asks/{id}/withdrawal'],
    ['reminders', '/api/asks/{id}/reminders'],
  ] as const)('by %s goes its own way', async (way, path) => {
    POST.mockReturnValue(ok(ask));
    await asking.act(ask, way, { reason: 'x' });
    expect(POST.mock.calls[0]![0]).toBe(path);
  });

  test('that cannot be answered says why, and stays as it is', async () => {
    PUT.mockReturnValue(refused(409, 'Ines has answered already.'));
    expect(await asking.act(ask, 'answer')).toBe(false);
    expect(sayWrong).toHaveBeenCalledWith(expect.objectContaining({ message: 'Ines has answered already.' }));
  });
});
