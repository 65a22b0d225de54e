import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { type TaskView, api, taken } from '../api/client';
import { sayWrong } from '../api/live';
import { keys, queries, useTasks } from '../api/queries';
import { Kept } from '../app/store';
import { exact } from '../app/time';
import { Button, Empty, Wrong, cx, inputClass } from '../ui/controls';
import { FinishBox } from './FinishBox';
import { changeTask, states } from './change';
import { DueField, OwnersField, PriorityField } from './fields';

const over = (t: TaskView) => t.state === 'done' || t.state === 'dropped';

/** Open before finished, then by due moment, undated last. */
const order = (a: TaskView, b: TaskView) =>
  Number(over(a)) - Number(over(b)) || (a.due ?? '9').localeCompare(b.due ?? '9') || a.made.localeCompare(b.made);

function Title({ task }: { task: TaskView }) {
  const [editing, setEditing] = useState<string | null>(null);
  if (editing === null)
    return (
      <button
        type="button"
        onClick={() => setEditing(task.title)}
        title="Change the title"
        className={cx(
          'min-h-6 rounded-[3px] text-left hover:underline max-md:min-h-[44px]',
          over(task) && 'text-soft line-through',
        )}
      >
        {task.title}
      </button>
    );
  const save = () => {
    if (editing.trim() && editing !== task.title) void changeTask(task, { title: editing });
    setEditing(null);
  };
  return (
    <input
      autoFocus
      aria-label="Title"
      maxLength={300}
      className={inputClass}
      value={editing}
      onChange={(e) => setEditing(e.target.value)}
      onBlur={save}
      onKeyDown={(e) => {
        if (e.key === 'Enter') save();
        if (e.key === 'Escape') setEditing(null);
      }}
    />
  );
}

/** In which order one's tasks stand. */
const arrangement = new Kept<'next' | 'due'>('wrenlet.tasks.order', 'next');

