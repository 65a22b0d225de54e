import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { type TaskDetail, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { Button, IconButton, Panel, cx, inputClass } from '../ui/controls';
import { Head } from './panel';
import { TaskArrivals, WaitForm } from './TaskArrivals';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** What it waits for, and what waits for it. */
export function TaskWaits({ detail, onOpen }: { detail: TaskDetail; onOpen: (id: string) => void }) {
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
      <Head name={texts.waitsFor} note={task.blockedBy.length + detail.waits.length === 0 ? texts.nothing : ''}>
        <ChooseTask known={[task.id, ...ids]} docket={task.docket} onChoose={(id) => void set([...ids, id])} />
        <WaitForm detail={detail} />
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
            <IconButton label={texts.stopWaitingFor(b.title)} onClick={() => void set(ids.filter((i) => i !== b.id))}>
              <X size={13} />
            </IconButton>
          </li>
        ))}
      </ul>
      <TaskArrivals detail={detail} />
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
          {texts.waitForIt(detail.waitingFor.length)}
        </p>
      ) : null}
    </>
  );
}

/** A task found by some of its words. */
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
      label={texts.whatItWaitsFor}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet" className="!min-h-6 !py-0">
          {texts.aTask}
        </Button>
      }
    >
      <input
        autoFocus
        aria-label={texts.wordsOfATask}
        placeholder={texts.wordsOfATask}
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
            {words.trim() ? texts.noTaskHasThese : texts.typeSomeItsWords}
          </li>
        ) : null}
      </ul>
    </Panel>
  );
}
