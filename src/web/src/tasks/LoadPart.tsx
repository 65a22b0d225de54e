import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { Link } from 'react-router';
import { type LoadView, type TaskView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Wrong, cx } from '../ui/controls';
import { DragRoom, useDragging, useDrop } from '../ui/drag';
import { NameTag } from '../ui/tags';
import { day, moment } from '../ui/time';
import { say } from '../ui/toasts';
import { changeTask } from './change';
import { dayName, daysBetween, weekName, moved, plusDays, today } from './days';
import { useWorkingDays } from './useWorkingDays';
import * as texts from './texts';

type Row = LoadView['rows'][number];
type Cell = Row['cells'][number];
type Period = LoadView['periods'][number];
type Work = Cell['work'][number];
/** A row's period whose work is listed in full. */
type Opened = { row: string; period: string };

const hours = (minutes: number) => `${Math.round(minutes / 6) / 10}`;
const idOf = (row: Row) => row.person?.id ?? row.crew!;
const nameOf = (row: Row) => row.person?.firstName ?? row.name;
const spans = ['5', '10', '14', '21', 'w4', 'w8', 'w13'];

/** People and crews by days or weeks: the working time they have, and how the plan fills it. */
export function LoadPart({ onOpen }: { onOpen: (id: string) => void }) {
  const [span, setSpan] = useState('10');
  const [opened, setOpened] = useState<Opened | null>(null);
  const [pointed, setPointed] = useState('');
  const query = span.startsWith('w') ? { weeks: Number(span.slice(1)) } : { days: Number(span) };
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.load, span],
    queryFn: () => taken(api.GET('/api/tasks/load', { params: { query } })),
    placeholderData: (before) => before,
    refetchInterval: (q) => (q.state.data?.beingMade ? 1500 : false),
  });
  const first = data?.periods[0]?.from ?? today();
  const last = data?.periods.at(-1)?.until ?? first;
  const working = useWorkingDays(first, daysBetween(first, last) + 1);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const tasks = new Map(data.tasks.map((t) => [t.id, t]));
  const put = async (task: TaskView, date: string, from: string, row: Row) => {
    const other = from !== idOf(row);
    const on = working.get(date);
    if (!on) return;
    const start = date <= today() ? null : on.begins;
    const late = task.due !== null && start !== null && start >= task.due;
    const due = late ? moved(task.due, date, on.ends) : task.due;
    const owner = { kind: row.person ? 'person' : 'crew', id: idOf(row) };
    // Out of a crew's row it goes to one instead of whoever of the crew has it; out of a person's, instead of that person.
    const stay = data.rows.some((r) => r.person?.id === from)
      ? task.owners.filter((o) => o.id !== from && o.id !== owner.id).map(({ kind, id }) => ({ kind, id }))
      : [];
    const owners = other ? [...stay, owner] : undefined;
    const before = { start: task.start, due: task.due, owners: task.owners.map(({ kind, id }) => ({ kind, id })) };
    if (!(await changeTask(task, { start, ...(late && { due }), ...(owners && { owners }) }))) return;
    const words = [
      other ? nameOf(row) : '',
      start ? texts.notBeforeDay(day(start)) : texts.fromNowOn,
      late ? texts.dueBy(moment(due!)) : '',
    ];
    say(texts.becomes(task.title, words.filter(Boolean).join(', ')), {
      action: {
        label: texts.undo,
        run: () =>
          void changeTask(
            { ...task, version: task.version + 1 },
            { start: before.start, ...(late && { due: before.due }), ...(owners && { owners: before.owners }) },
          ),
      },
    });
  };
  // Days on which nobody works need no room.
  const resting = data.periods.map((_, i) =>
    data.rows.every((r) => r.cells[i]!.freeMinutes === 0 && r.cells[i]!.work.length === 0),
  );
  const grid = {
    gridTemplateColumns: `150px ${resting.map((rests) => (rests ? '52px' : 'minmax(112px, 1fr)')).join(' ')}`,
  };
  const shown = opened && data.rows.find((r) => idOf(r) === opened.row);
  const at = data.periods.findIndex((p) => p.from === opened?.period);
  return (
    <DragRoom>
      <div className="flex min-h-0 flex-1 flex-col">
        <div className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b px-3 py-1.5 text-[13px] text-soft">
          <label className="flex items-center gap-1.5">
            {texts.span}
            <select
              className="min-h-[28px] rounded-card border bg-surface px-1 max-md:min-h-11"
              value={span}
              onChange={(e) => setSpan(e.target.value)}
            >
              {spans.map((s) => (
                <option key={s} value={s}>
                  {s.startsWith('w') ? texts.weeksOf(Number(s.slice(1))) : texts.daysOf(Number(s))}
                </option>
              ))}
            </select>
          </label>
          <span className="min-w-0 flex-1 basis-[300px]">{texts.loadNote}</span>
          <Link
            to="/forecasts/levelling"
            className="inline-flex min-h-[30px] items-center rounded-card border bg-surface px-2.5 text-ink hover:bg-paper max-md:min-h-11"
          >
            {texts.level}
          </Link>
        </div>
        <div className="flex min-h-0 flex-1 max-md:flex-col">
          <div className="min-h-0 min-w-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={texts.load}>
            <div role="table" aria-label={texts.loadByPeopleDays} className="min-w-fit">
              <div
                role="row"
                className="sticky top-0 z-10 grid border-b bg-paper text-[12.5px] font-semibold"
                style={grid}
              >
                <span role="columnheader" className="px-3 py-1">
                  {texts.who}
                </span>
                {data.periods.map((p, i) => (
                  <span
                    key={p.from}
                    role="columnheader"
                    className={cx(
                      'overflow-hidden border-l py-1',
                      resting[i] ? 'px-0.5 text-soft' : 'px-1.5',
                      isNow(p) && 'text-wren',
                    )}
                  >
                    {periodName(p)}
                    {p.from === p.until && isNow(p) ? texts.today : ''}
                  </span>
                ))}
              </div>
              {data.rows.map((row) => (
                <div key={idOf(row)} role="row" className="grid border-b" style={grid}>
                  <span role="rowheader" className="flex items-start gap-1.5 px-3 py-1.5 text-[13px] font-semibold">
                    {row.person ? <NameTag who={row.person} /> : null}
                    <span className="min-w-0 break-words">{row.person ? nameOf(row) : texts.crewOf(row.name)}</span>
                  </span>
                  {row.cells.map((cell, i) => (
                    <LoadedCell
                      key={data.periods[i]!.from}
                      cell={cell}
                      row={row}
                      period={data.periods[i]!}
                      narrow={resting[i]!}
                      tasks={tasks}
                      onPut={put}
                      onOpen={onOpen}
                      onPoint={setPointed}
                      onList={() => setOpened({ row: idOf(row), period: data.periods[i]!.from })}
                    />
                  ))}
                </div>
              ))}
            </div>
          </div>
          {shown && at >= 0 ? (
            <WorkList
              row={shown}
              period={data.periods[at]!}
              cell={shown.cells[at]!}
              tasks={tasks}
              onOpen={onOpen}
              onClose={() => setOpened(null)}
            />
          ) : null}
        </div>
        <p className="min-h-7 flex-none truncate border-t bg-paper px-3 py-1 text-[13px] text-soft max-md:hidden">
          {pointed || texts.pointAtWork}
        </p>
      </div>
    </DragRoom>
  );
}

