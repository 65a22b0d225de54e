import { ArrowDown, ArrowUp, IndentDecrease, IndentIncrease, X } from 'lucide-react';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { KindSetting, TemplateTaskSetting } from '../../api/client';
import { PriorityField } from '../../tasks/fields';
import { LengthField } from '../../ui/LengthField';
import { Button, IconButton, Panel, cx, inputClass } from '../../ui/controls';
import { DateChoice } from './DateChoice';
import { TemplateOwners } from './TemplateOwners';
import { above, depthOf, indent, move, outdent, remove } from './rows';
import { texts } from './texts';

const words = texts.task;

type Tasks = TemplateTaskSetting[];

type Props = { tasks: Tasks; kind: KindSetting | undefined; onChange: (tasks: Tasks) => void };

const fresh = (): TemplateTaskSetting => ({
  id: newId(),
  title: '',
  notes: '',
  parent: null,
  owners: [],
  rule: 'any',
  priority: 'normal',
  start: null,
  due: null,
  estimateMinutes: null,
  gate: null,
  after: [],
});

/** The tasks of a template in order, parts below what they are parts of. */
export function TaskRows({ tasks, kind, onChange }: Props) {
  const [added, setAdded] = useState('');
  const put = (id: string, part: Partial<TemplateTaskSetting>) =>
    onChange(tasks.map((t) => (t.id === id ? { ...t, ...part } : t)));
  return (
    <>
      <ul className="grid gap-2">
        {tasks.map((task) => (
          <li key={task.id} style={{ marginLeft: Math.min(depthOf(tasks, task), 4) * 22 }}>
            <TaskRow
              task={task}
              tasks={tasks}
              kind={kind}
              fresh={task.id === added}
              put={(part) => put(task.id, part)}
              onChange={onChange}
            />
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        className="mt-1.5"
        onClick={() => {
          const next = fresh();
          setAdded(next.id);
          onChange([...tasks, next]);
        }}
      >
        {words.add}
      </Button>
    </>
  );
}

type RowProps = Props & {
  task: TemplateTaskSetting;
  /** Whether it was added just now, and its title is what is written next. */
  fresh: boolean;
  put: (part: Partial<TemplateTaskSetting>) => void;
};

function TaskRow({ task, tasks, kind, fresh, put, onChange }: RowProps) {
  const [more, setMore] = useState(false);
  const name = task.title || words.this;
  const label = 'text-[13px] font-semibold';
  return (
    <div className="rounded-card border bg-paper p-1.5">
      <div className="flex items-center gap-1">
        <input
          aria-label={words.name}
          autoFocus={fresh}
          required
          maxLength={300}
          dir="auto"
          className={cx(inputClass, 'min-w-0 flex-1')}
          value={task.title}
          onChange={(e) => put({ title: e.target.value })}
        />
        <IconButton label={words.up(name)} onClick={() => onChange(move(tasks, task.id, -1))}>
          <ArrowUp size={14} />
        </IconButton>
        <IconButton label={words.down(name)} onClick={() => onChange(move(tasks, task.id, 1))}>
          <ArrowDown size={14} />
        </IconButton>
        {task.parent ? (
          <IconButton label={words.outdent(name)} onClick={() => onChange(outdent(tasks, task.id))}>
            <IndentDecrease size={14} />
          </IconButton>
        ) : (
          <IconButton
            label={words.indent(name)}
            disabled={!above(tasks, task.id)}
            onClick={() => onChange(indent(tasks, task.id))}
          >
            <IndentIncrease size={14} />
          </IconButton>
        )}
        <IconButton label={words.remove(name)} onClick={() => onChange(remove(tasks, task.id))}>
          <X size={14} />
        </IconButton>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-2 gap-y-1">
        <TemplateOwners owners={task.owners} onChange={(owners) => put({ owners })} />
        <span className="flex items-center gap-1">
          <span className={label}>{words.due}</span>
          <DateChoice label={words.due} date={task.due} kind={kind} onChange={(due) => put({ due })} />
        </span>
        <span className="flex items-center gap-1">
          <span className={label}>{words.estimate}</span>
          <LengthField
            label={words.estimate}
            className="!w-20"
            minutes={task.estimateMinutes}
            onChange={(estimateMinutes) => put({ estimateMinutes })}
          />
        </span>
        <PriorityField value={task.priority} onChange={(priority) => put({ priority })} />
        <Button look="quiet" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? words.less : words.more}
        </Button>
      </div>
      {more ? (
        <div className="mt-1.5 grid gap-2 border-t pt-1.5">
          <span className="flex flex-wrap items-center gap-1">
            <span className={label}>{words.start}</span>
            <DateChoice label={words.start} starts date={task.start} kind={kind} onChange={(start) => put({ start })} />
          </span>
          <span className="flex flex-wrap gap-x-4 gap-y-2">
            <label className="flex items-center gap-1.5">
              <span className={label}>{words.gate}</span>
              <select
                className={cx(inputClass, '!w-auto')}
                value={task.gate ?? ''}
                onChange={(e) => put({ gate: e.target.value || null })}
              >
                <option value="">{words.noGate}</option>
                {(kind?.stages ?? [])
                  .filter((s) => !s.retired)
                  .map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
              </select>
            </label>
            <label className="flex items-center gap-1.5">
              <span className={label}>{words.rule}</span>
              <select
                className={cx(inputClass, '!w-auto')}
                value={task.rule}
                onChange={(e) => put({ rule: e.target.value })}
              >
                <option value="any">{words.any}</option>
                <option value="every">{words.every}</option>
              </select>
            </label>
            <WaitsFor task={task} tasks={tasks} put={put} />
          </span>
          <label className="block">
            <span className={label}>{words.notes}</span>
            <textarea
              dir="auto"
              rows={2}
              maxLength={50_000}
              className={inputClass}
              value={task.notes}
              onChange={(e) => put({ notes: e.target.value })}
            />
          </label>
        </div>
      ) : null}
    </div>
  );
}

function WaitsFor({ task, tasks, put }: Pick<RowProps, 'task' | 'tasks' | 'put'>) {
  const others = tasks.filter((t) => t.id !== task.id && t.title);
  return (
    <span className="flex items-center gap-1.5">
      <span className="text-[13px] font-semibold">{words.after}</span>
      <Panel
        label={words.after}
        trigger={
          <button
            type="button"
            aria-label={words.after}
            className="min-h-[30px] max-w-72 truncate rounded-[3px] border bg-surface px-2 text-[13px] hover:border-soft max-md:min-h-[44px]"
          >
            {others
              .filter((t) => task.after.includes(t.id))
              .map((t) => t.title)
              .join(', ') || words.afterNone}
          </button>
        }
      >
        <ul className="max-h-60 overflow-auto">
          {others.map((t) => (
            <li key={t.id}>
              <label className="flex min-h-[30px] cursor-pointer items-center gap-2 rounded-[3px] px-1.5 hover:bg-wren-wash max-md:min-h-[44px]">
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={task.after.includes(t.id)}
                  onChange={() =>
                    put({
                      after: task.after.includes(t.id) ? task.after.filter((a) => a !== t.id) : [...task.after, t.id],
                    })
                  }
                />
                {t.title}
              </label>
            </li>
          ))}
        </ul>
      </Panel>
    </span>
  );
}
