import type { BoardQueue, Colleagues } from '../../api/client';
import { type Board, type Row } from '../../conversations/queues/board';
import * as texts from './texts';

export type Owner = 'all' | 'mine' | 'nobody' | `crew:${string}`;

export type Filter = {
  owner: Owner;
  turn: string;
  site: string;
  queue: string;
  by: 'queue' | 'owner';
  closed: boolean;
};

export const fits = (
  row: Row,
  filter: Filter,
  me: string,
  queues: Map<string, BoardQueue>,
  crews: Map<string, Set<string>>,
) =>
  (filter.owner === 'all' ||
    (filter.owner === 'mine' && row.owner === me) ||
    (filter.owner === 'nobody' && row.owner === null) ||
    (filter.owner.startsWith('crew:') &&
      (row.crew === filter.owner.slice(5) ||
        queues.get(row.queue)?.crewId === filter.owner.slice(5) ||
        (row.owner !== null && crews.get(filter.owner.slice(5))?.has(row.owner)))) === true) &&
  (!filter.turn || row.turn === filter.turn) &&
  (!filter.site || queues.get(row.queue)?.site === filter.site) &&
  (!filter.queue || row.queue === filter.queue);

export type Line = { head: string; detail: string; queue?: BoardQueue } | { row: Row };

/** Groups in the order of their most urgent row, each with its head. */
export function linesOf(
  rows: Row[],
  by: Filter['by'],
  queues: Map<string, BoardQueue>,
  names: Map<string, string>,
): Line[] {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const key = by === 'queue' ? row.queue : (row.owner ?? row.crew ?? '');
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return [...groups].flatMap(([key, list]): Line[] => {
    const queue = by === 'queue' ? queues.get(key) : undefined;
    const head = queue?.name ?? (key === '' ? texts.nobodyOwnsIt : (names.get(key) ?? texts.somebody));
    const detail = queue
      ? `${queue.crew && queue.duty.every((d) => d.from) ? texts.onDuty(queue.crew) : ''}${queue.goals}`
      : `${list.length} ${texts.conversations(list.length)}`;
    return [{ head, detail, queue }, ...list.map((row) => ({ row }))];
  });
}

export const count = (board: Board | undefined, is: (row: Row) => boolean) =>
  board?.rows.reduce((n, r) => n + (is(r) ? 1 : 0), 0) ?? 0;

/** Who is in which crew. */
export const crewsOf = (colleagues: Colleagues | undefined) => {
  const crews = new Map<string, Set<string>>();
  for (const { crew, people } of colleagues?.members ?? []) crews.set(crew, new Set(people));
  return crews;
};
