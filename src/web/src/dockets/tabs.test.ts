// @vitest-environment jsdom
import { beforeEach, expect, test } from 'vitest';
import { closeTab, openTab, tabs } from './tabs';

const refs = () => tabs.get().map((t) => t.ref);
const open = (...list: string[]) => list.forEach((ref) => openTab({ ref, name: ref }));

beforeEach(() => tabs.set([]));

test('dockets stay open in the order in which they were opened, the last nine of them', () => {
  open('1', '2', '1');
  expect(refs()).toEqual(['1', '2']);
  open('3', '4', '5', '6', '7', '8', '9', '10');
  expect(refs()).toEqual(['2', '3', '4', '5', '6', '7', '8', '9', '10']);
});

test('one that is called otherwise now says so in its place', () => {
  open('1', '2');
  openTab({ ref: '1', name: 'Kestrel' });
  expect(tabs.get()).toEqual([
    { ref: '1', name: 'Kestrel' },
    { ref: '2', name: '2' },
  ]);
});

test('after closing one goes on with the one beside it', () => {
  open('1', '2', '3');
  expect(closeTab('3')!.ref).toBe('2');
  expect(closeTab('1')!.ref).toBe('2');
  expect(closeTab('2')).toBeUndefined();
  expect(refs()).toEqual([]);
});
