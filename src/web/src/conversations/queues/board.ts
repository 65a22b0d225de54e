import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { type BoardQueue, type BoardRow, type BoardView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { firmNow } from '../../ui/time';
import * as texts from './texts';

/** A row with the moment at which it was computed: its sum counts from there. */
export type Row = BoardRow & { readAt: number };

/** The queues as this page holds them: all rows read so far, in their order. */
export type Board = Omit<BoardView, 'rows' | 'next'> & { rows: Row[]; readAt: number; whole: boolean };

const First = 200;
const More = 1000;

async function read(from: number, count: number, closed = false) {
  const view = await taken(api.GET('/api/queues/board', { params: { query: { from, count, closed } } }));
  const readAt = Date.parse(view.at);
  return { ...view, rows: view.rows.map((row): Row => ({ ...row, readAt })) };
}

/** Reads the most urgent rows at once, and the others while nothing else happens. */
async function readBoard(): Promise<Board> {
  const { rows, next, ...rest } = await read(0, First);
  if (next !== null) void readOn(next);
  return { ...rest, rows, readAt: firmNow(), whole: next === null };
}

async function readOn(from: number) {
  for (let next: number | null = from; next !== null;) {
    await new Promise((resolve) => setTimeout(resolve, 30));
    const part: Awaited<ReturnType<typeof read>> = await read(next, More);
    next = part.next;
    queries.setQueryData<Board>(keys.queues, (board) => board && following(board, part.rows, part.next === null));
  }
}

/** The board with the rows that follow those read so far; when all are there, what has moved meanwhile is put right. */
function following(board: Board, rows: Row[], whole: boolean): Board {
  const all = [...board.rows, ...rows];
  return whole
    ? withRows({ ...board, rows: [] }, [...new Map(all.map((r) => [r.id, r])).values()], true)
    : { ...board, rows: all };
}

const byRank = (a: Row, b: Row) => a.rank - b.rank || a.rankAt - b.rankAt;

function withRows(board: Board, rows: Row[], whole = board.whole): Board {
  const fresh = new Map(rows.map((r) => [r.id, r]));
  const kept = board.rows.filter((r) => !fresh.has(r.id));
  return { ...board, rows: [...kept, ...rows.filter((r) => r.open)].sort(byRank), whole };
}

/** The board; null until its first rows are there. */
export const useBoard = () => useQuery({ queryKey: keys.queues, queryFn: readBoard, staleTime: 120_000 });

/** Conversations that were closed last. */
export const useClosed = (wanted: boolean) =>
  useQuery({ queryKey: [...keys.queues, 'closed'], queryFn: () => read(0, 300, true), enabled: wanted });

/** Reads one row again and puts it in its place; takes it out when it is closed or gone from sight. */
export async function refreshRow(id: string) {
  if (!queries.getQueryData(keys.queues)) return;
  const { data, response } = await api.GET('/api/queues/board/{id}', { params: { path: { id } } });
  if (!response.ok && response.status !== 404) return;
  queries.setQueryData<Board>(keys.queues, (board) => {
    if (!board) return board;
    if (!data?.open) return { ...board, rows: board.rows.filter((r) => r.id !== id) };
    return withRows(board, [{ ...data, readAt: firmNow() }]);
  });
}

/** Moves the axis on, so that now stays in sight. */
export async function refreshAxis() {
  const { rows, ...rest } = await read(0, First);
  queries.setQueryData<Board>(
    keys.queues,
    (board) => board && withRows({ ...board, ...rest, readAt: firmNow() }, rows, board.whole),
  );
}

/** The firm's present moment, told again every some seconds. */
export function useNow(every: number) {
  const [now, setNow] = useState(firmNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(firmNow()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}

/** Working minutes of a queue between two moments, by the shifts that the server gave. */
export function worked(queue: Pick<BoardQueue, 'shifts'>, from: number, to: number): number {
  if (to < from) return -worked(queue, to, from);
  let sum = 0;
  for (const s of queue.shifts) sum += Math.max(0, Math.min(to, s.to) - Math.max(from, s.from));
  return sum / 60_000;
}

/** Where on the axis a moment stands, 0 to 1. */
export function placeOn(axis: BoardView['axis'], moment: number): number {
  for (const piece of axis) {
    if (moment < piece.from) return piece.start;
    if (moment < piece.to) return piece.start + (piece.width * (moment - piece.from)) / (piece.to - piece.from);
  }
  return 1;
}

/** A length of working time in words, as the server says it: "1 h 20". */
export function minutesInWords(minutes: number) {
  const whole = Math.floor(Math.abs(minutes) + 1e-9);
  const [hours, rest] = [Math.floor(whole / 60), whole % 60];
  if (hours === 0) return texts.min(rest);
  return rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')}`;
}

export type Standing = { state: ClockState; left: number; label: string };

export type ClockState = 'well' | 'soon' | 'late';

/**
 * How a row's clock stands now: the server's moments, and its sum moved on by the working time that has passed. Null when
 * no clock runs.
 */
export function standing(row: Row, queue: BoardQueue | undefined, now: number): Standing | null {
  if (row.left === null || !queue) return null;
  const left = row.left - worked(queue, row.readAt, now);
  // The first holds from before: clocks of the server and of the browser differ by a little.
  const { state } = row.steps.findLast((s) => s.from < now) ?? row.steps[0]!;
  return {
    state: state as ClockState,
    left,
    label: state === 'late' ? `late ${minutesInWords(left)}` : minutesInWords(left),
  };
}
