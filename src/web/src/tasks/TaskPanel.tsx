import { useQuery } from '@tanstack/react-query';
import { ArrowDown, ArrowUp, Eye, EyeOff, IndentDecrease, IndentIncrease, Lock, X } from 'lucide-react';
import { type FormEvent, Suspense, lazy, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type Me, type TaskDetail, type TaskView, api, taken } from '../api/client';
import { sayWrong, showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { moment } from '../app/time';
import { Button, IconButton, Panel, Wrong, cx, inputClass } from '../ui/controls';
import { Due, NameTag, Owners } from '../ui/tags';
import { FinishBox } from './FinishBox';
import { TaskFiles } from './TaskFiles';
import { changeTask, states } from './change';
import { useWorklists, whose } from './ColumnsPart';
import { DueField, OwnersField, PriorityField } from './fields';
import { dragging, useDrop } from './drag';

const TaskTalk = lazy(() => import('./TaskTalk').then((m) => ({ default: m.TaskTalk })));

const useDetail = (id: string) =>
  useQuery({
    queryKey: [...keys.taskDetail, id],
    queryFn: () => taken(api.GET('/api/tasks/{id}/detail', { params: { path: { id } } })),
  });

const refs = (task: TaskView) => task.owners.map(({ kind, id }) => ({ kind, id }));
const hoursOf = (minutes: number | null) => (minutes ? String(Math.round(minutes / 6) / 10) : '');

/** Everything about a task, beside the set that it is in. */
export function TaskPanel({
  id,
  me,
  onOpen,
  onClose,
}: {
  id: string;
  me: Me;
  onOpen: (id: string) => void;
  onClose: () => void;
}) {
  const { data, error, refetch } = useDetail(id);
  return (
    <aside
      aria-label="Task"
      className="flex min-h-0 w-[400px] flex-none flex-col overflow-auto border-l bg-surface max-md:fixed max-md:inset-0 max-md:bottom-14 max-md:z-30 max-md:w-full"
    >
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      {data ? (
        <Body key={id} detail={data} me={me} onOpen={onOpen} onClose={onClose} />
      ) : (
        <span className="ml-auto p-1">
          <IconButton label="Close" onClick={onClose}>
            <X size={15} />
          </IconButton>
        </span>
      )}
    </aside>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[88px_minmax(0,1fr)] items-center gap-x-2 py-px text-[13px]">
      <span className="text-soft">{name}</span>
      <div className="flex min-w-0 flex-wrap items-center gap-1.5">{children}</div>
    </div>
  );
}

function Head({ name, note, children }: { name: string; note?: string; children?: React.ReactNode }) {
  return (
    <h2 className="mb-1 mt-3 flex items-baseline gap-2 border-b pb-[3px] text-[13px] font-bold">
      {name} <span className="flex-1 font-normal text-soft">{note}</span>
      {children}
    </h2>
  );
}

/** A field that is taken over when one leaves it. */
function Words({
  label,
  value,
  onSave,
  ...rest
}: { label: string; value: string; onSave: (value: string) => void } & Omit<
  React.InputHTMLAttributes<HTMLInputElement>,
  'onChange' | 'value'
>) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    if (typed !== null && typed !== value) onSave(typed);
    setTyped(null);
  };
  return (
    <input
      {...rest}
      aria-label={label}
      className={cx(
        'min-h-7 rounded-[3px] border border-transparent bg-transparent px-1 hover:border-line focus:border-line focus:bg-paper max-md:min-h-[44px]',
        rest.className,
      )}
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') {
          setTyped(null);
          e.stopPropagation();
        }
      }}
    />
  );
}

type BodyProps = { detail: TaskDetail; me: Me; onOpen: (id: string) => void; onClose: () => void };

const repeatings: [string, string][] = [
  ['', 'once'],
  ['FREQ=DAILY', 'every day'],
  ['FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR', 'every working day'],
  ['FREQ=WEEKLY', 'every week'],
  ['FREQ=WEEKLY;INTERVAL=2', 'every two weeks'],
  ['FREQ=MONTHLY', 'every month'],
  ['FREQ=YEARLY', 'every year'],
];

