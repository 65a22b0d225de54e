// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ok, refused, unreachable } from '../api/answers.testing';

const [POST, DELETE, sendPart] = [vi.fn(), vi.fn(), vi.fn()];

vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  api: { POST, DELETE },
  sendPart: (...args: unknown[]) => sendPart(...args) as unknown,
}));

let files: typeof import('./attachments');
let client: typeof import('../api/client');

const list = () => files.attachments.get()['c'] ?? [];
const file = (name: string, size = 10) => new File(['x'.repeat(size)], name, { type: 'text/plain' });
const there = (id: string, name = 'a.txt') => ({
  id,
  received: 10,
  file: { id, name, size: 10, mediaType: 'text/plain' },
});

beforeEach(async () => {
  vi.useFakeTimers();
  sessionStorage.clear();
  localStorage.clear();
  vi.resetModules();
  for (const mock of [POST, DELETE, sendPart]) mock.mockReset();
  DELETE.mockReturnValue(ok(undefined));
  files = await import('./attachments');
  client = await import('../api/client');
  (await import('../api/store')).belongTo('odalys');
});

afterEach(() => vi.useRealTimers());

/** A server that takes each file in one part. */
const takesAll = () => {
  POST.mockImplementation((_: string, { body }: { body: { id: string } }) =>
    ok({ id: body.id, received: 0, file: null }),
  );
  sendPart.mockImplementation((id: string) => Promise.resolve(there(id)));
};

describe('a file that goes along', () => {
  test('is sent at once, and is ready when all of it is there', async () => {
    takesAll();
    files.attach('c', [file('a.txt')]);
    expect(list()[0]).toMatchObject({ name: 'a.txt', state: 'going', sent: 0 });
    await vi.advanceTimersByTimeAsync(0);
    expect(list()[0]).toMatchObject({ state: 'ready', sent: 10, view: { name: 'a.txt' } });
    expect(files.readyOf('c')).toHaveLength(1);
  });

  test('goes on where the server says that it stopped', async () => {
    POST.mockImplementation((_: string, { body }: { body: { id: string } }) =>
      ok({ id: body.id, received: 6, file: null }),
    );
    sendPart.mockImplementation((id: string) => Promise.resolve(there(id)));
    files.attach('c', [file('a.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    const [, from, part] = sendPart.mock.calls[0]! as [string, number, Blob];
    expect([from, part.size]).toEqual([6, 4]);
  });

  test('rests while the server cannot be reached, longer each time, and goes on by itself', async () => {
    POST.mockImplementation(unreachable);
    files.attach('c', [file('a.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    expect(list()[0]!.state).toBe('resting');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(POST).toHaveBeenCalledTimes(2);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(POST).toHaveBeenCalledTimes(2);
    takesAll();
    await vi.advanceTimersByTimeAsync(1_000);
    expect(list()[0]!.state).toBe('ready');
  });

  test('goes on as soon as the network is back', async () => {
    POST.mockImplementationOnce(unreachable);
    files.attach('c', [file('a.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    takesAll();
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(0);
    expect(list()[0]!.state).toBe('ready');
  });

  test('waits when the server is busy, and fails with its words when it is refused', async () => {
    POST.mockReturnValueOnce(refused(429, 'Slower.')).mockReturnValueOnce(refused(413, 'It is larger than 250 MB.'));
    files.attach('c', [file('a.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    expect(list()[0]!.state).toBe('resting');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(list()[0]).toMatchObject({ state: 'failed', wrong: 'It is larger than 250 MB.' });
    takesAll();
    files.retry('c', list()[0]!.id);
    await vi.advanceTimersByTimeAsync(0);
    expect(list()[0]).toMatchObject({ state: 'ready', wrong: undefined });
  });

  test('is not sent on once it was taken out, and the server forgets it', async () => {
    POST.mockImplementation(unreachable);
    files.attach('c', [file('a.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    files.takeOut('c', list()[0]!);
    expect(list()).toEqual([]);
    expect(DELETE).toHaveBeenCalledTimes(1);
    const before = POST.mock.calls.length;
    await vi.advanceTimersByTimeAsync(60_000);
    expect(POST).toHaveBeenCalledTimes(before);
  });

  test('at most three go at once, and the others follow', async () => {
    const answers: ((value: unknown) => void)[] = [];
    POST.mockImplementation((_: string, { body }: { body: { id: string } }) =>
      ok({ id: body.id, received: 0, file: null }),
    );
    sendPart.mockImplementation((id: string) => new Promise((resolve) => answers.push(() => resolve(there(id)))));
    files.attach(
      'c',
      ['1', '2', '3', '4', '5'].map((n) => file(n)),
    );
    await vi.advanceTimersByTimeAsync(0);
    expect(sendPart).toHaveBeenCalledTimes(3);
    answers[0]!(null);
    await vi.advanceTimersByTimeAsync(0);
    expect(sendPart).toHaveBeenCalledTimes(4);
  });
});

describe('the list of a conversation', () => {
  const known = (id: string) =>
    ({ id, name: `${id}.pdf`, size: 5, mediaType: 'application/pdf', caption: null }) as never;

  test('is put in order, captioned and emptied by what was sent', () => {
    for (const id of ['a', 'b', 'c']) files.attachKnown('c', known(id));
    files.move('c', 'c', 0);
    expect(list().map((f) => f.id)).toEqual(['c', 'a', 'b']);
    files.caption('c', 'a', 'The berth');
    expect(files.readyOf('c').map((f) => f.caption)).toEqual([null, 'The berth', null]);
    files.attachmentsSent('c', list().slice(0, 2));
    expect(list().map((f) => f.id)).toEqual(['b']);
  });

  test('becomes what the server has, but for what is on its way here', async () => {
    POST.mockImplementation(unreachable);
    files.attach('c', [file('going.txt')]);
    await vi.advanceTimersByTimeAsync(0);
    files.attachKnown('c', known('a'));
    files.attachedKnown('c', [known('b')]);
    expect(list().map((f) => f.name)).toEqual(['going.txt', 'b.pdf']);
  });
});

test('what had not come when the page was left says so, and goes on when it is chosen again', async () => {
  POST.mockImplementation(unreachable);
  files.attach('c', [file('a.txt')]);
  await vi.advanceTimersByTimeAsync(0);
  const id = list()[0]!.id;
  vi.resetModules();
  files = await import('./attachments');
  (await import('../api/store')).belongTo('odalys');
  expect(list()[0]).toMatchObject({ id, state: 'failed' });
  expect(list()[0]!.wrong).toContain('Choose it again');
  takesAll();
  files.attach('c', [file('a.txt')]);
  await vi.advanceTimersByTimeAsync(0);
  expect(list()).toHaveLength(1);
  expect(list()[0]).toMatchObject({ id, state: 'ready' });
});

test('a picture is previewed from this device until it has come', () => {
  URL.createObjectURL = vi.fn(() => 'blob:1');
  URL.revokeObjectURL = vi.fn();
  POST.mockReturnValue(new Promise(() => undefined));
  files.attach('c', [new File(['x'], 'a.png', { type: 'image/png' }), file('a.txt')]);
  const [picture, text] = list();
  expect(files.previewOf(picture!)).toBe('blob:1');
  expect(files.previewOf(text!)).toBeNull();
  files.takeOut('c', picture!);
  expect(URL.revokeObjectURL).toHaveBeenCalledWith('blob:1');
  expect(client.Refusal).toBeDefined();
});