const isNow = (p: Period) => p.from <= today() && today() <= p.until;
const periodName = (p: Period) => (p.from === p.until ? dayName(p.from) : weekName(p.from, p.until));

/** What stands of work in full: its title, its docket, and how much of it falls here. */
function inFull(work: Work, task: TaskView | undefined) {
  return [
    work.title,
    task?.docket ? `${task.docket} ${task.docketName ?? ''}`.trim() : '',
    texts.hoursHere(hours(work.minutes)),
    task?.due ? texts.dueBy(moment(task.due)) : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

type CellProps = {
  cell: Cell;
  row: Row;
  period: Period;
  narrow: boolean;
  tasks: Map<string, TaskView>;
  onPut: (task: TaskView, date: string, from: string, row: Row) => Promise<void>;
  onOpen: (id: string) => void;
  onPoint: (words: string) => void;
  onList: () => void;
};

function LoadedCell({ cell, row, period, narrow, tasks, onPut, onOpen, onPoint, onList }: CellProps) {
  const { over, drop } = useDrop((dragged) => {
    const [id, from, when] = dragged.split(' ');
    const task = tasks.get(id!);
    if (task && (from !== idOf(row) || when !== period.from)) void onPut(task, period.from, from!, row);
  });
  const off = cell.freeMinutes === 0;
  const share = (minutes: number) =>
    `${off ? (minutes > 0 ? 100 : 0) : Math.min(100, (minutes / cell.freeMinutes) * 100)}%`;
  const keysOf = (e: KeyboardEvent, task: TaskView) => {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (!e.altKey || !days) return;
    e.preventDefault();
    const to = days < 0 ? plusDays(period.from, -1) : plusDays(period.until, 1);
    void onPut(task, to, idOf(row), row);
  };
  const few = cell.work.slice(0, 3);
  const much = cell.tooMuchMinutes >= 6;
  const tooMuch = texts.tooMuch(hours(cell.tooMuchMinutes));
  const words = cell.onLeave
    ? texts.onLeave
    : off
      ? texts.off
      : cell.plannedMinutes < 3
        ? texts.hoursFree(hours(cell.freeMinutes))
        : texts.ofH(hours(cell.plannedMinutes), hours(cell.freeMinutes));
  return (
    <div
      role="cell"
      {...drop}
      className={cx(
        'min-w-0 border-l py-1 text-[12px]',
        narrow ? 'px-0.5' : 'px-1',
        cell.overfull ? 'bg-late-wash' : off && 'bg-paper',
        over && 'outline-2 -outline-offset-2 outline-wren',
      )}
    >
      {narrow ? (
        <span className="text-soft">{texts.off}</span>
      ) : (
        <>
          <button
            type="button"
            aria-label={texts.cellOf(nameOf(row), periodName(period), much ? `${words} ${tooMuch}` : words)}
            onClick={onList}
            className="flex min-h-6 w-full flex-wrap justify-between gap-x-1 rounded-[3px] text-left hover:underline max-md:min-h-11"
          >
            <span className={cell.overfull ? 'text-ink' : 'text-soft'}>{words}</span>
            {much ? <b className="text-late">{tooMuch}</b> : null}
          </button>
          <span aria-hidden className="relative my-0.5 block h-[4px] bg-line">
            <span className="absolute inset-y-0 left-0 bg-wren/40" style={{ width: share(cell.plannedMinutes) }} />
            <span
              className={cx('absolute inset-y-0 left-0', cell.overfull ? 'bg-late' : 'bg-wren')}
              style={{ width: share(cell.promisedMinutes) }}
            />
          </span>
          <ul className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
            {few.map((w, i) => (
              <LaidWork
                key={w.task ?? i}
                work={w}
                task={w.task ? tasks.get(w.task) : undefined}
                held={`${w.task} ${idOf(row)} ${period.from}`}
                onOpen={onOpen}
                onPoint={onPoint}
                onKeys={keysOf}
              />
            ))}
          </ul>
          {cell.work.length > few.length ? (
            <button type="button" className="min-h-6 text-wren underline max-md:min-h-11" onClick={onList}>
              {texts.moreOfCount(cell.work.length - few.length)}
            </button>
          ) : null}
        </>
      )}
    </div>
  );
}

type WorkProps = {
  work: Work;
  task: TaskView | undefined;
  held: string;
  onOpen: (id: string) => void;
  onPoint: (words: string) => void;
  onKeys: (e: KeyboardEvent, task: TaskView) => void;
};

/** Work that lies on a day, to be dragged to another day or person. What one may not see has its time and no name. */
function LaidWork({ work, task, held: id, onOpen, onPoint, onKeys }: WorkProps) {
  const { held, drag } = useDragging(id, work.title);
  const full = inFull(work, task);
  const look = cx(
    'block min-h-6 w-full truncate rounded-[3px] border-l-2 px-1 text-left',
    !work.promised ? 'border-l-line' : task?.dueState === 'late' ? 'border-l-late' : 'border-l-wren',
  );
  if (!task)
    return (
      <li className={cx(look, 'pt-0.5 text-soft')} title={full}>
        {work.title}
      </li>
    );
  return (
    <li {...drag} className={cx(held && 'opacity-40')}>
      <button
        type="button"
        aria-label={full}
        title={full}
        onClick={() => onOpen(task.id)}
        onKeyDown={(e) => onKeys(e, task)}
        onFocus={() => onPoint(full)}
        onBlur={() => onPoint('')}
        onMouseEnter={() => onPoint(full)}
        onMouseLeave={() => onPoint('')}
        className={cx(look, 'hover:bg-wren-wash')}
      >
        {task.estimateMinutes ? '' : '? '}
        {work.title}
      </button>
    </li>
  );
}

type ListProps = {
  row: Row;
  period: Period;
  cell: Cell;
  tasks: Map<string, TaskView>;
  onOpen: (id: string) => void;
  onClose: () => void;
};

/** All work of somebody's day or week, with full titles and dockets. */
function WorkList({ row, period, cell, tasks, onOpen, onClose }: ListProps) {
  const name = texts.listOf(nameOf(row), periodName(period));
  return (
    <section
      aria-label={name}
      className="w-[300px] flex-none overflow-auto border-l bg-paper px-4 py-3 text-[13.5px] max-md:max-h-[45%] max-md:w-full max-md:border-l-0 max-md:border-t"
    >
      <h2 className="flex items-baseline gap-2 font-bold">
        <span className="min-w-0 flex-1">{name}</span>
        <button type="button" className="min-h-6 text-wren underline max-md:min-h-11" onClick={onClose}>
          {texts.close}
        </button>
      </h2>
      <p className="text-soft">
        {texts.freePlannedPromised(hours(cell.freeMinutes), hours(cell.plannedMinutes), hours(cell.promisedMinutes))}
      </p>
      {cell.tooMuchMinutes >= 6 ? (
        <p className="text-late">{texts.noPlanHelps(hours(cell.tooMuchMinutes))}</p>
      ) : cell.overfull ? (
        <p className="text-late">{texts.partOfTooMuch}</p>
      ) : null}
      <ul className="mt-2 grid gap-2">
        {cell.work.map((w, i) => {
          const task = w.task ? tasks.get(w.task) : undefined;
          return (
            <li key={w.task ?? i}>
              {task ? (
                <button
                  type="button"
                  className="min-h-6 text-left font-semibold underline-offset-2 hover:underline max-md:min-h-11"
                  onClick={() => onOpen(task.id)}
                >
                  {w.title}
                </button>
              ) : (
                <b className="font-semibold">{w.title}</b>
              )}
              <span className="block text-soft">
                {texts.hoursHere(hours(w.minutes))}
                {task?.docket ? (
                  <>
                    {' · '}
                    <Link className="underline-offset-2 hover:underline" to={`/dockets/${task.docket}/forecast`}>
                      {task.docket} {task.docketName}
                    </Link>
                  </>
                ) : null}
                {task?.due ? ` · ${texts.dueBy(moment(task.due))}` : ''}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
