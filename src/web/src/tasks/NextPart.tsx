import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { type TaskView, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries, useTasks } from '../api/queries';
import { Kept } from '../api/store';
import { LengthField } from '../ui/LengthField';
import { useStill } from '../ui/useStill';
import { MomentField } from '../ui/MomentField';
import { exact } from '../ui/time';
import { Button, Empty, Letter, Wrong, cx } from '../ui/controls';
import { FinishBox } from './FinishBox';
import { changeTask, states, whereSaid } from './change';
import { finishTask } from './finish';
import { DueField, OwnersField, PriorityField } from './fields';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const over = (t: TaskView) => t.state === 'done' || t.state === 'dropped';

/** Open before finished, then by due moment, undated last. */
const order = (a: TaskView, b: TaskView) =>
  Number(over(a)) - Number(over(b)) || (a.due ?? '9').localeCompare(b.due ?? '9') || a.made.localeCompare(b.made);

/** In which order one's tasks stand. */
const arrangement = new Kept<'next' | 'due'>('wrenlet.tasks.order', 'next');

type RowProps = { task: TaskView; here: boolean; reason?: string; stale?: boolean; onOpen: (id: string) => void };

function Row({ task, here, reason, stale, onOpen }: RowProps) {
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (here) row.current?.scrollIntoView({ block: 'center' });
  }, [here]);
  const source = whereSaid(task);
  return (
    <li
      ref={row}
      className={cx(
        'grid items-start gap-x-3 gap-y-1 border-b px-4 py-1.5 text-[13px] max-md:grid-cols-[32px_minmax(0,1fr)] ' +
          'max-md:px-2 md:grid-cols-[24px_minmax(0,1fr)_110px_170px_96px_112px_76px]',
        here && 'bg-wren-wash outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <FinishBox task={task} />
      <div className="min-w-0">
        <button
          type="button"
          onClick={() => onOpen(task.id)}
          className={cx(
            'min-h-6 rounded-[3px] text-left hover:underline max-md:min-h-[44px]',
            over(task) && 'text-soft line-through',
          )}
        >
          {task.title}
        </button>
        <p className="text-[12.5px] text-soft">
          {source ? (
            <Link
              to={source}
              className="text-wren underline decoration-wren/40 underline-offset-2 hover:decoration-wren"
              title={task.sourceEntry ? texts.goMessageCameFrom : texts.goToItsDocket}
            >
              {task.docket ? `${task.docket} ${task.docketName}` : texts.whereItWasSaid}
            </Link>
          ) : (
            texts.noDocket
          )}
          {task.promisedTo
            ? texts.promisedTo(task.promisedTo)
            : task.madeBy
              ? texts.askedBy(task.madeBy.firstName)
              : ''}
          {task.repeats ? texts.repeatsAfter : ''}
          {task.parts ? texts.ofPartsDone(task.parts.done, task.parts.count) : ''}
          {task.parentTitle ? texts.partOf(task.parentTitle) : ''}
          {task.private ? texts.onlyForYou : ''}
        </p>
        {reason && !over(task) ? <p className="text-[12.5px] italic text-soft">{reason}</p> : null}
        {stale && !over(task) ? <Stale task={task} /> : null}
      </div>
      <span className="max-md:hidden">
        <OwnersField
          bare
          owners={task.owners}
          onChange={(owners) => void changeTask(task, { owners: owners.map(({ kind, id }) => ({ kind, id })) })}
        />
      </span>
      <span className="max-md:col-start-2">
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
      </span>
      <span className="max-md:hidden">
        <PriorityField bare value={task.priority} onChange={(priority) => void changeTask(task, { priority })} />
      </span>
      <select
        aria-label={texts.stateOf(task.title)}
        title={task.finished ? exact(task.finished) : undefined}
        value={task.state}
        onChange={(e) => void changeTask(task, { state: e.target.value })}
        className="min-h-6 rounded-[3px] border border-transparent bg-transparent hover:border-line max-md:hidden"
      >
        {states.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <span className="max-md:hidden">
        <LengthField
          label={texts.estimateOf(task.title)}
          placeholder={texts.estimateInline}
          className="!min-h-6 !border-transparent !bg-transparent !px-1 hover:!border-line focus:!border-line"
          minutes={task.estimateMinutes}
          onChange={(minutes) => void changeTask(task, { estimateMinutes: minutes || null })}
        />
      </span>
    </li>
  );
}

/** A task that is late for long without a word about it is questioned, and answered with one key. */
function Stale({ task }: { task: TaskView }) {
  const wanted = async () => {
    try {
      showTask(await taken(api.PUT('/api/tasks/{id}/wanted', { params: { path: { id: task.id } } })));
      await queries.invalidateQueries({ queryKey: keys.tasks });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const [dating, setDating] = useState(false);
  return (
    <div
      role="group"
      aria-label={texts.stillNeeded(task.title)}
      onKeyDown={(e) => {
        const act = { d: () => void finishTask(task), s: () => void wanted(), n: () => setDating(true) }[e.key];
        if (!act || (e.target as HTMLElement).closest('input')) return;
        e.preventDefault();
        e.stopPropagation();
        act();
      }}
      className="mt-0.5 flex flex-wrap items-center gap-1.5 text-[12.5px] text-soon"
    >
      {texts.nobodyHasMentionedSince}
      <Button className="!min-h-6 !py-0" onClick={() => void finishTask(task)}>
        <span>
          <u>D</u>
          {texts.oneAlready}
        </span>
      </Button>
      <Button className="!min-h-6 !py-0" onClick={() => void wanted()}>
        <span>
          <Letter of="s">{texts.stillWanted}</Letter>
        </span>
      </Button>
      {dating ? (
        <MomentField
          bare
          autoFocus
          label={texts.newDate}
          className="w-44"
          value={task.due}
          onChange={(due) => {
            setDating(false);
            void changeTask(task, { due });
          }}
          onEscape={() => setDating(false)}
        />
      ) : (
        <Button className="!min-h-6 !py-0" onClick={() => setDating(true)}>
          <span>
            <Letter of="n">{texts.newDate}</Letter>
          </span>
        </Button>
      )}
    </div>
  );
}

/** One's own tasks and those of one's crews: what is best done next, with its reason, or by when they are due. */
export function NextPart({ wanted, onOpen }: { wanted: string | null; onOpen: (id: string) => void }) {
  const { data, error, refetch } = useTasks();
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
  // A task just made finds its place when the order comes: not under the pointer of who presses it.
  const [shown, still] = useStill(rows);
  const steps = useMemo(() => new Map(by === 'next' ? next?.map((n) => [n.task, n]) : []), [next, by]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div role="group" aria-label={texts.inWhichOrder} className="flex flex-none gap-1 border-b px-3 py-1.5">
        {(
          [
            ['next', texts.whatNext],
            ['due', texts.byWhenDue],
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
      <div className="min-h-0 flex-1 overflow-auto" role="region" aria-label={texts.listOfTasks} tabIndex={0}>
        {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
        {data && rows.length === 0 ? (
          <Empty title={texts.youHaveNoTasks}>{texts.whenGivenTaskPress}</Empty>
        ) : (
          <ul {...still}>
            {shown.map((t) => (
              <Row
                key={t.id}
                task={t}
                here={t.id === wanted}
                reason={steps.get(t.id)?.reason}
                stale={steps.get(t.id)?.stale}
                onOpen={onOpen}
              />
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
