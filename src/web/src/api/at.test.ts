// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from 'vitest';

const lie = async (base: string) => {
  vi.resetModules();
  document.head.innerHTML = `<meta name="wrenlet-base" content="${base}" />`;
  return await import('./at');
};

beforeEach(() => window.history.replaceState(null, '', '/'));

test('at the top of its host an address is its path', async () => {
  const { asHtml, at, basename, whereNow, within } = await lie('');
  expect([basename, at('/api/logo'), within('/tasks'), whereNow()]).toEqual(['', '/api/logo', '/tasks', '/']);
  expect(asHtml('<img src="/api/files/1">').__html).toBe('<img src="/api/files/1">');
});

test('below a path its addresses begin there, also in what was said, and those of elsewhere stay', async () => {
  const { asHtml, at, whereNow, within } = await lie('/yard');
  window.history.replaceState(null, '', '/yard/dockets/J-1?entry=2');
  expect([at('/api/logo'), at('https://other.example/x')]).toEqual(['/yard/api/logo', 'https://other.example/x']);
  expect([whereNow(), within('/yard'), within('/yardstick'), within('/')]).toEqual(['/dockets/J-1', '/', null, null]);
  expect(asHtml('<img src="/api/files/1"> <a href="//other.example/">src="/x"</a>').__html).toBe(
    '<img src="/yard/api/files/1"> <a href="//other.example/">src="/x"</a>',
  );
});
