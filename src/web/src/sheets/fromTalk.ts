import type { Picked } from '../conversations/picked';
import { moment } from '../ui/time';
import * as texts from './texts';

const escaped = (words: string) => words.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** What a page begins with that is begun from the talk: what was said, each with who said it and when. */
export const pageFrom = (entries: Picked[]) =>
  entries.map((e) => `<blockquote>${e.html}<p>${escaped(texts.saidBy(e.by, moment(e.at)))}</p></blockquote>`).join('') +
  '<p></p>';

const cells = (row: Element) => [...row.querySelectorAll('th, td')].map((c) => (c.textContent ?? '').trim());

/** What a table begins with: the tables that were said, one below the other where they have the same columns; else who said what. */
export function tableFrom(entries: Picked[]): string[][] {
  const documents = entries.map((e) => new DOMParser().parseFromString(e.html, 'text/html'));
  const tables = documents.map((d) => [...(d.querySelector('table')?.querySelectorAll('tr') ?? [])].map(cells));
  const head = tables[0]?.[0];
  if (head && tables.every((t) => JSON.stringify(t[0]) === JSON.stringify(head)))
    return [head, ...tables.flatMap((t) => t.slice(1))];
  return [
    [texts.who, texts.when, texts.what],
    ...entries.map((e, i) => [e.by, moment(e.at), (documents[i]!.body.textContent ?? '').replace(/\s+/g, ' ').trim()]),
  ];
}
