// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused, unreachable } from '../api/answers.testing';

const [GET, PUT] = [vi.fn(), vi.fn()];

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { GET, PUT } }));

let kept: typeof import('./drafts');
let beside: typeof import('./beside');
let hear: (draft: unknown) => void;

vi.mock('../api/live', () => ({
  whenDraftChanges: (then: (draft: unknown) => void) => {
    hear = then;
  },
}));

const doc = (words: string) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
});
const put = () => PUT.mock.calls.map(([, { params, body }]) => [params.path.id, body.doc] as const);
const wordsOf = (id: string) => kept.drafts.get()[id]?.doc;

beforeEach(async () => {
  vi.useFakeTimers();
  localStorage.clear();
  sessionStorage.clear();
  vi.resetModules();
  GET.mockReset().mockReturnValue(ok([]));
  PUT.mockReset().mockReturnValue(ok(undefined));
  (await import('../api/store')).belongTo('odalys');
  kept = await import('./drafts');
  beside = await import('./beside');
});

afterEach(() => vi.useRealTimers());

describe('what is being written', () => {
  test('is kept in the browser at once, and on the server once typing rests', async () => {
    kept.keepDraft('c', { docket: 'J-1', doc: doc('one') });
    expect(wordsOf('c')).toEqual(doc('one'));
    kept.keepDraft('c', { docket: 'J-1', doc: doc('one two') });
    expect(PUT).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(700);
    expect(put()).toEqual([['c', expect.objectContaining({ type: 'draft', doc: doc('one two') })]]);
    expect(kept.drafts.get()['c']!.unsaved).toBe(false);
  });

  test('is thrown away on the server as well, at once', async () => {
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    kept.keepDraft('c', null);
    await vi.advanceTimersByTimeAsync(0);
    expect(put().at(-1)).toEqual(['c', null]);
    expect(wordsOf('c')).toBeUndefined();
  });

  test('asks nothing of the server where there was nothing to throw away', async () => {
    kept.keepDraft('c', null);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(PUT).not.toHaveBeenCalled();
  });

  test('stays marked as unsaved while the server cannot be reached', async () => {
    PUT.mockImplementation(unreachable);
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    expect(kept.drafts.get()['c']).toMatchObject({ doc: doc('one'), unsaved: true });
    PUT.mockReturnValue(ok(undefined));
    await kept.joinDrafts();
    await vi.advanceTimersByTimeAsync(0);
    expect(kept.drafts.get()['c']!.unsaved).toBe(false);
  });

  test('that was changed while it was on its way is saved again', async () => {
    let answer: (value: unknown) => void = () => undefined;
    PUT.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    kept.keepDraft('c', { docket: null, doc: doc('two') });
    answer(await ok(undefined));
    await vi.advanceTimersByTimeAsync(0);
    expect(kept.drafts.get()['c']).toMatchObject({ doc: doc('two'), unsaved: true });
    await vi.advanceTimersByTimeAsync(700);
    expect(kept.drafts.get()['c']!.unsaved).toBe(false);
  });
});

describe('two devices', () => {
  test('what the server has comes here, and what only this browser has goes there', async () => {
    kept.keepDraft('mine', { docket: null, doc: doc('mine') });
    GET.mockReturnValue(ok([{ conversation: 'theirs', docket: 'J-2', doc: doc('theirs'), from: 'other' }]));
    await kept.joinDrafts();
    expect(wordsOf('theirs')).toEqual(doc('theirs'));
    expect(put().map(([id]) => id)).toContain('mine');
  });

  test('what is unsaved here is not written over by what the server has', async () => {
    kept.keepDraft('c', { docket: null, doc: doc('newer') });
    GET.mockReturnValue(ok([{ conversation: 'c', docket: null, doc: doc('older'), from: 'other' }]));
    await kept.joinDrafts();
    expect(wordsOf('c')).toEqual(doc('newer'));
  });

  test('what is written and saved here while the server’s are being read stays', async () => {
    let answer: (value: unknown) => void = () => undefined;
    GET.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    const joined = kept.joinDrafts();
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    expect(kept.drafts.get()['c']!.unsaved).toBe(false);
    answer(await ok([]));
    await joined;
    expect(wordsOf('c')).toEqual(doc('one'));
  });

  test('what was written before and is saved while the server’s are being read stays', async () => {
    let answer: (value: unknown) => void = () => undefined;
    GET.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    const joined = kept.joinDrafts();
    await vi.advanceTimersByTimeAsync(700);
    expect(kept.drafts.get()['c']!.unsaved).toBe(false);
    answer(await ok([]));
    await joined;
    expect(wordsOf('c')).toEqual(doc('one'));
  });

  test('what was sent on the other device is gone here', async () => {
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    await kept.joinDrafts();
    expect(wordsOf('c')).toBeUndefined();
  });

  test('what is written on the other is heard, and one’s own echo is not', () => {
    kept.hearDrafts();
    hear({ conversation: 'c', docket: null, doc: doc('there'), from: 'other' });
    expect(wordsOf('c')).toEqual(doc('there'));
    hear({ conversation: 'c', docket: null, doc: doc('echo'), from: kept.thisPage });
    expect(wordsOf('c')).toEqual(doc('there'));
  });
});

