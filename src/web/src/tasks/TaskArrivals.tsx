import { X } from 'lucide-react';
import { type FormEvent, useId, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type TaskDetail, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { MomentField } from '../ui/MomentField';
import { Button, IconButton, Panel, cx, inputClass } from '../ui/controls';
import { day, exact } from '../ui/time';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

export type Wait = TaskDetail['waits'][number];

type Said = { what: string; toldBy: string | null; expected: string; came: boolean };

async function change(asked: Promise<TaskDetail['task']>) {
  try {
    showTask(await asked);
    await queries.invalidateQueries({ queryKey: keys.taskDetail });
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return false;
  }
}

const put = (task: string, wait: string, body: Said) =>
  change(taken(api.PUT('/api/tasks/{id}/waits/{wait}', { params: { path: { id: task, wait } }, body })));

const saidOf = ({ what, toldBy, expected, came }: Wait): Said => ({ what, toldBy, expected, came: came !== null });

/** What it waits for that comes from elsewhere, and what has come. */
export function TaskArrivals({ detail }: { detail: TaskDetail }) {
  const { id } = detail.task;
  if (detail.waits.length === 0) return null;
  const come = (w: Wait) =>
    void put(id, w.id, { ...saidOf(w), came: true }).then(
      (done) =>
        done &&
        say(texts.hasCome(w.what), {
          action: { label: texts.undo, run: () => void put(id, w.id, { ...saidOf(w), came: false }) },
        }),
    );
  const remove = (w: Wait) =>
    void change(taken(api.DELETE('/api/tasks/{id}/waits/{wait}', { params: { path: { id, wait: w.id } } })));
  return (
    <ul>
      {detail.waits.map((w) => (
        <li key={w.id} className="flex items-center gap-2 text-[13px]">
          {w.came ? (
            <span className="min-h-6 min-w-0 flex-1 truncate py-0.5 text-soft" title={exact(w.came)}>
              {w.what}, {texts.cameOn(day(w.came))}
            </span>
          ) : (
            <>
              <WaitForm detail={detail} wait={w} />
              <Button
                className="!min-h-6 flex-none !py-0 max-md:!min-h-11"
                aria-label={texts.itCame(w.what)}
                onClick={() => come(w)}
              >
                {texts.came}
              </Button>
            </>
          )}
          <IconButton label={texts.stopWaitingFor(w.what)} onClick={() => remove(w)}>
            <X size={13} />
          </IconButton>
        </li>
      ))}
    </ul>
  );
}

/** Writes down what a task waits for; with one that is there its line opens it. */
export function WaitForm({ detail, wait }: { detail: TaskDetail; wait?: Wait }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.somethingElse}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        wait ? (
          <button type="button" className="min-h-6 min-w-0 flex-1 text-left hover:underline">
            {wait.what},{' '}
            <span className={cx(wait.late ? 'font-semibold text-late' : 'text-soft')}>
              {wait.label}
              {wait.toldBy ? `, ${texts.saysSo(wait.toldBy)}` : ''}
            </span>
          </button>
        ) : (
          <Button look="quiet" className="!min-h-6 !py-0 max-md:!min-h-11">
            {texts.somethingElse}
          </Button>
        )
      }
    >
      <Form detail={detail} wait={wait} onDone={() => setOpen(false)} />
    </Panel>
  );
}

function Form({ detail, wait, onDone }: { detail: TaskDetail; wait: Wait | undefined; onDone: () => void }) {
  const [what, setWhat] = useState(wait?.what ?? '');
  const [expected, setExpected] = useState(wait?.expected ?? null);
  const [toldBy, setToldBy] = useState(wait?.toldBy ?? '');
  const [id] = useState(() => wait?.id ?? newId());
  const [missing, setMissing] = useState(false);
  const [busy, setBusy] = useState(false);
  const tellers = useId();
  const save = async (e: FormEvent) => {
    e.preventDefault();
    e.stopPropagation();
    setMissing(!expected);
    if (!expected || busy) return;
    setBusy(true);
    if (await put(detail.task.id, id, { what, toldBy: toldBy.trim() || null, expected, came: false })) onDone();
    setBusy(false);
  };
  return (
    <form className="grid gap-2 text-[13px]" onSubmit={(e) => void save(e)}>
      <label className="grid gap-0.5">
        {texts.whatWaitsFor}
        <input
          autoFocus={!wait}
          required
          maxLength={200}
          className={inputClass}
          value={what}
          onChange={(e) => setWhat(e.target.value)}
        />
      </label>
      <MomentField
        label={texts.whenItComes}
        inline
        value={expected}
        wrong={missing && !expected ? texts.sayWhen : undefined}
        onChange={setExpected}
      />
      <label className="grid gap-0.5">
        {texts.whoSaidSo}
        <input
          list={tellers}
          maxLength={200}
          className={inputClass}
          value={toldBy}
          onChange={(e) => setToldBy(e.target.value)}
        />
        <datalist id={tellers}>
          {detail.tellers.map((t) => (
            <option key={t} value={t} />
          ))}
        </datalist>
      </label>
      <p>
        <Button look="main" type="submit" disabled={busy}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}
