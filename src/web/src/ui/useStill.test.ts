// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { expect, test } from 'vitest';
import { useStill } from './useStill';

test('rows stand still from pressing until the click is over', async () => {
  const list = renderHook(({ rows }) => useStill(rows), { initialProps: { rows: ['a', 'b'] } });
  act(() => list.result.current[1].onPointerDownCapture());
  list.rerender({ rows: ['b', 'a'] });
  expect(list.result.current[0]).toEqual(['a', 'b']);

  dispatchEvent(new Event('pointerup'));
  expect(list.result.current[0]).toEqual(['a', 'b']);
  await act(() => new Promise((done) => setTimeout(done)));
  expect(list.result.current[0]).toEqual(['b', 'a']);

  list.rerender({ rows: ['c'] });
  expect(list.result.current[0]).toEqual(['c']);
});

test('what stands above others stays while a pointer is down on any of them', async () => {
  const list = renderHook(({ rows }) => useStill(rows, true), { initialProps: { rows: [] as string[] } });
  act(() => void document.body.dispatchEvent(new Event('pointerdown', { bubbles: true })));
  list.rerender({ rows: ['a'] });
  expect(list.result.current[0]).toEqual([]);
  dispatchEvent(new Event('pointerup'));
  await act(() => new Promise((done) => setTimeout(done)));
  expect(list.result.current[0]).toEqual(['a']);
});
