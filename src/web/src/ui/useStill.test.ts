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