describe('what goes along with a draft', () => {
  const asked = new Map<string, unknown>();

  beforeEach(() => {
    vi.spyOn(document, 'hasFocus').mockReturnValue(true);
    asked.clear();
    beside.goesAlong<unknown>(
      'ask',
      (c) => asked.get(c) ?? null,
      (c, value) => (value ? asked.set(c, value) : asked.delete(c)),
    );
  });

  test('is kept with it on the server, by the name of its part', async () => {
    asked.set('c', { kind: 'decision' });
    kept.keepDraft('c', { docket: null, doc: doc('one') });
    await vi.advanceTimersByTimeAsync(700);
    expect(put()[0]![1]).toMatchObject({ type: 'draft', doc: doc('one'), ask: { kind: 'decision' }, files: [] });
  });

  test('comes with it from the server, and goes with it', async () => {
    const whole = { type: 'draft', doc: doc('one'), files: [], meeting: null, ask: { kind: 'question' } };
    GET.mockReturnValueOnce(ok([{ conversation: 'c', docket: null, doc: whole, from: 'other' }]));
    await kept.joinDrafts();
    expect(asked.get('c')).toEqual({ kind: 'question' });
    await kept.joinDrafts();
    expect(asked.has('c')).toBe(false);
    expect(wordsOf('c')).toBeUndefined();
  });

  test('is not written over by what the server had before, while it is chosen here', async () => {
    asked.set('c', { kind: 'question' });
    kept.keepBeside('c');
    asked.set('c', { kind: 'question', of: ['her'] });
    kept.keepBeside('c');
    await vi.advanceTimersByTimeAsync(700);
    expect(put().at(-1)![1]).toMatchObject({ ask: { kind: 'question' } });
    // What the server has is asked for, and on its way; meanwhile another kind is chosen.
    let answer: (value: unknown) => void = () => undefined;
    GET.mockReturnValueOnce(new Promise((resolve) => (answer = resolve)));
    const joining = kept.joinDrafts();
    asked.set('c', { kind: 'decision', of: ['her'] });
    kept.keepBeside('c');
    answer(await ok([{ conversation: 'c', docket: null, doc: put().at(-1)![1], from: 'other' }]));
    await joining;
    expect(asked.get('c')).toEqual({ kind: 'decision', of: ['her'] });
    await vi.advanceTimersByTimeAsync(700);
    expect(put().at(-1)![1]).toMatchObject({ ask: { kind: 'decision' } });
  });

  test('is saved once the server can be reached again, and not written over before', async () => {
    asked.set('c', { kind: 'question' });
    kept.keepBeside('c');
    PUT.mockImplementation(unreachable);
    asked.set('c', { kind: 'decision' });
    kept.keepBeside('c');
    await vi.advanceTimersByTimeAsync(700);
    PUT.mockReset().mockReturnValue(ok(undefined));
    const older = { type: 'draft', doc: null, files: [], meeting: null, ask: { kind: 'question' } };
    GET.mockReturnValueOnce(ok([{ conversation: 'c', docket: null, doc: older, from: 'other' }]));
    await kept.joinDrafts();
    await vi.advanceTimersByTimeAsync(0);
    expect(asked.get('c')).toEqual({ kind: 'decision' });
    expect(put().at(-1)![1]).toMatchObject({ ask: { kind: 'decision' } });
  });

  test('an older draft without anything beside it is read too', () => {
    expect(beside.parted(doc('old'))).toEqual({ doc: doc('old'), beside: null });
    expect(beside.parted(null)).toEqual({ doc: null, beside: null });
    expect(beside.whole(null, null)).toBeNull();
  });
});

test('a refusal to keep a draft loses nothing of it', async () => {
  PUT.mockReturnValue(refused(413, 'Too long.'));
  kept.keepDraft('c', { docket: null, doc: doc('long') });
  await vi.advanceTimersByTimeAsync(700);
  expect(kept.drafts.get()['c']).toMatchObject({ doc: doc('long'), unsaved: true });
});
