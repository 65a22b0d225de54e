import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useMemo, useRef } from 'react';
import type { BoardQueue, Colleagues, Me } from '../../api/client';
import { Link } from 'react-router';
import { clock, day, moment } from '../../ui/time';
import { cx } from '../../ui/controls';
import { ChartRow, Hatch } from '../../conversations/queues/ChartRow';
import { type Board, placeOn, useNow } from '../../conversations/queues/board';
import { Line } from './lines';
import * as texts from './texts';

const RowHeight = 34;

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

/** Who of a queue's crew is on duty by its rota now, and who next. */
function OnDuty({ queue }: { queue: Board['queues'][number] }) {
  if (!queue.duty.some((d) => !d.from)) return null;
  const words = queue.duty.map((d) =>
    d.from
      ? texts.thenOn(d.person ?? texts.nobodyCovers, moment(d.from))
      : texts.dutyUntil(d.person ?? texts.nobodyCovers, moment(d.until)),
  );
  return (
    <Link to={`/crews/${queue.crewId}`} className="truncate text-[12.5px] text-soft hover:underline">
      {words.join(', ')}
    </Link>
  );
}

export function Chart({ board, lines, queues, colleagues, me, chosen, onChoose, narrow }: ChartProps) {
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
        aria-label={texts.conversationsAsTime}
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
                    {line.queue ? <OnDuty queue={line.queue} /> : null}
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
