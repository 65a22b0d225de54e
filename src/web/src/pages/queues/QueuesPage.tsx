import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { BoardQueue, Colleagues, Me } from '../../api/client';
import { type Present, showConversation, takePresent } from '../../api/live';
import { useColleagues } from '../../api/queries';
import { useKeys } from '../../ui/keys';
import { Kept } from '../../api/store';
import { clock, day } from '../../ui/time';
import { useNarrow } from '../../ui/useNarrow';
import { Divider } from '../../ui/Divider';
import { Button, Empty, Wrong, cx } from '../../ui/controls';
import { giveTo } from '../../conversations/HandOver';
import { BoardTable } from '../../conversations/queues/BoardTable';
import { ChartRow, Hatch } from '../../conversations/queues/ChartRow';
import { ReadingPane } from './ReadingPane';
import {
  type Board,
  type Row,
  placeOn,
  refreshAxis,
  useBoard,
  useClosed,
  useNow,
} from '../../conversations/queues/board';
import { sayWrong } from '../../ui/toasts';

const RowHeight = 34;
const share = new Kept('wrenlet.queues.chart', 46);
const shown = new Kept<'chart' | 'table'>('wrenlet.queues.view', 'chart');

type Owner = 'all' | 'mine' | 'nobody' | `crew:${string}`;
type Filter = { owner: Owner; turn: string; site: string; queue: string; by: 'queue' | 'owner'; closed: boolean };

const fits = (row: Row, filter: Filter, me: string, queues: Map<string, BoardQueue>, crews: Map<string, Set<string>>) =>
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
function linesOf(rows: Row[], by: Filter['by'], queues: Map<string, BoardQueue>, names: Map<string, string>): Line[] {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const key = by === 'queue' ? row.queue : (row.owner ?? row.crew ?? '');
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return [...groups].flatMap(([key, list]): Line[] => {
    const queue = by === 'queue' ? queues.get(key) : undefined;
    const head = queue?.name ?? (key === '' ? 'Nobody owns it' : (names.get(key) ?? 'Somebody'));
    const detail = queue
      ? `${queue.crew ? `${queue.crew} on duty · ` : ''}${queue.goals}`
      : `${list.length} ${list.length === 1 ? 'conversation' : 'conversations'}`;
    return [{ head, detail, queue }, ...list.map((row) => ({ row }))];
  });
}

