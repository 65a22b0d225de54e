import { useState } from 'react';
import { asHtml } from '../api/at';
import type { TaskView } from '../api/client';
import { keys, queries } from '../api/queries';
import { Button, inputClass } from '../ui/controls';
import { changeTask } from './change';
import { Head } from './panel';
import * as texts from './texts';

/** What is to be known of it, in Markdown: shown, and typed in its place. */
export function TaskNotes({ task, notes, html }: { task: TaskView; notes: string; html: string }) {
  const [typed, setTyped] = useState<string | null>(null);
  const save = () => {
    if (typed !== null && typed.trim() !== notes)
      void changeTask(task, { notes: typed }).then(() => queries.invalidateQueries({ queryKey: keys.taskDetail }));
    setTyped(null);
  };
  return (
    <>
      <Head name={texts.notes}>
        {typed === null ? (
          <Button look="quiet" className="!min-h-6 !py-0" onClick={() => setTyped(notes)}>
            {notes ? texts.edit : texts.write}
          </Button>
        ) : null}
      </Head>
      {typed !== null ? (
        <>
          <textarea
            autoFocus
            aria-label={texts.notes}
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
              {texts.save}
            </Button>
            <Button look="quiet" onClick={() => setTyped(null)}>
              {texts.cancel}
            </Button>
          </span>
        </>
      ) : notes ? (
        <div className="said text-[13px]" dangerouslySetInnerHTML={asHtml(html)} />
      ) : null}
    </>
  );
}
