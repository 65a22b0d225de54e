// @vitest-environment jsdom
import { afterEach, expect, test, vi } from 'vitest';
import { fetched } from './lazy';

afterEach(() => vi.restoreAllMocks());

test('without a line a script is waited for, and fetched when the line is back', async () => {
  const line = vi.spyOn(navigator, 'onLine', 'get').mockReturnValue(false);
  const load = vi.fn().mockRejectedValueOnce(new Error('no line')).mockResolvedValue('here');
  const got = fetched(load);
  await vi.waitFor(() => expect(load).toHaveBeenCalledTimes(1));

  line.mockReturnValue(true);
  window.dispatchEvent(new Event('online'));

  expect(await got).toBe('here');
  expect(load).toHaveBeenCalledTimes(2);
});

test('with a line what cannot be fetched is tried once more, and then told', async () => {
  const load = vi.fn().mockRejectedValue(new Error('gone'));

  await expect(fetched(load)).rejects.toThrow('gone');
  expect(load).toHaveBeenCalledTimes(2);
});
