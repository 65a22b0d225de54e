import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type KeyboardEvent, startTransition, useEffect, useMemo, useRef, useState } from 'react';
import type { TaskRow, TaskTable } from '../api/client';
import { useNarrow } from '../ui/useNarrow';
import { useWidth } from '../ui/useWidth';
import { Empty } from '../ui/controls';
import { type Arrangement, columns, divided, sorted } from './arrange';
import { ChosenBar } from './ChosenBar';
import { type RowActs, TaskTableRow } from './TaskTableRow';
import { type RowChange, changeRows } from './table';
import * as texts from './texts';

type Props = {
  table: TaskTable;
  how: Arrangement;
  onArrange: (how: Arrangement) => void;
  open: string | null;
  onOpen: (id: string) => void;
};

const rowHeight = 33;
/** So many rows at once are a leap. */
const Leap = 8;

/** How wide a title has to be to be read. */
const leastTitle = 280;

/** As many columns as leave room for the titles; the first ones stay. */
function fitting(wanted: typeof columns, width: number | null) {
  let room = (width ?? Infinity) - 28 - leastTitle;
  return wanted.filter((c) => (room -= c.width + 10) >= 0);
}

/** Tasks as a table: sorted by one column or several, in groups, each field changed in its place, many at once. */
export function TablePart({ table, how, onArrange, open, onOpen }: Props) {
  const inOrder = useMemo(() => sorted(table.rows, table, how.sort), [table, how.sort]);
  const { lines, count } = useMemo(
    () => divided(inOrder, table, how.filter, how.group),
    [inOrder, table, how.filter, how.group],
  );
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [at, setAt] = useState(-1);
  const lastChosen = useRef<number>(-1);
  const box = useRef<HTMLDivElement>(null);
  const narrow = useNarrow();
  const height = narrow ? 64 : rowHeight;
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => height,
    overscan: 5,
  });
  // Rows that come by leaps show their words first, and the rest once it stands still, a few at a time.
  const items = virtual.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const lastFirst = useRef(first);
  const leaping = useRef(false);
  leaping.current = virtual.isScrolling && (leaping.current || Math.abs(first - lastFirst.current) > Leap);
  lastFirst.current = first;
  const filling = useRef(new Set<() => void>());
  const scrolling = virtual.isScrolling;
  useEffect(() => {
    if (scrolling) return;
    const all = [...filling.current];
    filling.current.clear();
    startTransition(() => all.forEach((fill) => fill()));
  }, [scrolling]);
  const width = useWidth(box);
  const shown = useMemo(
    () =>
      fitting(
        columns.filter((c) => c.key !== 'title' && how.columns.includes(c.key)),
        width,
      ),
    [how.columns, width],
  );
  const grid = narrow ? '28px minmax(0,1fr)' : `28px minmax(200px,1fr) ${shown.map((c) => `${c.width}px`).join(' ')}`;
  const everyRow = () => lines.flatMap((l) => (l.kind === 'row' ? [l.row] : []));
  const picked = useMemo(
    () =>
      chosen.size === 0
        ? []
        : [
            ...new Map(
              lines.flatMap((l) => (l.kind === 'row' && chosen.has(l.row.id) ? [[l.row.id, l.row] as const] : [])),
            ).values(),
          ],
    [lines, chosen],
  );

  // What is asked for is brought into sight once.
  const sought = useRef<string | null>(null);
  useEffect(() => {
    if (!open || sought.current === open) return;
    const line = lines.findIndex((l) => l.kind === 'row' && l.row.id === open);
    if (line >= 0) {
      sought.current = open;
      setAt(line);
      virtual.scrollToIndex(line, { align: 'auto' });
    }
  }, [open, lines, virtual]);

  const sortBy = (key: string, also: boolean) => {
    const now = how.sort.find((s) => s.by === key);
    const next = { by: key, down: now ? !now.down : false };
    onArrange({ ...how, sort: also ? [...how.sort.filter((s) => s.by !== key), next] : [next] });
  };
  const choose = (line: number, id: string, range: boolean) => {
    const next = new Set(chosen);
    if (range && lastChosen.current >= 0) {
      const [from, to] = [Math.min(lastChosen.current, line), Math.max(lastChosen.current, line)];
      for (const l of lines.slice(from, to + 1)) if (l.kind === 'row') next.add(l.row.id);
    } else if (!next.delete(id)) next.add(id);
    lastChosen.current = line;
    setChosen(next);
  };
  const walk = (event: KeyboardEvent) => {
    if ((event.target as HTMLElement).closest('input, select, [data-over]')) return;
    const step = { ArrowDown: 1, j: 1, ArrowUp: -1, k: -1 }[event.key];
    if (step) {
      event.preventDefault();
      let next = at;
      do next += step;
      while (lines[next]?.kind === 'group');
      if (!lines[next]) return;
      setAt(next);
      virtual.scrollToIndex(next);
      return;
    }
    const line = lines[at];
    if (line?.kind !== 'row') return;
    if (event.key === 'Enter') onOpen(line.row.id);
    else if (event.key === 'x') choose(at, line.row.id, event.shiftKey);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const change = (some: TaskRow[], to: RowChange, what: string) => void changeRows(some, to, table.people, what);
  // The same functions for all rows at all times, so that a row is drawn anew only when it has changed itself.
  const doing = useRef({ choose, change, onOpen });
  doing.current = { choose, change, onOpen };
  const acts = useMemo<RowActs>(
    () => ({
      choose: (line, id, range) => doing.current.choose(line, id, range),
      open: (line, id) => {
        setAt(line);
        doing.current.onOpen(id);
      },
      change: (row, to, what) => doing.current.change([row], to, what),
      leaping: () => leaping.current,
      whenStill: (fill) => {
        filling.current.add(fill);
        return () => void filling.current.delete(fill);
      },
    }),
    [],
  );

  if (table.rows.length === 0) return <Empty title={texts.noTasksHere}>{texts.tasksAppearHereWhen}</Empty>;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {picked.length > 0 ? (
        <ChosenBar
          rows={picked}
          onChange={(to, what) => change(picked, to, what)}
          onClear={() => setChosen(new Set())}
        />
      ) : null}
      <div
        ref={box}
        role="grid"
        aria-label={texts.tasksTitle}
        aria-rowcount={lines.length}
        aria-multiselectable
        tabIndex={0}
        onKeyDown={walk}
        className="min-h-0 flex-1 overflow-auto outline-offset-[-2px]"
      >
        <div
          role="row"
          className="sticky top-0 z-10 grid min-w-fit items-center gap-x-2 border-b bg-paper px-3 text-[13px] font-semibold"
          style={{ gridTemplateColumns: grid }}
        >
          <span role="columnheader" className="grid place-items-center">
            <input
              type="checkbox"
              aria-label={texts.chooseAll(count)}
              className="size-4 accent-wren"
              checked={picked.length > 0 && picked.length === count}
              onChange={(e) => setChosen(e.target.checked ? new Set(everyRow().map((r) => r.id)) : new Set())}
            />
          </span>
          {[columns[0]!, ...(narrow ? [] : shown)].map((c) => {
            const nth = how.sort.findIndex((s) => s.by === c.key);
            const sort = how.sort[nth];
            return (
              <span
                key={c.key}
                role="columnheader"
                aria-sort={nth === 0 ? (sort!.down ? 'descending' : 'ascending') : undefined}
              >
                <button
                  type="button"
                  title={texts.sortByShiftAfter}
                  onClick={(e) => sortBy(c.key, e.shiftKey)}
                  className="flex min-h-7 items-center gap-1 rounded-[3px] hover:underline"
                >
                  {c.name}
                  {sort ? sort.down ? <ArrowDown size={12} aria-hidden /> : <ArrowUp size={12} aria-hidden /> : null}
                  {sort && how.sort.length > 1 ? <span className="text-[11px] text-soft">{nth + 1}</span> : null}
                </button>
              </span>
            );
          })}
        </div>
        {count === 0 ? <p className="p-4 text-soft">{texts.nothingFitsFilterTasks(table.rows.length)}</p> : null}
        <div className="relative min-w-fit" style={{ height: virtual.getTotalSize() }}>
          {items.map((item) => {
            const line = lines[item.index]!;
            if (line.kind === 'group')
              return (
                <div
                  key={`g${line.key}`}
                  role="row"
                  style={{ transform: `translateY(${item.start}px)`, height }}
                  className="absolute inset-x-0 top-0 flex items-end gap-2 border-b bg-paper px-3 pb-1 text-[13px]"
                >
                  <span role="gridcell">
                    <b className="first-letter:uppercase">{line.name}</b>{' '}
                    <span className="text-soft">{line.count}</span>
                  </span>
                </div>
              );
            return (
              <TaskTableRow
                key={`${item.index} ${line.row.id}`}
                line={item.index}
                row={line.row}
                people={table.people}
                columns={shown}
                narrow={narrow}
                grid={grid}
                start={item.start}
                height={height}
                here={item.index === at}
                open={line.row.id === open}
                chosen={chosen.has(line.row.id)}
                acts={acts}
              />
            );
          })}
        </div>
      </div>
    </div>
  );
}
