// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, test } from 'vitest';
import { Refusal } from './client';
import { meet, useBegun } from './meanwhile';

const began = { name: 'Accounts', site: 'Upper', minutes: 60, version: 'a' };
const changed = (current: unknown) => new Refusal(412, 'Someone changed it.', {}, [], current);

describe('two who change one thing', () => {
  test('keep what each changed where it is not the same field', () => {
    const { merged, clashes } = meet(began, { ...began, name: 'Bills' }, { ...began, minutes: 30, version: 'b' });
    expect(merged).toEqual({ name: 'Bills', site: 'Upper', minutes: 30, version: 'b' });
    expect(clashes).toEqual([]);
  });

  test('clash where it is the same field, and mine stands until one chooses', () => {
    const { merged, clashes } = meet(began, { ...began, name: 'Bills' }, { ...began, name: 'Sums', version: 'b' });
    expect(merged.name).toBe('Bills');
    expect(clashes).toEqual([{ field: 'name', mine: 'Bills', theirs: 'Sums' }]);
  });

  test('do not clash where both changed it to the same', () => {
    expect(meet(began, { ...began, name: 'Sums' }, { ...began, name: 'Sums', version: 'b' }).clashes).toEqual([]);
  });
});

describe('something that is being changed', () => {
  test('is sent again with the others’ version when nothing clashes', async () => {
    const sent: [unknown, string | undefined][] = [];
    const { result } = renderHook(() => useBegun(began));
    act(() => result.current.set({ name: 'Bills' }));
    await act(() =>
      result.current.send((value, ifMatch) => {
        sent.push([value, ifMatch]);
        return ifMatch === '"b"'
          ? Promise.resolve('made')
          : Promise.reject(changed({ ...began, site: 'Pier', version: 'b' }));
      }),
    );
    expect(sent.map(([, ifMatch]) => ifMatch)).toEqual(['"a"', '"b"']);
    expect(sent[1]![0]).toEqual({ name: 'Bills', site: 'Pier', minutes: 60, version: 'b' });
  });

  test('waits for a choice when the same field clashes, and then goes through', async () => {
    const { result } = renderHook(() => useBegun(began));
    act(() => result.current.set({ name: 'Bills' }));
    const put = (value: typeof began, ifMatch: string | undefined) =>
      ifMatch === '"b"'
        ? Promise.resolve(value.name)
        : Promise.reject(changed({ ...began, name: 'Sums', version: 'b' }));
    await act(() => expect(result.current.send(put)).rejects.toThrow('Someone changed it.'));
    expect(result.current.clashes).toEqual([{ field: 'name', mine: 'Bills', theirs: 'Sums' }]);
    act(() => result.current.set({ name: 'Sums' }));
    expect(result.current.clashes).toEqual([]);
    await act(async () => expect(await result.current.send(put)).toBe('Sums'));
  });

  test('throws every other refusal', async () => {
    const { result } = renderHook(() => useBegun(began));
    await act(() =>
      expect(result.current.send(() => Promise.reject(new Refusal(400, 'No such site.')))).rejects.toThrow(
        'No such site.',
      ),
    );
    expect(result.current.clashes).toEqual([]);
  });
});