/** The queues as time: each open conversation a bar on one axis of working time, and a pane to read and answer below. */
export function QueuesPage({ me }: { me: Me }) {
  const { data: board, error, refetch } = useBoard();
  const colleagues = useColleagues().data;
  const view = shown.use();
  const narrow = useNarrow();
  const [params, setParams] = useSearchParams();
  const chosen = params.get('conversation');
  const [filter, setFilter] = useState<Filter>({
    owner: 'all',
    turn: '',
    site: '',
    queue: '',
    by: 'queue',
    closed: false,
  });
  const closed = useClosed(filter.closed);
  const percent = share.use();
  const page = useRef<HTMLDivElement>(null);

  useEffect(() => {
    if (board) takePresent(board.here as { conversation: string; people: Present[] }[]);
  }, [board?.here]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    const timer = setInterval(() => void refreshAxis().catch(() => undefined), 60_000);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    document.title = 'Queues · Wrenlet';
    return () => void (document.title = 'Wrenlet');
  }, []);

  const queues = useMemo(() => new Map(board?.queues.map((q) => [q.id, q])), [board?.queues]);
  const names = useMemo(
    () => new Map([...(colleagues?.people ?? []), ...(colleagues?.crews ?? [])].map((p) => [p.id, p.name])),
    [colleagues],
  );
  const crews = useMemo(() => crewsOf(colleagues), [colleagues]);
  const source = filter.closed ? closed.data?.rows : board?.rows;
  const rows = useMemo(
    () => (source ?? []).filter((r) => fits(r, filter, me.person.id!, queues, crews)),
    [source, filter, me.person.id, queues, crews],
  );
  const lines = useMemo(() => linesOf(rows, filter.by, queues, names), [rows, filter.by, queues, names]);

  const choose = useCallback(
    (id: string | null) =>
      setParams((p) => (id ? p.set('conversation', id) : p.delete('conversation'), p), { replace: true }),
    [setParams],
  );
  const step = (by: number) => {
    const inOrder = lines.flatMap((l) => ('row' in l ? [l.row.id] : []));
    const at = inOrder.indexOf(chosen ?? '');
    const next = inOrder[at < 0 ? 0 : Math.min(inOrder.length - 1, Math.max(0, at + by))];
    if (next) choose(next);
  };
  const takeNext = () => {
    const next = rows.find((r) => r.mayTake);
    if (!next) return;
    choose(next.id);
    if (next.owner === null) giveTo(next.id, { person: me.person.id! }).then(showConversation).catch(sayWrong);
  };
  useKeys({ 'g x': () => takeNext(), '[': () => step(-1), ']': () => step(1) });

  const set = (part: Partial<Filter>) => setFilter((f) => ({ ...f, ...part }));
  const sites = [...new Set((board?.queues ?? []).map((q) => q.site).filter(Boolean))];
  const chips: [string, boolean, () => void, number][] = [
    ['All', filter.owner === 'all' && !filter.turn, () => set({ owner: 'all', turn: '' }), board?.counts.all ?? 0],
    ['Mine', filter.owner === 'mine', () => set({ owner: 'mine' }), count(board, (r) => r.owner === me.person.id)],
    ["Nobody's", filter.owner === 'nobody', () => set({ owner: 'nobody' }), count(board, (r) => r.owner === null)],
    [
      'Our turn',
      filter.turn === 'ours',
      () => set({ turn: filter.turn === 'ours' ? '' : 'ours' }),
      count(board, (r) => r.turn === 'ours'),
    ],
  ];

  return (
    <div ref={page} className="flex min-h-0 flex-1 flex-col">
      <header
        className={cx(
          'flex flex-none flex-wrap items-center gap-x-2 gap-y-1.5 border-b bg-surface px-4 py-2 text-[13.5px]',
          chosen && narrow && 'hidden',
        )}
      >
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">Queues</h1>
        <div role="group" aria-label="Which" className="flex flex-wrap gap-1">
          {chips.map(([name, on, act, n]) => (
            <button
              key={name}
              type="button"
              aria-pressed={on}
              onClick={act}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                on ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {name} {n}
            </button>
          ))}
        </div>
        <div className="flex flex-wrap items-center max-md:w-full max-md:flex-nowrap max-md:overflow-x-auto">
          <Choice label="Whose turn" value={filter.turn} onChange={(turn) => set({ turn })}>
            <option value="">Every turn</option>
            <option value="ours">Our turn</option>
            <option value="theirs">Their turn</option>
            <option value="nobodys">Nothing due</option>
          </Choice>
          <Choice
            label="Crew"
            value={filter.owner.startsWith('crew:') ? filter.owner : 'all'}
            onChange={(v) => set({ owner: v as Owner })}
          >
            <option value="all">Every crew</option>
            {(colleagues?.crews ?? []).map((c) => (
              <option key={c.id} value={`crew:${c.id}`}>
                The {c.name} crew
              </option>
            ))}
          </Choice>
          {sites.length > 1 ? (
            <Choice label="Site" value={filter.site} onChange={(site) => set({ site })}>
              <option value="">{sites.length === 2 ? 'Both sites' : 'All sites'}</option>
              {sites.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </Choice>
          ) : null}
          <Choice label="Queue" value={filter.queue} onChange={(queue) => set({ queue })}>
            <option value="">Every queue</option>
            {(board?.queues ?? []).map((q) => (
              <option key={q.id} value={q.id}>
                {q.name}
              </option>
            ))}
          </Choice>
          <Choice label="Grouped by" value={filter.by} onChange={(by) => set({ by: by as Filter['by'] })}>
            <option value="queue">by queue</option>
            <option value="owner">by owner</option>
          </Choice>
          <Choice
            label="Open or closed"
            value={filter.closed ? 'closed' : 'open'}
            onChange={(v) => set({ closed: v === 'closed' })}
          >
            <option value="open">open</option>
            <option value="closed">closed last</option>
          </Choice>
        </div>
        <div role="group" aria-label="Shown as" className="ml-auto flex gap-1 max-md:hidden">
          {(['chart', 'table'] as const).map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => shown.set(v)}
              className={cx(
                'min-h-7 rounded-card px-2',
                view === v
                  ? 'font-semibold text-ink underline decoration-wren decoration-2 underline-offset-4'
                  : 'text-soft hover:text-ink',
              )}
            >
              {v === 'chart' ? 'Chart' : 'Table'}
            </button>
          ))}
        </div>
        <Button onClick={takeNext}>Take the next one</Button>
      </header>
      {error && !board ? <Wrong error={error} again={() => void refetch()} /> : null}
      {board && (!filter.closed || closed.data) ? (
        <>
          <div
            className={cx('relative flex min-h-0 flex-col', chosen && narrow && 'hidden')}
            style={chosen ? { flex: `0 0 ${percent}%` } : { flex: '1 1 0' }}
          >
            {lines.length === 0 ? (
              <Empty title={filter.closed ? 'Nothing was closed yet' : 'Nothing waits here'}>
                {filter.closed
                  ? 'Closed conversations stand here, the latest first.'
                  : 'What customers and partners write stands here until it is answered and closed.'}
              </Empty>
            ) : view === 'table' && !narrow ? (
              <BoardTable rows={rows} queues={queues} names={names} chosen={chosen} onChoose={choose} />
            ) : (
              <Chart
                board={board}
                lines={lines}
                queues={queues}
                colleagues={colleagues}
                me={me}
                chosen={chosen}
                onChoose={choose}
                narrow={narrow}
              />
            )}
          </div>
          {chosen ? (
            <div className="relative flex min-h-0 flex-1 flex-col border-t-2">
              {narrow ? (
                <Button look="quiet" className="flex-none self-start" onClick={() => choose(null)}>
                  Back to the queues
                </Button>
              ) : (
                <Divider
                  label="Height of the chart"
                  across
                  value={percent}
                  least={15}
                  most={80}
                  onChange={share.set}
                  at={(y) => {
                    const box = page.current!.getBoundingClientRect();
                    return ((y - box.top) / box.height) * 100;
                  }}
                />
              )}
              <ReadingPane
                key={chosen}
                id={chosen}
                me={me}
                row={board.rows.find((r) => r.id === chosen)}
                queues={board.queues}
                onClose={() => choose(null)}
              />
            </div>
          ) : null}
        </>
      ) : null}
    </div>
  );
}

