// @vitest-environment jsdom
import { cleanup, render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { type Keymap, useKeys } from './keys';
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

const map = { j: down, d: leave, 'g d': go };

beforeEach(() => [down, go, leave].forEach((mock) => mock.mockReset()));
afterEach(cleanup);

test('a key does what the page says, in any case', async () => {
  render(<Page map={map} />);
  await user.keyboard('jJ');
  expect(down).toHaveBeenCalledTimes(2);
});

test('G and another go somewhere, and the other alone does what it does alone', async () => {
  render(<Page map={map} />);
  await user.keyboard('gd');
  await user.keyboard('d');
  expect([go.mock.calls.length, leave.mock.calls.length]).toEqual([1, 1]);
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
