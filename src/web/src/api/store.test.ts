// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, test, vi } from 'vitest';

let store: typeof import('./store');

beforeEach(async () => {
  localStorage.clear();
  sessionStorage.clear();
  vi.resetModules();
  store = await import('./store');
});

describe('what is kept in the browser', () => {
  test('outlives the page, and what is no longer readable is as at the beginning', async () => {
    new store.Kept('a', 1).set(2);
    localStorage.setItem('b', 'not { json');
    vi.resetModules();
    const again = await import('./store');
    expect(new again.Kept('a', 1).get()).toBe(2);
    expect(new again.Kept('b', 'first').get()).toBe('first');
  });

  test('changes with what another page of one’s own keeps', () => {
    const kept = new store.Kept('a', 1);
    const heard = renderHook(() => kept.use());
    localStorage.setItem('a', '7');
    act(() => {
      window.dispatchEvent(new StorageEvent('storage', { key: 'a', storageArea: localStorage }));
    });
    expect(heard.result.current).toBe(7);
  });

  test('is changed from what it was', () => {
    const kept = new store.Kept<number[]>('a', []);
    kept.set((all) => [...all, 1]);
    kept.set((all) => [...all, 2]);
    expect(kept.get()).toEqual([1, 2]);
  });

  test('is of this page alone where it is kept so', () => {
    new store.Kept('a', 1, { place: sessionStorage }).set(3);
    expect(localStorage.getItem('a')).toBeNull();
    expect(sessionStorage.getItem('a')).toBe('3');
  });
});

describe('what is personal', () => {
  test('is of the person who is signed in, and waits for them while another is', () => {
    const kept = new store.Kept<string[]>('words', [], { personal: true });
    store.belongTo('odalys');
    kept.set(['hers']);
    store.belongTo('kit');
    expect(kept.get()).toEqual([]);
    kept.set(['his']);
    store.belongTo('odalys');
    expect(kept.get()).toEqual(['hers']);
  });

  test('is shown anew when somebody else signs in', () => {
    const kept = new store.Kept('words', '', { personal: true });
    store.belongTo('odalys');
    kept.set('hers');
    const heard = renderHook(() => kept.use());
    act(() => store.belongTo('kit'));
    expect(heard.result.current).toBe('');
  });

  test('is not kept for nobody, and nobody finds it', () => {
    const kept = new store.Kept('words', '', { personal: true });
    kept.set('of whom?');
    store.belongTo('kit');
    expect(kept.get()).toBe('');
    expect(localStorage.length).toBe(0);
  });

  test('goes from an earlier version to whoever was signed in, once', () => {
    localStorage.setItem('words', '"left"');
    const kept = new store.Kept('words', '', { personal: true });
    store.belongTo('odalys');
    expect(kept.get()).toBe('left');
    store.belongTo('kit');
    expect(kept.get()).toBe('');
  });

  test('does not change with what another person keeps in another page', () => {
    const kept = new store.Kept('words', '', { personal: true });
    store.belongTo('odalys');
    localStorage.setItem('words/kit', '"his"');
    window.dispatchEvent(new StorageEvent('storage', { key: 'words/kit', storageArea: localStorage }));
    expect(kept.get()).toBe('');
  });

  test('what follows from whose it is happens once that is known', () => {
    const then = vi.fn();
    store.whenOwned(then);
    store.belongTo('odalys');
    store.belongTo('odalys');
    expect(then).toHaveBeenCalledTimes(1);
  });
});