const count = (board: Board | undefined, is: (row: Row) => boolean) =>
  board?.rows.reduce((n, r) => n + (is(r) ? 1 : 0), 0) ?? 0;

/** Who is in which crew. */
const crewsOf = (colleagues: Colleagues | undefined) => {
  const crews = new Map<string, Set<string>>();
  for (const { crew, people } of colleagues?.members ?? []) crews.set(crew, new Set(people));
  return crews;
};

function Choice({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: React.ReactNode;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className={cx(
        'min-h-7 max-w-40 flex-none rounded-card [field-sizing:content] border border-transparent',
        'bg-transparent px-1 text-soft hover:border-line hover:text-ink max-md:min-h-[44px]',
      )}
    >
      {children}
    </select>
  );
}

type ChartProps = {
  board: Board;
  lines: Line[];
  queues: Map<string, BoardQueue>;
  colleagues: Colleagues | undefined;
  me: Me;
  chosen: string | null;
  onChoose: (id: string) => void;
  narrow: boolean;
};

/** Labels of the axis: each opening, and every second full hour that has room. */
function ticksOf(board: Board) {
  const ticks: { at: number; label: string; place: number }[] = [];
  for (const piece of board.axis.filter((p) => p.open)) {
    const from = new Date(piece.from).toISOString();
    const before = ticks.length === 0 && day(from) !== 'today' ? `${day(from).split(' ')[0]} ` : '';
    ticks.push({ at: piece.from, label: before + clock(from), place: piece.start });
    for (let t = Math.ceil(piece.from / 3_600_000) * 3_600_000; t < piece.to; t += 3_600_000)
      ticks.push({ at: t, label: clock(new Date(t).toISOString()), place: placeOn(board.axis, t) });
  }
  const now = placeOn(board.axis, board.readAt);
  const kept: typeof ticks = [];
  for (const tick of ticks)
    if (
      (kept.length === 0 || tick.place - kept.at(-1)!.place > 0.085) &&
      Math.abs(tick.place - now) > 0.06 &&
      tick.place < 0.965
    )
      kept.push(tick);
  return kept;
}

