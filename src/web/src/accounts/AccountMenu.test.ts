// @vitest-environment jsdom
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { ok } from '../api/answers.testing';

const { DELETE, POST, disconnect } = vi.hoisted(() => ({ DELETE: vi.fn(), POST: vi.fn(), disconnect: vi.fn() }));

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { DELETE, POST } }));
vi.mock('../api/live', () => ({ disconnect }));

window.matchMedia ??= vi.fn().mockReturnValue({ matches: false, addEventListener: vi.fn() });

const { signOut } = await import('./AccountMenu');
const { outbox } = await import('../api/outbox');
const assign = vi.fn();
const asked = vi.fn();

const waiting = (id: string, more: object = {}) => ({
  id,
  conversation: 'c',
  docket: null,
  body: 'words',
  close: false,
  at: '2026-04-14T08:40:00Z',
  ...more,
});

beforeEach(() => {
  for (const mock of [DELETE, disconnect, assign, asked]) mock.mockReset();
  DELETE.mockReturnValue(ok(undefined));
  vi.stubGlobal('confirm', asked);
  Object.defineProperty(window, 'location', { value: { assign }, configurable: true });
  outbox.set([]);
});

describe('signing out', () => {
  test('ends the session and begins again at the first page', async () => {
    await signOut();
    expect(DELETE).toHaveBeenCalledWith('/api/session');
    expect(disconnect).toHaveBeenCalled();
    expect(assign).toHaveBeenCalledWith('/');
    expect(asked).not.toHaveBeenCalled();
  });

  test('ends all of one’s sessions where that is wanted', async () => {
    await signOut(true);
    expect(DELETE).toHaveBeenCalledWith('/api/sessions');
  });

  test('says before what has not been sent yet, and what becomes of it', async () => {
    outbox.set([waiting('1'), waiting('2'), waiting('3', { refused: 'No.' })]);
    asked.mockReturnValue(true);
    await signOut();
    expect(asked.mock.calls[0]![0]).toContain(
      '2 messages have not been sent yet. They stay in this browser for you alone',
    );
    expect(assign).toHaveBeenCalledWith('/');
    expect(outbox.get()).toHaveLength(3);
  });

  test('is left when one would rather wait', async () => {
    outbox.set([waiting('1')]);
    asked.mockReturnValue(false);
    await signOut();
    expect(asked.mock.calls[0]![0]).toContain('One message has not been sent yet.');
    expect(DELETE).not.toHaveBeenCalled();
    expect(assign).not.toHaveBeenCalled();
  });
});
