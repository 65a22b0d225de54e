// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { expect, test } from 'vitest';
import { useBegun } from './meanwhile';

type Thing = { name: string; hours: number; version: string };

const shown = (first: Thing) => renderHook(({ thing }) => useBegun(thing), { initialProps: { thing: first } });

const [began, theirs] = [
  { name: 'Crane', hours: 8, version: '1' },
  { name: 'Crane 2', hours: 8, version: '2' },
];

test('untouched, a form follows what somebody else saves', () => {
  const { result, rerender } = shown(began);
  rerender({ thing: theirs });
  expect(result.current.value.name).toBe('Crane 2');
  expect(result.current.changed).toBe(false);
});

test('what one has changed stays, however often others save, and is sent on the version that one began from', async () => {
  const { result, rerender } = shown(began);
  act(() => result.current.set({ hours: 6 }));
  rerender({ thing: theirs });
  expect(result.current.value).toMatchObject({ name: 'Crane', hours: 6 });
  const sent: (string | undefined)[] = [];
  await act(() => result.current.send(async (_, ifMatch) => void sent.push(ifMatch)));
  expect(sent).toEqual(['"1"']);
});

test('what one has just saved stays while what is given is still the one before', () => {
  const { result, rerender } = shown(began);
  act(() => result.current.set({ hours: 6 }));
  act(() => result.current.begin({ ...began, hours: 6, version: '3' }));
  rerender({ thing: { ...began } });
  expect(result.current.value.hours).toBe(6);
  rerender({ thing: { ...began, hours: 6, version: '3' } });
  expect(result.current.value).toMatchObject({ hours: 6, version: '3' });
});
