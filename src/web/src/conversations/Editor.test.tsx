// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { Editor } from './Editor';

afterEach(cleanup);

const page = (
  <Editor
    conversation="c"
    page
    autoFocus
    label="The page"
    placeholder="Write"
    initial="<p>What was said.</p>"
    onChange={() => undefined}
    onSend={() => undefined}
  />
);
const frame = () => new Promise(requestAnimationFrame);

test('the writing begins in a page as soon as it is there', () => {
  render(page);
  expect(document.activeElement).toBe(screen.getByRole('textbox', { name: 'The page' }));
});

test('a page that comes while its name is written leaves the name its writer', async () => {
  const named = (more: boolean) => (
    <>
      <input aria-label="Name" />
      {more ? page : null}
    </>
  );
  const { rerender } = render(named(false));
  const name = screen.getByLabelText('Name');
  name.focus();
  rerender(named(true));
  await frame();
  await frame();
  expect(screen.getByRole('textbox', { name: 'The page' }).textContent).toContain('What was said.');
  expect(document.activeElement).toBe(name);
});
