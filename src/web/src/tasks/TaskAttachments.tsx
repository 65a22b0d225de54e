import { useEffect } from 'react';
import { type FileView, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { AttachPanel, AttachedList, taking, useAttachments } from '../conversations/Attachments';
import { FileRow } from '../conversations/EntryFiles';
import { type Attachment, attachmentsSent } from '../conversations/attachments';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** Writes which files stand with a task's notes. */
const keep = (task: string, files: { id: string; caption: string | null }[]) =>
  taken(api.PUT('/api/tasks/{id}/files', { params: { path: { id: task } }, body: files }))
    .then(() => queries.invalidateQueries({ queryKey: keys.taskDetail }))
    .catch(sayWrong);

const asGiven = (f: FileView) => ({ id: f.id, caption: f.caption });

/** The files that stand with a task's notes; chosen, dropped or pasted, they stand there as soon as they have come. */
export function TaskFiles({ task, files }: { task: string; files: FileView[] }) {
  const place = `task ${task}`;
  const coming = useAttachments(place);
  const ready = coming.filter((a): a is Attachment & { view: FileView } => a.state === 'ready' && a.view !== undefined);
  const all = ready.map((a) => a.id).join(' ');
  useEffect(() => {
    if (ready.length === 0) return;
    void keep(task, [...files.map(asGiven), ...ready.map((a) => ({ id: a.id, caption: a.caption || null }))]).then(() =>
      attachmentsSent(place, ready),
    );
  }, [all]); // eslint-disable-line react-hooks/exhaustive-deps
  return (
    <section aria-label={texts.filesOfTheTask} className="mt-1" {...taking(place)}>
      <FileRow
        files={files}
        onTakeOut={(gone) => void keep(task, files.filter((f) => f.id !== gone.id).map(asGiven))}
      />
      <AttachedList conversation={place} markable={false} />
      <div className="flex items-center text-[12.5px] text-soft">
        <AttachPanel conversation={place} /> {files.length === 0 ? texts.filesBelongDropThem : ''}
      </div>
    </section>
  );
}
