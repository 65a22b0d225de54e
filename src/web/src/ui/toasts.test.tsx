// @vitest-environment jsdom
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';

let toasts: typeof import('./toasts');

beforeEach(async () => {
  window.matchMedia ??= vi
    .fn()
    .mockReturnValue({ matches: false, addEventListener: vi.fn(), removeEventListener: vi.fn() });
  HTMLElement.prototype.setPointerCapture ??= () => undefined;
  vi.resetModules();
  toasts = await import('./toasts');
  render(<toasts.Toasts />);
});
afterEach(cleanup);

test('what is said stands at the foot, where it is read out', async () => {
  act(() => toasts.say('Kept.'));
  expect(await screen.findByText('Kept.')).toBeTruthy();
  expect(screen.getByRole('region', { name: 'Messages' }).getAttribute('aria-live')).toBe('polite');
});

test('it is undone from there, once, and goes', async () => {
  const undo = vi.fn();
  act(() => toasts.say('Closed.', { action: { label: 'Undo', run: undo } }));
  await userEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  expect(undo).toHaveBeenCalledTimes(1);
  await waitFor(() => expect(screen.queryByText('Closed.')).toBeNull());
});

test('what goes wrong is said in its own words', async () => {
  act(() => {
    toasts.sayWrong(new Error('There is no such docket.'));
  });
  act(() => {
    toasts.sayWrong('Plain words.');
  });
  expect(await screen.findByText('There is no such docket.')).toBeTruthy();
  expect(await screen.findByText('Plain words.')).toBeTruthy();
});

test('four stand there at once, the newest; one that is dismissed makes no room for what is gone', async () => {
  act(() => ['1', '2', '3', '4', '5'].forEach((n) => toasts.say(`Number ${n}`, { stays: true })));
  await screen.findByText('Number 5');
  await waitFor(() => expect(screen.queryByText('Number 1')).toBeNull());
  expect(screen.getAllByText(/^Number/)).toHaveLength(4);
});
