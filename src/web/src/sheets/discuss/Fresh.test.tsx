// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, expect, test, vi } from 'vitest';
import type { DiscussionView } from '../../api/client';
import { typedAhead } from '../../ui/keys';
import { Fresh } from './Fresh';
import type { Subject } from './subject';
import { anchorOf } from './view';

afterEach(cleanup);

test('what was typed while a discussion could not be begun is kept, shown, and goes along the next time', async () => {
  const user = userEvent.setup();
  const begun = vi.fn();
  const answers: ((one: DiscussionView | null) => void)[] = [];
  const subject = {
    inside: true,
    with: [],
    behind: [],
    words: () => 'the words',
    begin: () => new Promise<DiscussionView | null>((answer) => answers.push(answer)),
  } as unknown as Subject;
  render(<Fresh subject={subject} anchor={anchorOf({ kind: 'whole' })} onBegun={begun} onDrop={() => undefined} />);

  await user.click(screen.getByRole('button', { name: /Note/ }));
  await user.keyboard('Is this right');
  answers[0]!(null);
  expect((await screen.findByRole('status')).textContent).toContain('Is this right');
  expect(begun).not.toHaveBeenCalled();

  await user.click(screen.getByRole('button', { name: /Note/ }));
  await user.keyboard('?');
  answers[1]!({ id: 'd' } as DiscussionView);
  await vi.waitFor(() => expect(begun).toHaveBeenCalledWith('d'));
  expect(typedAhead.take()).toEqual(['Is this right?']);
});
