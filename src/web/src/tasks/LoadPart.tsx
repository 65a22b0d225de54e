import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { type LoadView, type PersonView, type TaskView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { moment } from '../ui/time';
import { Wrong, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { changeTask } from './change';
import { dayName, moved, plusDays, today } from './days';
import { DragRoom, useDragging, useDrop } from '../ui/drag';
import { useWorkingDays } from './useWorkingDays';
import { say } from '../ui/toasts';
import * as texts from './texts';

type Cell = LoadView['people'][number]['days'][number];

const hours = (minutes: number) => `${Math.round(minutes / 6) / 10}`;

/** People by days: the working time they have, and the estimated work that is due on each. */
export function LoadPart({ onOpen }: { onOpen: (id: string) => void }) {
  const [days, setDays] = useState(10);
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.load, days],
    queryFn: () => taken(api.GET('/api/tasks/load', { params: { query: { days } } })),
  });
  const working = useWorkingDays(data?.days[0] ?? today(), days);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const tasks = new Map(data.tasks.map((t) => [t.id, t]));
  const put = async (task: TaskView, date: string, from: string | null, person: PersonView) => {
    const other = from !== person.id;
    const ends = working.get(date)?.ends;
    if (!ends) return;
    const due = moved(task.due, date, ends);
    const owners = other
      ? [
          ...task.owners.filter((o) => o.id !== from && o.id !== person.id).map(({ kind, id }) => ({ kind, id })),
          { kind: 'person', id: person.id! },
        ]
      : undefined;
    await changeTask(task, { due, ...(owners && { owners }) });
    say(texts.dueOfTitle(task.title, other ? `${person.firstName}, ` : '', moment(due!)), {
      action: {
        label: texts.undo,
        run: () =>
          void changeTask(
            { ...task, version: task.version + 1 },
            { due: task.due, ...(owners && { owners: task.owners.map(({ kind, id }) => ({ kind, id })) }) },
          ),
      },
    });
  };
  // Days on which nobody works and nothing is due need no room.
  const resting = data.days.map((_, i) =>
    data.people.every((p) => p.days[i]!.freeMinutes === 0 && p.days[i]!.tasks.length === 0),
  );
  const grid = {
    gridTemplateColumns: `150px ${resting.map((rests) => (rests ? '52px' : 'minmax(104px, 1fr)')).join(' ')}`,
  };
  return (
    <DragRoom>
      <div className="flex min-h-0 flex-1 flex-col">
        <p className="flex flex-none flex-wrap items-center gap-3 border-b px-3 py-1.5 text-[13px] text-soft">
          <label className="flex items-center gap-1.5">
            {texts.days}
            <select
              className="min-h-[28px] rounded-card border bg-surface px-1"
              value={days}
              onChange={(e) => setDays(Number(e.target.value))}
            >
              {[5, 10, 14, 21].map((n) => (
                <option key={n}>{n}</option>
              ))}
            </select>
          </label>
          <span>{texts.estimatedHoursOutHours}</span>
        </p>
        <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={texts.load}>
          <div role="table" aria-label={texts.loadByPeopleDays} className="min-w-fit">
            <div
              role="row"
              className="sticky top-0 z-10 grid border-b bg-paper text-[12.5px] font-semibold"
              style={grid}
            >
              <span role="columnheader" className="px-3 py-1">
                {texts.who}
              </span>
              {data.days.map((d) => (
                <span key={d} role="columnheader" className={cx('border-l px-1.5 py-1', d === today() && 'text-wren')}>
                  {dayName(d)}
                  {d === today() ? texts.today : ''}
                </span>
              ))}
            </div>
            {data.people.map(({ person, days: cells }) => (
              <div key={person.id} role="row" className="grid border-b" style={grid}>
                <span role="rowheader" className="flex items-start gap-1.5 px-3 py-1.5 text-[13px] font-semibold">
                  <NameTag who={person} /> {person.firstName}
                </span>
                {cells.map((cell) => (
                  <DayCell key={cell.day} cell={cell} person={person} tasks={tasks} onPut={put} onOpen={onOpen} />
                ))}
              </div>
            ))}
          </div>
        </div>
      </div>
    </DragRoom>
  );
}