function Body({ detail, me, onOpen, onClose }: BodyProps) {
  const { task } = detail;
  const [talking, setTalking] = useState(detail.conversation !== null);
  const lists = useWorklists().data ?? [];
  const select = 'min-h-[26px] max-w-full rounded-[3px] border bg-surface px-1 text-[13px] max-md:min-h-[44px]';
  const place = async (
    change: Partial<{
      docket: string | null;
      gateStage: number | null;
      parent: string | null;
      worklist: string | null;
      column: string | null;
      after: string | null;
    }>,
  ) => {
    try {
      showTask(
        await taken(
          api.PUT('/api/tasks/{id}/place', {
            params: { path: { id: task.id } },
            body: {
              docket: task.docket,
              gateStage: task.gateStage,
              parent: task.parent,
              worklist: task.worklist,
              column: task.column,
              after: null,
              ...change,
            },
          }),
        ),
      );
      await queries.invalidateQueries({ queryKey: keys.taskTable });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const watch = async () => {
    const params = { params: { path: { id: task.id } } };
    try {
      await taken(
        detail.watching ? api.DELETE('/api/tasks/{id}/watching', params) : api.PUT('/api/tasks/{id}/watching', params),
      );
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const minutes = (text: string) => Math.round(Number(text.replace(',', '.')) * 60);
  const setHours = (field: 'estimateMinutes' | 'spentMinutes', text: string) => {
    const to = minutes(text);
    if (Number.isNaN(to)) sayWrong(new Error('A number of hours is wanted, such as 1.5. It was left as it was.'));
    else void changeTask(task, { [field]: to > 0 ? to : field === 'spentMinutes' ? 0 : null });
  };
  const source =
    task.docket && task.sourceEntry
      ? `/dockets/${task.docket}?entry=${task.sourceEntry}`
      : task.sourceEntry
        ? `/conversations/${task.sourceConversation}?entry=${task.sourceEntry}`
        : null;
  const list = lists.find((l) => l.id === task.worklist);
  return (
    <div className="px-3 pb-4 pt-2">
      <div className="flex items-start gap-1">
        <span className="pt-0.5">
          <FinishBox task={task} />
        </span>
        <Words
          label="Title"
          required
          maxLength={300}
          className="w-full min-w-0 text-[15px] font-bold"
          value={task.title}
          onSave={(title) => title.trim() && void changeTask(task, { title })}
        />
        <IconButton label="Close" onClick={onClose}>
          <X size={15} />
        </IconButton>
      </div>
      <p className="pb-1 pl-8 text-[12.5px] text-soft">
        {task.parent ? (
          <button type="button" className="text-wren underline" onClick={() => onOpen(task.parent!)}>
            part of {task.parentTitle}
          </button>
        ) : null}
        {source ? (
          <>
            {task.parent ? ' · ' : ''}
            <Link to={source} className="text-wren underline">
              {task.docket ? `${task.docket} ${task.docketName}, ` : ''}where it was said
            </Link>
          </>
        ) : task.docket && !task.parent ? (
          <Link to={`/dockets/${task.docket}`} className="text-wren underline">
            {task.docket} {task.docketName}
          </Link>
        ) : null}{' '}
        {detail.sourceEdited ? <b className="font-semibold text-soon">What it was made of was edited since. </b> : null}
        asked by {task.madeBy?.id === me.person.id ? 'you' : task.madeBy?.firstName}, {moment(task.made)}
      </p>
      <Line name="Owners">
        <OwnersField
          owners={task.owners}
          onChange={(owners) => void changeTask(task, { owners: owners.map(({ kind, id }) => ({ kind, id })) })}
        />
        {task.owners.length > 1 ? (
          <select
            aria-label="Whose word finishes it"
            className={select}
            value={task.rule}
            onChange={(e) => void changeTask(task, { rule: e.target.value })}
          >
            <option value="any">any of them finishes it</option>
            <option value="every">each does their part</option>
            <option value="share">by shares</option>
          </select>
        ) : null}
      </Line>
      {task.rule === 'share' && task.owners.length > 0 ? (
        <Line name="Shares">
          {task.owners.map((o, i) => (
            <label key={o.id} className="flex items-center gap-1">
              <NameTag who={o} />
              <Words
                label={`Share of ${o.name} in percent`}
                inputMode="numeric"
                placeholder="even"
                className="w-14"
                value={task.shares[i] ? String(task.shares[i]) : ''}
                onSave={(text) =>
                  void changeTask(task, {
                    owners: refs(task),
                    shares: task.shares.map((s, k) => (k === i ? Number(text) || null : s)),
                  })
                }
              />
              %{o.done ? ' done' : ''}
            </label>
          ))}
        </Line>
      ) : null}
      <Line name="Due">
        <DueField
          due={task.due}
          label={task.due ? task.dueLabel : 'not dated'}
          onChange={(due) => void changeTask(task, { due })}
        />
        <span className="text-soft">from</span>
        <DueField
          due={task.start}
          label={task.start ? moment(task.start) : 'any time'}
          onChange={(start) => void changeTask(task, { start })}
        />
      </Line>
      <Line name="Priority">
        <PriorityField value={task.priority} onChange={(priority) => void changeTask(task, { priority })} />
        <select
          aria-label="State"
          className={select}
          value={task.state}
          onChange={(e) => void changeTask(task, { state: e.target.value })}
        >
          {states.map(([value, words]) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </select>
      </Line>
      <Line name="Hours">
        <Words
          label="Estimate in hours"
          inputMode="decimal"
          placeholder="estimate"
          className="w-20"
          value={hoursOf(task.estimateMinutes)}
          onSave={(t) => setHours('estimateMinutes', t)}
        />
        <span className="text-soft">estimated,</span>
        <Words
          label="Time spent in hours"
          inputMode="decimal"
          placeholder="0"
          className="w-14"
          value={hoursOf(task.spentMinutes)}
          onSave={(t) => setHours('spentMinutes', t)}
        />
        <span className="text-soft">spent</span>
      </Line>
      <Line name="Repeats">
        <select
          aria-label="Repeats"
          className={select}
          value={task.repeats ?? ''}
          onChange={(e) => void changeTask(task, { repeats: e.target.value })}
        >
          {repeatings.map(([rule, words]) => (
            <option key={rule} value={rule}>
              {words}
            </option>
          ))}
          {task.repeats && !repeatings.some(([r]) => r === task.repeats) ? (
            <option value={task.repeats}>{task.repeats}</option>
          ) : null}
        </select>
      </Line>
      <Times detail={detail} />
      {task.private ? null : (
        <Line name="Docket">
          {task.parent ? (
            <span>{task.docket ? `${task.docket} ${task.docketName}` : 'none'}</span>
          ) : (
            <Words
              label="Docket"
              placeholder="none"
              className="w-28"
              value={task.docket ?? ''}
              onSave={(docket) => void place({ docket: docket.trim().toUpperCase() || null, gateStage: null })}
            />
          )}
          {detail.stages.length > 0 ? (
            <select
              aria-label="Gate of a stage"
              className={select}
              value={task.gateStage ?? ''}
              onChange={(e) => void place({ gateStage: e.target.value === '' ? null : Number(e.target.value) })}
            >
              <option value="">no stage waits for it</option>
              {detail.stages.map((s, i) => (
                <option key={s} value={i}>
                  {s} waits for it
                </option>
              ))}
            </select>
          ) : null}
        </Line>
      )}
      <Line name="Worklist">
        <select
          aria-label="Worklist"
          className={select}
          value={task.worklist ?? ''}
          onChange={(e) => void place({ worklist: e.target.value || null, column: null })}
        >
          <option value="">none</option>
          {lists.map((l) => (
            <option key={l.id} value={l.id}>
              {l.name} ({whose(l)})
            </option>
          ))}
        </select>
        {list ? (
          <select
            aria-label="Column"
            className={select}
            value={task.column ?? ''}
            onChange={(e) => void place({ column: e.target.value || null })}
          >
            <option value="">no column yet</option>
            {list.columns.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        ) : null}
      </Line>
      <p className="mt-1 flex flex-wrap gap-1.5">
        <Button look="quiet" aria-pressed={detail.watching} onClick={() => void watch()}>
          {detail.watching ? <EyeOff size={14} aria-hidden /> : <Eye size={14} aria-hidden />}
          {detail.watching ? 'Watch it no more' : 'Watch it'}
        </Button>
        {detail.mayBePrivate ? (
          <Button
            look="quiet"
            aria-pressed={task.private}
            onClick={() => void changeTask(task, { private: !task.private })}
          >
            <Lock size={14} aria-hidden />
            {task.private ? 'Open it to others' : 'Mine alone'}
          </Button>
        ) : null}
        {detail.watchers.length > 0 ? (
          <span className="flex items-center gap-1 text-[12.5px] text-soft">
            watched by{' '}
            {detail.watchers.map((w) => (
              <NameTag key={w.id} who={w} />
            ))}
          </span>
        ) : null}
      </p>
      <Notes task={task} notes={detail.notes} html={detail.notesHtml} />
      <TaskFiles task={task.id} files={detail.files} />
      <PartsOf detail={detail} onOpen={onOpen} />
      <WaitsFor detail={detail} onOpen={onOpen} />
      <Head name="Talk" />
      {talking ? (
        <Suspense fallback={null}>
          <TaskTalk task={task.id} me={me} />
        </Suspense>
      ) : (
        <Button onClick={() => setTalking(true)}>Say something about it</Button>
      )}
      <details className="mt-3 text-[13px]">
        <summary className="min-h-6 cursor-pointer font-bold">History, {detail.history.length} changes</summary>
        <ul className="mt-1 grid gap-1">
          {detail.history.map((h, i) => (
            <li key={i} className="text-[12.5px]">
              <span className="text-soft">{moment(h.at)}</span>{' '}
              <b className="font-semibold">{h.by?.firstName ?? 'Wrenlet'}</b> {h.what}:{' '}
              <span className="text-soft line-through">{h.before}</span> {h.after}
            </li>
          ))}
        </ul>
      </details>
    </div>
  );
}

const befores: [number | null, string][] = [
  [null, 'half a day before'],
  [0, 'not before'],
  [60, '1 h before'],
  [480, 'a day before'],
  [960, 'two days before'],
];
const agains: [number | null, string][] = [
  [null, 'each day while late'],
  [0, 'never again'],
  [240, 'twice a day while late'],
  [960, 'every two days while late'],
];

/** When its owners are reminded, in working time; and for one that repeats, when the next is made. */
function Times({ detail }: { detail: TaskDetail }) {
  const { task, times } = detail;
  if (!task.due && !task.repeats) return null;
  const select = 'min-h-[26px] max-w-full rounded-[3px] border bg-surface px-1 text-[13px] max-md:min-h-[44px]';
  const put = async (change: Partial<TaskDetail['times']>) => {
    try {
      showTask(
        await taken(
          api.PUT('/api/tasks/{id}/times', { params: { path: { id: task.id } }, body: { ...times, ...change } }),
        ),
      );
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const skip = async () => {
    try {
      showTask(await taken(api.POST('/api/tasks/{id}/skip', { params: { path: { id: task.id } } })));
      await queries.invalidateQueries({ queryKey: keys.taskTable });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const number = (value: string) => (value === '' ? null : Number(value));
  return (
    <>
      {task.repeats ? (
        <Line name="The next">
          <select
            aria-label="When the next is made"
            className={select}
            value={times.nextByTime ? 'time' : 'done'}
            onChange={(e) => void put({ nextByTime: e.target.value === 'time' })}
          >
            <option value="done">is made when this is done</option>
            <option value="time">is made when its time comes</option>
          </select>
          {task.state === 'done' || task.state === 'dropped' ? null : (
            <Button look="quiet" className="!min-h-6 !py-0" onClick={() => void skip()}>
              Leave this one out
            </Button>
          )}
        </Line>
      ) : null}
      {task.due ? (
        <Line name="Remind">
          <select
            aria-label="Remind before it is due"
            className={select}
            value={times.remindBeforeMinutes ?? ''}
            onChange={(e) => void put({ remindBeforeMinutes: number(e.target.value) })}
          >
            {befores.map(([n, words]) => (
              <option key={words} value={n ?? ''}>
                {words}
              </option>
            ))}
          </select>
          <select
            aria-label="Remind again"
            className={select}
            value={times.remindAgainMinutes ?? ''}
            onChange={(e) => void put({ remindAgainMinutes: number(e.target.value) })}
          >
            {agains.map(([n, words]) => (
              <option key={words} value={n ?? ''}>
                {words}
              </option>
            ))}
          </select>
        </Line>
      ) : null}
    </>
  );
}

/** What is to be known of it, in Markdown: shown, and typed in its place. */
function Notes({ task, notes, html }: { task: TaskView; notes: string; html: string }) {
  const [typed, setTyped] = useState<string | null>(null);
  const save = () => {
    if (typed !== null && typed.trim() !== notes)
      void changeTask(task, { notes: typed }).then(() => queries.invalidateQueries({ queryKey: keys.taskDetail }));
    setTyped(null);
  };
  return (
    <>
      <Head name="Notes">
        {typed === null ? (
          <Button look="quiet" className="!min-h-6 !py-0" onClick={() => setTyped(notes)}>
            {notes ? 'Edit' : 'Write'}
          </Button>
        ) : null}
      </Head>
      {typed !== null ? (
        <>
          <textarea
            autoFocus
            aria-label="Notes"
            rows={5}
            maxLength={50000}
            className={inputClass}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) save();
            }}
          />
          <span className="mt-1 flex gap-2">
            <Button look="main" onClick={save}>
              Keep
            </Button>
            <Button look="quiet" onClick={() => setTyped(null)}>
              Leave as it was
            </Button>
          </span>
        </>
      ) : notes ? (
        <div className="said text-[13px]" dangerouslySetInnerHTML={{ __html: html }} />
      ) : null}
    </>
  );
}

/** The parts of a task as a tree: made by typing or pasting a list, put in order by dragging or by keys. */
function PartsOf({ detail, onOpen }: { detail: TaskDetail; onOpen: (id: string) => void }) {
  const { task, parts } = detail;
  const [text, setText] = useState('');
  const add = async (e: FormEvent) => {
    e.preventDefault();
    if (!text.trim()) return;
    try {
      await taken(api.POST('/api/tasks/{id}/parts', { params: { path: { id: task.id } }, body: { text } }));
      setText('');
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
      await queries.invalidateQueries({ queryKey: keys.taskTable });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const place = async (part: TaskView, parent: string, after: string | null) => {
    try {
      showTask(
        await taken(
          api.PUT('/api/tasks/{id}/place', {
            params: { path: { id: part.id } },
            body: {
              docket: part.docket,
              gateStage: part.gateStage,
              parent,
              worklist: part.worklist,
              column: part.column,
              after,
            },
          }),
        ),
      );
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const beside = (part: TaskView) => parts.filter((p) => p.task.parent === part.parent).map((p) => p.task);
  const move = (part: TaskView, step: number) => {
    const all = beside(part);
    const at = all.findIndex((p) => p.id === part.id);
    const to = at + step;
    if (to < 0 || to >= all.length) return;
    const rest = all.filter((p) => p.id !== part.id);
    void place(part, part.parent!, to === 0 ? null : rest[to - 1]!.id);
  };
  const indent = (part: TaskView) => {
    const all = beside(part);
    const above = all[all.findIndex((p) => p.id === part.id) - 1];
    if (above) void place(part, above.id, parts.filter((p) => p.task.parent === above.id).at(-1)?.task.id ?? null);
  };
  const outdent = (part: TaskView) => {
    const whole = parts.find((p) => p.task.id === part.parent)?.task;
    if (whole?.parent) void place(part, whole.parent, whole.id);
  };
  return (
    <>
      <Head
        name="Parts"
        note={task.parts ? `${task.parts.done} of ${task.parts.count} done, ${task.parts.percent} %` : ''}
      />
      {task.parts ? (
        <span aria-hidden className="mb-1 block h-1 bg-line">
          <span className="block h-1 bg-done" style={{ width: `${task.parts.percent}%` }} />
        </span>
      ) : null}
      <ul>
        {parts.map(({ depth, task: part }) => (
          <Part
            key={part.id}
            part={part}
            depth={depth}
            onOpen={onOpen}
            onMove={(step) => move(part, step)}
            onIndent={() => indent(part)}
            onOutdent={() => outdent(part)}
            onDrop={(id) => {
              const dropped = parts.find((p) => p.task.id === id)?.task;
              if (dropped && dropped.id !== part.id) void place(dropped, part.parent!, part.id);
            }}
          />
        ))}
      </ul>
      <form onSubmit={(e) => void add(e)} className="mt-1 flex items-start gap-1.5">
        <textarea
          aria-label="Parts, one on each line"
          placeholder="A part, or a list: one on each line, deeper ones indented"
          rows={text.includes('\n') ? Math.min(10, text.split('\n').length + 1) : 1}
          className={cx(inputClass, 'min-w-0 flex-1')}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && !e.shiftKey && !text.includes('\n')) void add(e);
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void add(e);
          }}
        />
        <Button type="submit" disabled={!text.trim()}>
          Add
        </Button>
      </form>
    </>
  );
}

type PartProps = {
  part: TaskView;
  depth: number;
  onOpen: (id: string) => void;
  onMove: (step: number) => void;
  onIndent: () => void;
  onOutdent: () => void;
  onDrop: (id: string) => void;
};

function Part({ part, depth, onOpen, onMove, onIndent, onOutdent, onDrop }: PartProps) {
  const { over, drop } = useDrop(onDrop);
  return (
    <li
      {...dragging(part.id)}
      {...drop}
      style={{ paddingLeft: depth * 18 }}
      className={cx('group flex items-center gap-1 text-[13px]', over && 'shadow-[0_2px_0_var(--wren)]')}
    >
      <FinishBox task={part} />
      <button
        type="button"
        onClick={() => onOpen(part.id)}
        onKeyDown={(e) => {
          if (!e.altKey || !['ArrowUp', 'ArrowDown', 'ArrowRight', 'ArrowLeft'].includes(e.key)) return;
          e.preventDefault();
          if (e.key === 'ArrowRight') onIndent();
          else if (e.key === 'ArrowLeft') onOutdent();
          else onMove(e.key === 'ArrowUp' ? -1 : 1);
        }}
        title="Open it; Alt and an arrow put it elsewhere"
        className={cx(
          'min-h-6 min-w-0 flex-1 truncate text-left hover:underline',
          part.state === 'done' && 'text-soft line-through',
        )}
      >
        {part.title} {part.parts ? <span className="text-[12px] text-soft">{part.parts.percent} %</span> : null}
      </button>
      {part.due ? <Due task={part} /> : null}
      {part.owners.length > 0 ? <Owners owners={part.owners} /> : null}
      <span className="flex opacity-0 focus-within:opacity-100 group-hover:opacity-100">
        <IconButton label={`${part.title} further up`} onClick={() => onMove(-1)}>
          <ArrowUp size={12} />
        </IconButton>
        <IconButton label={`${part.title} further down`} onClick={() => onMove(1)}>
          <ArrowDown size={12} />
        </IconButton>
        {depth > 0 ? (
          <IconButton label={`${part.title} beside its whole`} onClick={onOutdent}>
            <IndentDecrease size={12} />
          </IconButton>
        ) : null}
        <IconButton label={`${part.title} as a part of the one above`} onClick={onIndent}>
          <IndentIncrease size={12} />
        </IconButton>
      </span>
    </li>
  );
}

/** What it waits for, and what waits for it. */
function WaitsFor({ detail, onOpen }: { detail: TaskDetail; onOpen: (id: string) => void }) {
  const { task } = detail;
  const set = async (ids: string[]) => {
    try {
      showTask(await taken(api.PUT('/api/tasks/{id}/blockers', { params: { path: { id: task.id } }, body: ids })));
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const ids = task.blockedBy.map((b) => b.id);
  return (
    <>
      <Head name="Waits for" note={task.blockedBy.length === 0 ? 'nothing' : ''}>
        <ChooseTask known={[task.id, ...ids]} docket={task.docket} onChoose={(id) => void set([...ids, id])} />
      </Head>
      <ul>
        {task.blockedBy.map((b) => (
          <li key={b.id} className="flex items-center gap-2 text-[13px]">
            <button
              type="button"
              onClick={() => onOpen(b.id)}
              className={cx(
                'min-h-6 min-w-0 flex-1 truncate text-left hover:underline',
                b.over && 'text-soft line-through',
              )}
            >
              {b.title}
            </button>
            <IconButton label={`Wait for ${b.title} no more`} onClick={() => void set(ids.filter((i) => i !== b.id))}>
              <X size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
      {detail.waitingFor.length > 0 ? (
        <p className="text-[12.5px] text-soft">
          {detail.waitingFor.map((w, i) => (
            <span key={w.id}>
              {i > 0 ? ', ' : ''}
              <button type="button" className="text-wren underline" onClick={() => onOpen(w.id)}>
                {w.title}
              </button>
            </span>
          ))}{' '}
          {detail.waitingFor.length === 1 ? 'waits' : 'wait'} for it.
        </p>
      ) : null}
    </>
  );
}

function ChooseTask({
  known,
  docket,
  onChoose,
}: {
  known: string[];
  docket: string | null;
  onChoose: (id: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState('');
  const [found, setFound] = useState<{ id: string; title: string; detail: string }[]>([]);
  useEffect(() => {
    if (!open) return;
    const timer = setTimeout(() => {
      const asked = words.trim()
        ? taken(api.GET('/api/find', { params: { query: { words } } })).then((f) =>
            f.hits
              .filter((h) => h.kind === 'task')
              .map((h) => ({ id: h.path.split('task=')[1]!, title: h.text, detail: h.detail })),
          )
        : docket
          ? taken(api.GET('/api/tasks/table', { params: { query: { scope: 'docket', of: docket } } })).then((t) =>
              t.rows
                .filter((r) => r.state !== 'done' && r.state !== 'dropped')
                .map((r) => ({ id: r.id, title: r.title, detail: docket })),
            )
          : Promise.resolve([]);
      asked.then((all) => setFound(all.filter((t) => !known.includes(t.id)).slice(0, 12))).catch(sayWrong);
    }, 200);
    return () => clearTimeout(timer);
  }, [open, words, docket]); // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <Panel
      label="What it waits for"
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet" className="!min-h-6 !py-0">
          Add
        </Button>
      }
    >
      <input
        autoFocus
        aria-label="Words of a task"
        placeholder="Words of a task"
        className={inputClass}
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <ul className="mt-1 max-h-64 overflow-auto">
        {found.map((t) => (
          <li key={t.id}>
            <button
              type="button"
              className="block min-h-7 w-full rounded-[3px] px-1.5 text-left text-[13px] hover:bg-wren-wash"
              onClick={() => {
                onChoose(t.id);
                setOpen(false);
                setWords('');
              }}
            >
              {t.title} <span className="text-soft">{t.detail}</span>
            </button>
          </li>
        ))}
        {found.length === 0 ? (
          <li className="px-1.5 text-[13px] text-soft">
            {words.trim() ? 'No task has these words.' : 'Type some of its words.'}
          </li>
        ) : null}
      </ul>
    </Panel>
  );
}
