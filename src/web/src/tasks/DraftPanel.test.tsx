// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ok, refused } from '../api/answers.testing';
import type { EntryView } from '../api/client';
import { queries } from '../api/queries';

const { GET, POST, say } = vi.hoisted(() => ({ GET: vi.fn(), POST: vi.fn(), say: vi.fn() }));

vi.mock('../api/client', async (original) => ({ ...(await original<object>()), api: { GET, POST } }));
vi.mock('../ui/toasts', () => ({ say, sayWrong: vi.fn() }));

const { DraftPanel } = await import('./DraftPanel');

const draft = (title: string) => ({
  title,
  otherTitles: [],
  owners: [],
  otherOwners: [],
  due: null,
  otherDues: [],
  start: null,
  priority: 'normal',
  repeats: null,
  parts: [],
});
const entry = { id: 'e', conversation: 'c', kind: 'note', html: '<p>Words</p>' } as EntryView;
const closed = vi.fn();

const show = (...titles: string[]) => {
  GET.mockImplementation((path: string) =>
    ok(path.endsWith('/drafts') ? { html: '<p>Words</p>', drafts: titles.map(draft), found: true } : {}),
  );
  render(<DraftPanel entry={entry} onClose={closed} />, {
    wrapper: ({ children }) => (
      <QueryClientProvider client={queries}>
        <MemoryRouter>{children}</MemoryRouter>
      </QueryClientProvider>
    ),
  });
};

beforeEach(() => {
  queries.clear();
  for (const mock of [GET, POST, say, closed]) mock.mockReset();
  Element.prototype.scrollIntoView ??= () => undefined;
  POST.mockImplementation((_: string, { body }: { body: { id: string; title: string } }) =>
    ok({ id: body.id, title: body.title, owners: [], blockedBy: [], watchers: [], version: 1 }),
  );
});
afterEach(cleanup);

test('all are made, each once, and then nothing is left to be made again', async () => {
  show('One', 'Two', 'Three');
  await userEvent.click(await screen.findByRole('button', { name: 'Make all 3' }));
  await waitFor(() => expect(closed).toHaveBeenCalledTimes(1));
  expect(POST.mock.calls.map(([, { body }]) => body.title)).toEqual(['One', 'Two', 'Three']);
  expect(new Set(POST.mock.calls.map(([, { body }]) => body.id)).size).toBe(3);
  expect(screen.queryByRole('button', { name: /Make/ })).toBeNull();
});

test('one that is left out is not made, and the others are', async () => {
  show('One', 'Two');
  await userEvent.click((await screen.findAllByRole('button', { name: 'Skip this one' }))[0]!);
  await userEvent.click(screen.getByRole('button', { name: 'Make task' }));
  await waitFor(() => expect(closed).toHaveBeenCalledTimes(1));
  expect(POST.mock.calls.map(([, { body }]) => body.title)).toEqual(['Two']);
});

test('what a colleague has made of the same words is shown, and made again only anyway', async () => {
  POST.mockReturnValueOnce(
    refused(422, 'Odalys Brandt has made this task of these words already.', {
      first: { id: 'first', title: 'Grease the winch', owners: [{ firstName: 'Kit' }] },
    }),
  );
  show('Grease the winch');
  await userEvent.click(await screen.findByRole('button', { name: 'Make task' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Odalys Brandt has made this task');
  expect(screen.getByRole('link', { name: 'Grease the winch, Kit' }).getAttribute('href')).toBe('/tasks?task=first');
  expect(closed).not.toHaveBeenCalled();
  await userEvent.click(screen.getByRole('button', { name: 'Make it anyway' }));
  await waitFor(() => expect(closed).toHaveBeenCalledTimes(1));
  expect(POST.mock.calls.map(([, { body }]) => body.again)).toEqual([false, true]);
});

test('what is not a task is said to the server, and goes', async () => {
  show('One', 'Two');
  await userEvent.click((await screen.findAllByRole('button', { name: 'Not a task' }))[0]!);
  await waitFor(() => expect(screen.queryByDisplayValue('One')).toBeNull());
  expect(POST.mock.calls.map(([path, { body }]) => [path, body])).toEqual([
    ['/api/entries/{id}/drafts/turned-down', { title: 'One' }],
  ]);
  expect(screen.getByDisplayValue('Two')).toBeTruthy();
  expect(closed).not.toHaveBeenCalled();
});