function Row({ task, here, reason }: { task: TaskView; here: boolean; reason?: string }) {
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: 'center' });
  }, [here]);
  const [hours, setHours] = useState<string | null>(null);
  const source =
    task.docket && task.sourceEntry
      ? `/dockets/${task.docket}?entry=${task.sourceEntry}`
      : task.sourceEntry
        ? `/conversations/${task.sourceConversation}?entry=${task.sourceEntry}`
        : task.docket
          ? `/dockets/${task.docket}`
          : null;
  return (
    <li
      ref={row}
      className={cx(
        'grid items-start gap-x-3 gap-y-1 border-b px-4 py-1.5 text-[13px] md:grid-cols-[24px_minmax(0,1fr)_110px_170px_96px_112px_76px]',
        here && 'bg-wren-wash outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <FinishBox task={task} />
      <div className="min-w-0">
        <Title task={task} />
        <p className="text-[12.5px] text-soft">
          {source ? (
            <Link
              to={source}
              className="text-wren underline decoration-wren/40 underline-offset-2 hover:decoration-wren"
              title={task.sourceEntry ? 'To the entry it was made of' : 'To its docket'}
            >
              {task.docket ? `${task.docket} ${task.docketName}` : 'where it was said'}
            </Link>
          ) : (
            'no docket'
          )}
          {task.madeBy ? ` · asked by ${task.madeBy.firstName}` : ''}
          {task.repeats ? ' · repeats' : ''}
        </p>
        {reason && !over(task) ? <p className="text-[12.5px] italic text-soft">{reason}</p> : null}
      </div>
      <OwnersField
        bare
        owners={task.owners}
        onChange={(owners) => void changeTask(task, { owners: owners.map(({ kind, id }) => ({ kind, id })) })}
      />
      <DueField
        bare
        due={task.due}
        label={over(task) && task.finished ? `${task.dueLabel}` : task.dueLabel}
        className={cx(
          task.dueState === 'late' && 'font-semibold text-late',
          task.dueState === 'soon' && 'font-semibold text-soon',
          task.dueState === 'well' && 'text-soft',
        )}
        onChange={(due) => void changeTask(task, { due })}
      />
      <PriorityField bare value={task.priority} onChange={(priority) => void changeTask(task, { priority })} />
      <select
        aria-label={`State of ${task.title}`}
        title={task.finished ? exact(task.finished) : undefined}
        value={task.state}
        onChange={(e) => void changeTask(task, { state: e.target.value })}
        className="min-h-6 rounded-[3px] border border-transparent bg-transparent hover:border-line max-md:min-h-[44px]"
      >
        {states.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <input
        aria-label={`Estimate in hours of ${task.title}`}
        inputMode="decimal"
        placeholder="hours"
        className="min-h-6 w-full rounded-[3px] border border-transparent bg-transparent px-1 hover:border-line focus:border-line placeholder:text-soft max-md:min-h-[44px]"
        value={hours ?? (task.estimateMinutes ? `${task.estimateMinutes / 60} h` : '')}
        onChange={(e) => setHours(e.target.value)}
        onFocus={() => setHours(task.estimateMinutes ? String(task.estimateMinutes / 60) : '')}
        onBlur={() => {
          const minutes = Math.round(Number((hours ?? '').replace(',', '.')) * 60);
          setHours(null);
          if (Number.isNaN(minutes))
            sayWrong(new Error('An estimate is a number of hours, such as 1.5. It was left as it was.'));
          else if (minutes !== (task.estimateMinutes ?? 0))
            void changeTask(task, { estimateMinutes: minutes > 0 ? minutes : null });
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
    </li>
  );
}

/** One's own tasks and those of one's crews, by due moment; each field is changed in place. */
export function TasksPage() {
  const { data, error, refetch } = useTasks();
  const [params] = useSearchParams();
  const wanted = params.get('task');
  const [other, setOther] = useState<TaskView | null>(null);
  const listed = data?.some((t) => t.id === wanted);
  useEffect(() => {
    setOther(null);
    if (wanted && data && !listed)
      taken(api.GET('/api/tasks/{id}', { params: { path: { id: wanted } } })).then(setOther, sayWrong);
  }, [wanted, listed, data]);
  const by = arrangement.use();
  const { data: next } = useQuery({
    queryKey: [...keys.tasks, 'next'],
    queryFn: () => taken(api.GET('/api/tasks/next')),
    enabled: by === 'next',
  });
  const rows = useMemo(() => {
    const sorted = [...(data ?? [])].sort(order);
    if (by === 'due' || !next) return sorted;
    const place = new Map(next.map((n, i) => [n.task, i]));
    return sorted.sort((a, b) => (place.get(a.id) ?? next.length) - (place.get(b.id) ?? next.length));
  }, [data, next, by]);
  const reasons = useMemo(() => new Map(by === 'next' ? next?.map((n) => [n.task, n.reason]) : []), [next, by]);
  const [title, setTitle] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const me = queries.getQueryData<{ person: { id: string } }>(keys.me)!;
      await taken(
        api.POST('/api/tasks', {
          body: {
            id: newId(),
            title,
            sourceEntry: null,
            docket: null,
            owners: [{ kind: 'person', id: me.person.id }],
            due: null,
            start: null,
            priority: 'normal',
            repeats: null,
            estimateMinutes: null,
          },
        }),
      );
      setTitle('');
      await queries.invalidateQueries({ queryKey: keys.tasks });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-3 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">Tasks</h1>
        <span className="text-soft">mine and my crews'</span>
        <div role="group" aria-label="In which order" className="flex gap-1">
          {(
            [
              ['next', 'What next'],
              ['due', 'By when they are due'],
            ] as const
          ).map(([value, name]) => (
            <Button
              key={value}
              aria-pressed={by === value}
              onClick={() => arrangement.set(value)}
              className={cx(by === value && 'border-wren bg-wren-wash')}
            >
              {name}
            </Button>
          ))}
        </div>
        <form onSubmit={(e) => void add(e)} className="ml-auto flex min-w-0 flex-1 basis-64 gap-2 md:max-w-[26rem]">
          <input
            required
            aria-label="A task of my own"
            maxLength={300}
            placeholder="A task of my own"
            className={inputClass}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
          <Button type="submit">Make task</Button>
        </form>
      </header>
      <div className="min-h-0 flex-1 overflow-auto" role="region" aria-label="List of tasks" tabIndex={0}>
        {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
        {other ? (
          <ul aria-label="The task asked for" className="bg-surface">
            <Row task={other} here />
          </ul>
        ) : null}
        {data && rows.length === 0 && !other ? (
          <Empty title="No tasks of yours">
            When you are given a task, or press T on something that was said, it stands here until it is done.
          </Empty>
        ) : (
          <>
            <div
              aria-hidden
              className="sticky top-0 z-10 grid gap-x-3 border-b bg-paper px-4 py-1 text-[13px] font-semibold max-md:hidden md:grid-cols-[24px_minmax(0,1fr)_110px_170px_96px_112px_76px]"
            >
              <span />
              <span>Task</span>
              <span>Owners</span>
              <span>Due</span>
              <span>Priority</span>
              <span>State</span>
              <span>Estimate</span>
            </div>
            <ul>
              {rows.map((t) => (
                <Row key={t.id} task={t} here={t.id === wanted} reason={reasons.get(t.id)} />
              ))}
            </ul>
          </>
        )}
      </div>
    </div>
  );
}
