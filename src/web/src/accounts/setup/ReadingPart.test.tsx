// @vitest-environment jsdom
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { ok } from '../../api/answers.testing';
import { queries } from '../../api/queries';
import { ReadingPart } from './ReadingPart';

const { GET, POST } = vi.hoisted(() => ({ GET: vi.fn(), POST: vi.fn() }));

vi.mock('../../api/client', async (original) => ({ ...(await original<object>()), api: { GET, POST } }));

afterEach(cleanup);

const reading = (draft: string) => ok({ drafts: [draft], found: [], weighed: [], placed: [] });

test('what was read last is shown, whatever is answered last', async () => {
  const user = userEvent.setup();
  GET.mockReturnValue(ok({ nicknames: [], lessons: [], unseen: 0 }));
  const answers: ((answer: unknown) => void)[] = [];
  POST.mockImplementation(() => new Promise((answer) => answers.push(answer)));
  render(
    <MemoryRouter>
      <QueryClientProvider client={queries}>
        <ReadingPart />
      </QueryClientProvider>
    </MemoryRouter>,
  );
  const text = await screen.findByRole('textbox');
  await user.type(text, 'Kit, oil the gate');
  await user.click(screen.getByRole('button', { name: 'Read it' }));
  await user.type(text, ' today');
  await user.click(screen.getByRole('button', { name: 'Read it' }));
  answers[1]!(await reading('Oil the gate, today'));
  expect(await screen.findByText('Oil the gate, today')).toBeTruthy();
  await act(async () => answers[0]!(await reading('Oil the gate')));
  expect(screen.queryByText('Oil the gate')).toBeNull();
  expect(screen.getByText('Oil the gate, today')).toBeTruthy();
});
