// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused, unreachable } from './answers.testing';

const POST = vi.fn();

vi.mock('./client', async (original) => ({ ...(await original<object>()), api: { POST } }));

type Outbox = typeof import('./outbox');
let box: Outbox;
let belongTo: (person: string) => void;

const words = (id: string, more: object = {}) => ({
  id,
  conversation: 'c',
  docket: 'J-1',
  body: `words ${id}`,
  close: false,
  at: '2026-04-14T08:40:00Z',
  ...more,
});

const ids = () => box.outbox.get().map((w) => w.id);
const sent = () => POST.mock.calls.map(([, { body }]) => body.id as string);

beforeEach(async () => {
  vi.useFakeTimers();
  localStorage.clear();
  vi.resetModules();
  POST.mockReset();
  box = await import('./outbox');
  ({ belongTo } = await import('./store'));
  belongTo('odalys');
});

afterEach(() => vi.useRealTimers());

describe('what is sent', () => {
  test('is out of the outbox once the server has it, and is shown', async () => {
    const shown = vi.fn();
    box.whenSent(shown);
    POST.mockReturnValue(ok({ id: '1', order: 5 }));
    await box.send(words('1', { repliesTo: '0', knowing: true }));
    expect(ids()).toEqual([]);
    expect(shown).toHaveBeenCalledWith(expect.objectContaining({ id: '1' }), { id: '1', order: 5 });
    const [path, { params, body }] = POST.mock.calls[0]!;
    expect(path).toBe('/api/conversations/{id}/entries');
    expect(params.path.id).toBe('c');
    expect(body).toMatchObject({ id: '1', body: 'words 1', repliesTo: '0', knowing: true, via: null, ask: null });
  });

  test('stays there while the server cannot be reached, and goes with the same id', async () => {
    POST.mockImplementationOnce(unreachable).mockReturnValue(ok({}));
    await box.send(words('1'));
    expect(ids()).toEqual(['1']);
    await box.flushOutbox();
    expect(ids()).toEqual([]);
    expect(sent()).toEqual(['1', '1']);
  });

  test('is the writer’s again when it is refused', async () => {
    POST.mockReturnValue(refused(422, 'Kit does not see this docket.', { unseeing: [{ id: 'k' }] }));
    await expect(box.send(words('1'))).rejects.toMatchObject({
      status: 422,
      message: 'Kit does not see this docket.',
      unseeing: [{ id: 'k' }],
    });
    expect(ids()).toEqual([]);
  });

  test('goes in the order in which it was said', async () => {
    POST.mockImplementation(unreachable);
    for (const id of ['1', '2', '3']) await box.send(words(id));
    POST.mockReset().mockReturnValue(ok({}));
    await box.flushOutbox();
    expect(sent()).toEqual(['1', '2', '3']);
  });

  test('survives a reload of the page', async () => {
    POST.mockImplementation(unreachable);
    await box.send(words('1'));
    vi.resetModules();
    const again: Outbox = await import('./outbox');
    (await import('./store')).belongTo('odalys');
    expect(again.outbox.get().map((w) => w.id)).toEqual(['1']);
  });

  test('goes when the network is back', async () => {
    POST.mockImplementationOnce(unreachable).mockReturnValue(ok({}));
    await box.send(words('1'));
    window.dispatchEvent(new Event('online'));
    await vi.waitFor(() => expect(ids()).toEqual([]), 30_000);
  });
});

describe('a server that is too busy, or failing', () => {
  test.each([401, 429, 500, 503])('with %i keeps the words, and they are tried again', async (status) => {
    POST.mockReturnValueOnce(refused(status, 'Not now.')).mockReturnValue(ok({}));
    await box.send(words('1'));
    expect(box.outbox.get()[0]!.tries).toBe(1);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(ids()).toEqual([]);
    expect(sent()).toEqual(['1', '1']);
  });

  test('is asked less and less often, but at least each minute', async () => {
    POST.mockReturnValue(refused(503, 'Not now.'));
    await box.send(words('1'));
    const after: number[] = [];
    let passed = 0;
    for (let n = 0; n < 8; n++) {
      const before = POST.mock.calls.length;
      while (POST.mock.calls.length === before) {
        await vi.advanceTimersByTimeAsync(1_000);
        passed += 1;
      }
      after.push(passed);
      passed = 0;
    }
    expect(after).toEqual([2, 4, 8, 16, 32, 60, 60, 60]);
  });

  test('that refuses one of them later keeps the others going', async () => {
    POST.mockImplementation(unreachable);
    await box.send(words('1'));
    await box.send(words('2'));
    POST.mockReset();
    POST.mockReturnValueOnce(refused(404, 'There is no such conversation.')).mockReturnValueOnce(ok({}));
    await box.flushOutbox();
    expect(box.outbox.get()).toEqual([expect.objectContaining({ id: '1', refused: 'There is no such conversation.' })]);
    // What was refused is not tried again by itself, and is taken out by hand.
    POST.mockClear();
    await box.flushOutbox();
    expect(POST).not.toHaveBeenCalled();
    box.withdraw('1');
    expect(ids()).toEqual([]);
  });

  test('is not asked twice at once', async () => {
    POST.mockImplementationOnce(unreachable);
    await box.send(words('1'));
    let answer: (value: unknown) => void = () => undefined;
    POST.mockReset().mockReturnValue(new Promise((resolve) => (answer = resolve)));
    const first = box.flushOutbox();
    await box.flushOutbox();
    expect(POST).toHaveBeenCalledTimes(1);
    answer(await ok({}));
    await first;
    expect(ids()).toEqual([]);
  });
});

test('what one person left waiting is never sent by the next who signs in here', async () => {
  POST.mockImplementation(unreachable);
  await box.send(words('1'));
  belongTo('kit');
  POST.mockReset().mockReturnValue(ok({}));
  await box.flushOutbox();
  expect(POST).not.toHaveBeenCalled();
  expect(ids()).toEqual([]);
  belongTo('odalys');
  await box.flushOutbox();
  expect(sent()).toEqual(['1']);
});
