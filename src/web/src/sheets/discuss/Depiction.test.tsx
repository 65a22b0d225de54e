// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { DiscussionView } from '../../api/client';
import { written } from '../../ui/picture/viewpoint';
import type { Drawing, Depicted } from '../drawing/depicted';
import { Depiction, type DepictedProps } from './Depiction';
import { anchorOf, untouched } from './view';

const drawing = { x: 0, y: 0, width: 1000, height: 500, layers: [] } as unknown as Drawing;
const of = { name: 'Plan', drawing } as unknown as Depicted;

/** How wide the window is; it says so when it is asked to. */
let say: (() => void)[] = [];

beforeEach(() => {
  vi.useFakeTimers();
  say = [];
  vi.stubGlobal(
    'ResizeObserver',
    class {
      constructor(private readonly told: () => void) {}
      observe() {
        say.push(this.told);
      }
      disconnect() {}
    },
  );
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(800);
  vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(400);
});

afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

const one = (props: Partial<DepictedProps>) => (
  <Depiction {...untouched} of={of} drawing={drawing} view={null} onView={() => undefined} {...props}>
    {(at) => <i data-testid="seen">{written(at)}</i>}
  </Depiction>
);

const seen = () => screen.getByTestId('seen').textContent;

test('what one looks at stays when the address follows late', () => {
  const onView = vi.fn();
  const { rerender } = render(one({ onView }));
  act(() => say.forEach((s) => s()));
  fireEvent.click(screen.getByRole('button', { name: 'Larger' }));
  act(() => void vi.advanceTimersByTime(300));
  const first = onView.mock.lastCall![0] as string;
  expect(first).toBe(seen());

  // One goes on before the address has it.
  fireEvent.click(screen.getByRole('button', { name: 'Larger' }));
  const second = seen();
  rerender(one({ onView, view: first }));

  expect(seen()).toBe(second);
  expect(second).not.toBe(first);

  // Whoever is led there goes there.
  rerender(one({ onView, view: '10~20~3~1' }));
  expect(seen()).toBe('10~20~3~1');
});

test('a view in the address is what is seen, also where a discussion is open beside it', () => {
  const place = { state: 'there', at: anchorOf({ kind: 'spot', page: 1, x: 900, y: 400, width: 0, height: 0 }) };
  const discussion = { id: 'd', state: 'open', about: 'a spot', place } as unknown as DiscussionView;
  const led = '10~20~3~1';
  render(one({ view: led, open: 'd', discussions: [discussion] }));
  act(() => say.forEach((s) => s()));

  expect(seen()).toBe(led);
});

test('what is opened comes into sight once the window is known', () => {
  const place = { state: 'there', at: anchorOf({ kind: 'spot', page: 1, x: 900, y: 400, width: 0, height: 0 }) };
  const discussion = { id: 'd', state: 'open', about: 'a spot', place } as unknown as DiscussionView;
  const { rerender } = render(one({ discussions: [discussion], view: '10~20~3~1' }));
  act(() => say.forEach((s) => s()));
  rerender(one({ discussions: [discussion], view: '10~20~3~1', open: 'd' }));

  expect(seen()).toBe('900~400~3~1');
});
