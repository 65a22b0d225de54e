// @vitest-environment jsdom
import { beforeEach, expect, test } from 'vitest';
import type { EntryView } from '../api/client';
import { belongTo } from '../api/store';
import { type Picked, pick, picked, putBack } from '../conversations/picked';
import { setFirmTime } from '../ui/time';
import { pageFrom, tableFrom } from './fromTalk';

const said = (id: string, html: string, by = 'Odalys Brandt'): Picked => ({
  id,
  conversation: 'c',
  docket: 'J-1',
  inside: true,
  by,
  at: '2026-04-14T06:40:00Z',
  html,
});

const table = (rows: string[][]) =>
  `<p>Here:</p><table>${rows.map((r) => `<tr>${r.map((c) => `<td>${c}</td>`).join('')}</tr>`).join('')}</table>`;

beforeEach(() => {
  belongTo('odalys');
  setFirmTime('Europe/London', '2026-04-14T08:40:00+01:00', true);
});

test('a page begins with what was said, each with who said it', () => {
  const html = pageFrom([said('1', '<p>Two bolts.</p>'), said('2', '<p>Four.</p>', 'A <b>')]);
  expect(html).toMatch(/^<blockquote><p>Two bolts\.<\/p><p>Odalys Brandt, today .*<\/p><\/blockquote>/);
  expect(html).toContain('A &#60;b&#62;, today');
});

test('tables that were said stand one below the other where their columns are the same', () => {
  const one = said(
    '1',
    table([
      ['Frame', 'Reading'],
      ['1', '8'],
    ]),
  );
  const two = said(
    '2',
    table([
      ['Frame', 'Reading'],
      ['2', '9'],
    ]),
  );
  expect(tableFrom([one, two])).toEqual([
    ['Frame', 'Reading'],
    ['1', '8'],
    ['2', '9'],
  ]);
});

test('else a table says who said what', () => {
  const rows = tableFrom([said('1', '<p>Two  bolts.</p>'), said('2', table([['Frame'], ['1']]))]);
  expect(rows[0]).toEqual(['Who', 'When', 'What']);
  expect(rows[1]![2]).toBe('Two bolts.');
  expect(rows).toHaveLength(3);
});

test('what is picked is put back by picking it again, and with its docket', () => {
  const entry = { id: '1', conversation: 'c', kind: 'note', author: { name: 'Ines' }, at: '', html: '' };
  pick(entry as unknown as EntryView, 'J-1');
  pick({ ...entry, id: '2' } as unknown as EntryView, 'J-2');
  expect(picked.get().map((p) => p.id)).toEqual(['1', '2']);
  pick(entry as unknown as EntryView, 'J-1');
  putBack('J-2');
  expect(picked.get()).toEqual([]);
});
