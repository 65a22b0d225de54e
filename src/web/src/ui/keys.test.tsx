// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type Keymap, needsFocus, pageKeys, typedAhead, useKeys } from './keys';
import { onThisPage } from './onThisPage';

const [down, go, leave] = [vi.fn(), vi.fn(), vi.fn()];
const user = userEvent.setup();

function Page({ map, over = false }: { map: Keymap; over?: boolean }) {
  useKeys(map);
  return (
    <>
      <input aria-label="Words" />
      {over ? <div data-over="" /> : null}
    </>
  );
}

const map = { j: down, d: leave, '2': go, escape: leave };

beforeEach(() => [down, go, leave].forEach((mock) => mock.mockReset()));
afterEach(cleanup);

test('a key does what the page says, in any case', async () => {
  render(<Page map={map} />);
  await user.keyboard('jJ');
  expect(down).toHaveBeenCalledTimes(2);
});

test('all keys of pages can be switched off, but backing out', async () => {
  render(<Page map={map} />);
  pageKeys.set(false);
  await user.keyboard('j2');
  expect([down, go].map((mock) => mock.mock.calls.length)).toEqual([0, 0]);
  await user.keyboard('{Escape}');
  expect(leave).toHaveBeenCalledTimes(1);
  pageKeys.set(true);
  await user.keyboard('j2');
  expect([down, go].map((mock) => mock.mock.calls.length)).toEqual([1, 1]);
});

test('what is typed while a composer opens is held for it, and is no command', async () => {
  render(<Page map={map} />);
  typedAhead.begin();
  await user.keyboard('jd x{Backspace}y{Enter}2');
  expect([down, go, leave].map((mock) => mock.mock.calls.length)).toEqual([0, 0, 0]);
  expect(typedAhead.take()).toEqual(['jd y\n2']);
  await user.keyboard('j');
  expect(down).toHaveBeenCalledTimes(1);
});

test('what is sent before the composer is there is told apart from what is typed after it', async () => {
  render(<Page map={map} />);
  typedAhead.begin();
  await user.keyboard('One.{Control>}{Enter}{/Control}And more');
  expect(typedAhead.take()).toEqual(['One.', 'And more']);
});

test('what is typed into the composer itself is not held', async () => {
  const { getByLabelText } = render(<Page map={map} />);
  typedAhead.begin();
  await user.type(getByLabelText('Words'), 'j');
  expect(typedAhead.take()).toEqual(['']);
});

test('while one types, with a panel open, or with a modifier, keys are nobody’s but theirs', async () => {
  const { getByLabelText, rerender } = render(<Page map={map} />);
  await user.type(getByLabelText('Words'), 'j');
  await user.click(document.body);
  await user.keyboard('{Control>}j{/Control}');
  rerender(<Page map={map} over />);
  await user.keyboard('j');
  expect(down).not.toHaveBeenCalled();
});

test('a page that is gone listens no more', async () => {
  render(<Page map={map} />).unmount();
  await user.keyboard('j');
  expect(down).not.toHaveBeenCalled();
});

test('what the page lets one do now is found by name, each once, and done', async () => {
  HTMLElement.prototype.checkVisibility = () => true;
  const pressed = vi.fn();
  const { container } = render(
    <>
      <button onClick={pressed} aria-label="Set aside" />
      <button onClick={pressed} aria-label="Set aside" />
      <button disabled aria-label="Close" />
      <button aria-label="x" />
      <div aria-hidden="true">
        <button aria-label="Hidden" />
      </div>
    </>,
  );
  const commands = onThisPage(container);
  expect(commands.map((c) => c.name)).toEqual(['Set aside']);
  commands[0]!.run();
  expect(pressed).toHaveBeenCalledTimes(1);
});

test('whoever waits for the server has all that is typed meanwhile, and goes on from what was kept', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  render(<Page map={map} />);
  typedAhead.begin(['so far'], true);
  vi.advanceTimersByTime(10_000);
  await user.keyboard('j');
  expect(typedAhead.take()).toEqual(['so farj']);
  // Who does not wait gives the keys back after a while.
  typedAhead.begin();
  vi.advanceTimersByTime(10_000);
  await user.keyboard('j');
  expect(down).toHaveBeenCalledTimes(1);
  vi.useRealTimers();
});

test('what is written, and what stands over the page, needs the focus; what is within it may take it', () => {
  const { container } = render(
    <>
      <button type="button">Page</button>
      <input aria-label="Name" />
      <div data-over="">
        <button type="button">Over</button>
        <p>Within</p>
      </div>
    </>,
  );
  const [page, over] = container.querySelectorAll('button');
  const within = screen.getByText('Within');
  expect(needsFocus(page!, within)).toBe(false);
  expect(needsFocus(screen.getByLabelText('Name'), within)).toBe(true);
  expect(needsFocus(over!, page!)).toBe(true);
  expect(needsFocus(over!, within)).toBe(false);
});
