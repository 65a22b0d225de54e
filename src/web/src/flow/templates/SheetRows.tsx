import { FileUp, X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { v7 as newId } from 'uuid';
import { at } from '../../api/at';
import type { TemplateSetting } from '../../api/client';
import { AttachedList, useAttachments } from '../../conversations/Attachments';
import { attach, attachments } from '../../conversations/attachments';
import { drawings } from '../../sheets/DrawingFile';
import { Button, IconButton, cx, inputClass } from '../../ui/controls';
import { texts } from './texts';

const words = texts.sheet;

type Sheets = TemplateSetting['sheets'];

/** Pages and tables that a docket begins with. */
export function SheetRows({ sheets, onChange }: { sheets: Sheets; onChange: (sheets: Sheets) => void }) {
  const put = (id: string, part: Partial<Sheets[number]>) =>
    onChange(sheets.map((s) => (s.id === id ? { ...s, ...part } : s)));
  return (
    <>
      <ul className="grid gap-2">
        {sheets.map((sheet) => (
          <li key={sheet.id} className="grid gap-1.5 rounded-card border bg-paper p-1.5">
            <div className="flex items-center gap-1.5">
              <input
                aria-label={words.name}
                placeholder={words.name}
                required
                maxLength={120}
                className={cx(inputClass, 'min-w-0 flex-1')}
                value={sheet.name}
                onChange={(e) => put(sheet.id, { name: e.target.value })}
              />
              <select
                aria-label={words.kind}
                className={cx(inputClass, '!w-auto')}
                value={sheet.kind}
                onChange={(e) => put(sheet.id, { kind: e.target.value })}
              >
                <option value="page">{words.page}</option>
                <option value="table">{words.table}</option>
                <option value="drawing">{words.drawing}</option>
              </select>
              <IconButton
                label={words.remove(sheet.name || texts.task.this)}
                onClick={() => onChange(sheets.filter((s) => s.id !== sheet.id))}
              >
                <X size={14} />
              </IconButton>
            </div>
            {sheet.kind === 'drawing' ? (
              <Drawing id={sheet.id} file={sheet.file ?? null} onFile={(file) => put(sheet.id, { file })} />
            ) : (
              <textarea
                aria-label={words.body}
                placeholder={sheet.kind === 'table' ? words.tablePlaceholder : words.pagePlaceholder}
                rows={5}
                maxLength={200_000}
                dir="auto"
                className={cx(inputClass, sheet.kind === 'table' && 'font-mono text-[13px]')}
                value={sheet.body}
                onChange={(e) => put(sheet.id, { body: e.target.value })}
              />
            )}
          </li>
        ))}
      </ul>
      <Button
        look="quiet"
        className="mt-1.5"
        onClick={() => onChange([...sheets, { id: newId(), kind: 'page', name: '', body: '' }])}
      >
        {words.add}
      </Button>
    </>
  );
}

type DrawingProps = { id: string; file: string | null; onFile: (file: string) => void };

/** The file of a drawing: chosen and sent here, or looked at where there is one. */
function Drawing({ id, file, onFile }: DrawingProps) {
  const place = `template ${id}`;
  const chosen = useAttachments(place).at(-1);
  const chooser = useRef<HTMLInputElement>(null);
  const ready = chosen?.state === 'ready' && chosen.view ? chosen.view.id : null;
  const take = useRef(onFile);
  take.current = onFile;
  useEffect(() => {
    if (ready) take.current(ready);
  }, [ready]);
  useEffect(
    () => () =>
      attachments.set((all) => {
        const { [place]: _, ...others } = all;
        return others;
      }),
    [place],
  );
  return (
    <div className="flex flex-wrap items-center gap-3">
      <input
        ref={chooser}
        type="file"
        accept={drawings}
        className="sr-only"
        tabIndex={-1}
        aria-label={words.file}
        onChange={(e) => {
          attach(place, [...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      <Button onClick={() => chooser.current?.click()}>
        <FileUp size={14} aria-hidden /> {file ? words.otherFile : words.chooseFile}
      </Button>
      {file && !chosen ? (
        <a href={at(`/api/files/${file}`)} target="_blank" rel="noreferrer" className="underline underline-offset-2">
          {words.look}
        </a>
      ) : null}
      <AttachedList conversation={place} markable={false} />
    </div>
  );
}