type CellProps = {
  cell: Cell;
  person: PersonView;
  tasks: Map<string, TaskView>;
  onPut: (task: TaskView, date: string, from: string | null, person: PersonView) => Promise<void>;
  onOpen: (id: string) => void;
};

function DayCell({ cell, person, tasks, onPut, onOpen }: CellProps) {
  const [all, setAll] = useState(false);
  const { over, drop } = useDrop((dragged) => {
    const [id, from] = dragged.split(' ');
    const task = tasks.get(id!);
    if (task) void onPut(task, cell.day, from ?? null, person);
  });
  const due = cell.tasks.map((id) => tasks.get(id)).filter((t) => t !== undefined);
  const off = cell.freeMinutes === 0;
  const full =
    cell.freeMinutes > 0 ? Math.min(100, (cell.workMinutes / cell.freeMinutes) * 100) : cell.workMinutes > 0 ? 100 : 0;
  const keys = (e: KeyboardEvent, task: TaskView) => {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
    if (!e.altKey || !days) return;
    e.preventDefault();
    void onPut(task, plusDays(cell.day, days), person.id, person);
  };
  return (
    <div
      role="cell"
      {...drop}
      className={cx(
        'min-w-0 border-l px-1 py-1 text-[12px]',
        cell.over ? 'bg-late-wash' : off && 'bg-paper',
        over && 'outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <p className={cx('flex justify-between gap-1', cell.over ? 'font-semibold text-late' : 'text-soft')}>
        <span>
          {cell.onLeave ? texts.onLeave : off ? texts.off : texts.ofH(hours(cell.workMinutes), hours(cell.freeMinutes))}
        </span>
        {cell.over ? <span>{off ? texts.hDue(hours(cell.workMinutes)) : texts.overFull}</span> : null}
      </p>
      <span aria-hidden className="my-0.5 block h-[3px] bg-line">
        <span className={cx('block h-[3px]', cell.over ? 'bg-late' : 'bg-done')} style={{ width: `${full}%` }} />
      </span>
      <ul className="grid grid-cols-[minmax(0,1fr)] gap-0.5">
        {(all ? due : due.slice(0, 3)).map((t) => (
          <DueTask key={t.id} task={t} person={person} onOpen={onOpen} onKeys={(e) => keys(e, t)} />
        ))}
      </ul>
      {due.length > 3 ? (
        <button type="button" className="min-h-6 text-wren underline" onClick={() => setAll(!all)}>
          {all ? texts.fewer : texts.moreOfCount(due.length - 3)}
        </button>
      ) : null}
    </div>
  );
}

type DueTaskProps = {
  task: TaskView;
  person: PersonView;
  onOpen: (id: string) => void;
  onKeys: (e: KeyboardEvent) => void;
};

/** A task that is due on a day, to be dragged to another day or person. */
function DueTask({ task: t, person, onOpen, onKeys }: DueTaskProps) {
  const { held, drag } = useDragging(`${t.id} ${person.id}`, t.title);
  return (
    <li {...drag} className={cx(held && 'opacity-40')}>
      <button
        type="button"
        title={`${t.title}\n${t.dueLabel}${t.estimateMinutes ? texts.estimatedHours(hours(t.estimateMinutes)) : texts.noEstimate}`}
        onClick={() => onOpen(t.id)}
        onKeyDown={onKeys}
        className={cx(
          'block min-h-6 w-full truncate rounded-[3px] border-l-2 px-1 text-left hover:bg-wren-wash',
          t.dueState === 'late' ? 'border-l-late' : 'border-l-wren',
        )}
      >
        {t.estimateMinutes ? '' : '? '}
        {t.title}
      </button>
    </li>
  );
}
