// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ok } from '../api/answers.testing';
import type { AlertView } from '../api/client';

const { PUT, send } = vi.hoisted(() => ({ PUT: vi.fn(), send: vi.fn() }));

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { PUT } }));
vi.mock('../api/outbox', () => ({ send }));

const { popUps } = await import('./popUps');
const { PopUps } = await import('./PopUps');

const alert = (id: string, more: Partial<AlertView> = {}) =>
  ({ id, reason: `Reason ${id}`, words: 'Words', path: '/', answerable: false, ...more }) as AlertView;
const onAll = vi.fn();

beforeEach(() => {
  PUT.mockReset().mockImplementation(() => ok(null));
  send.mockReset().mockResolvedValue(undefined);
  act(popUps.dismissAll);
  render(<PopUps onAll={onAll} />, { wrapper: MemoryRouter });
});
afterEach(cleanup);

test('three stand there, the newest first, and the rest are counted', async () => {
  act(() => ['1', '2', '3', '4', '5'].forEach((id) => popUps.show({ alert: alert(id), more: 0 })));
  expect(screen.getAllByText(/^Reason/).map((e) => e.textContent)).toEqual(['Reason 5', 'Reason 4', 'Reason 3']);
  await userEvent.click(screen.getByRole('button', { name: '2 more' }));
  expect(onAll).toHaveBeenCalled();
  expect(screen.queryByText('Reason 5')).toBeNull();
});

test('one stays until it is dismissed, and then the next has its room', async () => {
  act(() => ['1', '2', '3', '4'].forEach((id) => popUps.show({ alert: alert(id), more: 0 })));
  await userEvent.click(screen.getAllByRole('button', { name: 'Dismiss' })[0]!);
  expect(screen.getAllByText(/^Reason/).map((e) => e.textContent)).toEqual(['Reason 3', 'Reason 2', 'Reason 1']);
});

test('gone to, it is read and gone', async () => {
  act(() => popUps.show({ alert: alert('1'), more: 2 }));
  expect(screen.getByText('and 2 more there')).toBeTruthy();
  await userEvent.click(screen.getByRole('link'));
  expect(PUT.mock.calls[0]![1].body).toEqual({ read: true });
  expect(screen.queryByText('Reason 1')).toBeNull();
});

test('answered in place with Enter; Shift and Enter begins a line, Escape gives it up', async () => {
  act(() => popUps.show({ alert: alert('1', { answerable: true, conversation: 'c', entry: 'e' }), more: 0 }));
  await userEvent.click(screen.getByRole('button', { name: 'Reply here' }));
  await userEvent.type(screen.getByRole('textbox', { name: 'Answer' }), 'Never mind{Escape}');
  expect(screen.queryByRole('textbox')).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Reply here' }));
  await userEvent.clear(screen.getByRole('textbox', { name: 'Answer' }));
  await userEvent.type(screen.getByRole('textbox', { name: 'Answer' }), 'Until{Shift>}{Enter}{/Shift}noon.{Enter}');
  expect(send).toHaveBeenCalledWith(
    expect.objectContaining({ conversation: 'c', repliesTo: 'e', body: 'Until\nnoon.' }),
  );
  expect(await screen.findByText('Sent.')).toBeTruthy();
});

test('Enter pressed twice sends the answer once', async () => {
  let sent = () => {};
  send.mockImplementation(() => new Promise<void>((resolve) => (sent = resolve)));
  act(() => popUps.show({ alert: alert('1', { answerable: true, conversation: 'c', entry: 'e' }), more: 0 }));
  await userEvent.click(screen.getByRole('button', { name: 'Reply here' }));
  await userEvent.type(screen.getByRole('textbox', { name: 'Answer' }), 'Noon.{Enter}{Enter}');
  expect(send).toHaveBeenCalledTimes(1);
  act(() => sent());
  expect(await screen.findByText('Sent.')).toBeTruthy();
});