function Chart({ board, lines, queues, colleagues, me, chosen, onChoose, narrow }: ChartProps) {
  const now = useNow(5000);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: (i) => ('head' in lines[i]! ? 30 : narrow ? 58 : RowHeight),
    overscan: 6,
    getItemKey: (i) => {
      const line = lines[i]!;
      return 'row' in line ? line.row.id : `head ${line.head}`;
    },
  });
  const people = useMemo(() => new Map((colleagues?.people ?? []).map((p) => [p.id, p])), [colleagues]);
  const crewNames = useMemo(() => new Map((colleagues?.crews ?? []).map((c) => [c.id, c])), [colleagues]);
  const ticks = useMemo(() => ticksOf(board), [board.axis]); // eslint-disable-line react-hooks/exhaustive-deps
  const place = placeOn(board.axis, now);
  useEffect(() => {
    const at = lines.findIndex((l) => 'row' in l && l.row.id === chosen);
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [chosen]); // eslint-disable-line react-hooks/exhaustive-deps
  const press = (event: KeyboardEvent) => {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const order = lines.flatMap((l) => ('row' in l ? [l.row.id] : []));
    const at = order.indexOf((document.activeElement as HTMLElement)?.dataset.row ?? chosen ?? '');
    const next = order[Math.min(order.length - 1, Math.max(0, at + (event.key === 'ArrowDown' ? 1 : -1)))];
    if (next) {
      onChoose(next);
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-row="${next}"]`)?.focus());
    }
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col pr-4 max-md:pr-0">
      {narrow ? null : (
        <div aria-hidden className="relative ml-[440px] h-[30px] flex-none text-[12px] text-soft">
          {ticks.map((t) => (
            <span
              key={t.at}
              className={cx('absolute top-2', t.place > 0.01 && '-translate-x-1/2')}
              style={{ left: `${t.place * 100}%` }}
            >
              {t.label}
            </span>
          ))}
          <span
            className="absolute top-1 z-20 -translate-x-1/2 rounded-[3px] bg-ink px-2 font-bold text-paper"
            style={{ left: `${place * 100}%` }}
          >
            {clock(new Date(now).toISOString())}
          </span>
        </div>
      )}
      <div
        ref={box}
        role="grid"
        aria-label="Conversations as time"
        aria-rowcount={lines.length}
        tabIndex={-1}
        onKeyDown={press}
        className="relative min-h-0 flex-1 overflow-y-auto overflow-x-hidden"
      >
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {narrow ? null : (
            <div aria-hidden className="pointer-events-none absolute inset-y-0 left-[440px] right-0 z-10">
              <span className="absolute inset-y-0 w-[2px] -translate-x-px bg-ink" style={{ left: `${place * 100}%` }} />
            </div>
          )}
          {narrow ? null : (
            <div aria-hidden className="pointer-events-none absolute inset-y-0 left-[440px] right-0">
              {board.axis
                .filter((p) => !p.open)
                .map((p) => (
                  <Hatch key={p.from} left={p.start} right={p.start + p.width} />
                ))}
            </div>
          )}
          {virtual.getVirtualItems().map((item) => {
            const line = lines[item.index]!;
            return (
              <div
                key={item.key}
                role="row"
                aria-rowindex={item.index + 1}
                className="absolute inset-x-0 [contain:strict]"
                style={{ height: item.size, transform: `translateY(${item.start}px)` }}
              >
                {'head' in line ? (
                  <div
                    role="gridcell"
                    className="relative flex h-full items-end gap-3 truncate border-b bg-paper px-4 pb-[3px] text-[12.5px]"
                  >
                    <h2 className="font-bold">{line.head}</h2>
                    <span className="truncate text-soft">{line.detail}</span>
                  </div>
                ) : (
                  <ChartRow
                    row={line.row}
                    queue={queues.get(line.row.queue)}
                    axis={board.axis}
                    now={now}
                    people={people}
                    crews={crewNames}
                    me={me.person.id!}
                    chosen={chosen === line.row.id}
                    onChoose={onChoose}
                    narrow={narrow}
                  />
                )}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
