import { ChevronLeft, ChevronRight, Download, X, ZoomIn, ZoomOut } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { Fragment, type ReactNode, useContext, useEffect, useState } from 'react';
import { at } from '../api/at';
import type { EntryView, FileView } from '../api/client';
import { Back } from '../ui/Back';
import { whenLoaded } from '../ui/whenLoaded';
import { Button, IconButton } from '../ui/controls';
import { isTyping } from '../ui/keys';
import { say } from '../ui/toasts';
import { parseTable } from './cells';
import { FileTalk } from './fileTalk';
import { sizeInWords } from './files';
import * as texts from './texts';

const Pdf = whenLoaded(
  () => import('./Pdf').then((m) => m.Pdf),
  () => <Waits />,
);

/** Up to here a download is watched in the page; what is longer is the browser's, which shows its own progress and can go on. */
const Watched = 300_000_000;

type Props = { files: FileView[]; entry?: EntryView; at: number; onGo: (at: number) => void; onClose: () => void };

/** Looks at files one after the other: pictures, PDF, text, tables, sound and film; each can be taken along. */
export function FileViewer({ files, entry, at, onGo, onClose }: Props) {
  const file = files[at]!;
  const talk = useContext(FileTalk);
  const talked = entry && talk && (file.shown === 'picture' || file.shown === 'pdf');
  const go = (to: number) => onGo((to + files.length) % files.length);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/50" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          onClick={(e) => e.stopPropagation()}
          onKeyDown={(e) => {
            if (e.target instanceof HTMLMediaElement || e.defaultPrevented || isTyping(e.target)) return;
            if (e.key === 'ArrowLeft' && files.length > 1) go(at - 1);
            if (e.key === 'ArrowRight' && files.length > 1) go(at + 1);
          }}
          className="fixed inset-3 z-50 flex flex-col overflow-hidden rounded-card border border-soft/40 bg-surface shadow-lg md:inset-8"
        >
          <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b px-3 py-1.5">
            <Dialog.Title className="min-w-0 flex-1 truncate font-bold" title={file.name}>
              {file.name} <span className="font-normal text-soft">{sizeInWords(file.size)}</span>
            </Dialog.Title>
            {files.length > 1 ? (
              <span className="flex items-center gap-1 text-[13px]">
                <IconButton label={texts.previous} onClick={() => go(at - 1)}>
                  <ChevronLeft size={16} />
                </IconButton>
                {at + 1} {texts.ofItInline} {files.length}
                <IconButton label={texts.next} onClick={() => go(at + 1)}>
                  <ChevronRight size={16} />
                </IconButton>
              </span>
            ) : null}
            <Back />
            <Take key={file.id} file={file} />
            <Dialog.Close asChild>
              <IconButton label={texts.close}>
                <X size={16} />
              </IconButton>
            </Dialog.Close>
          </header>
          {talked ? (
            <Fragment key={file.id}>{talk({ entry, file })}</Fragment>
          ) : (
            <div
              key={file.id}
              className="flex min-h-0 flex-1 flex-col overflow-auto bg-paper"
              tabIndex={0}
              role="group"
              aria-label={file.name}
            >
              <Shown file={file} />
            </div>
          )}
          {file.caption ? <p className="flex-none border-t px-3 py-1.5">{file.caption}</p> : null}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Shown({ file }: { file: FileView }): ReactNode {
  const address = at(`/api/files/${file.id}`);
  switch (file.shown) {
    case 'picture':
      return <Picture file={file} />;
    case 'pdf':
      return <Pdf address={address} name={file.name} />;
    case 'audio':
      return <audio controls src={address} aria-label={file.name} className="m-auto w-[min(560px,90%)]" />;
    case 'video':
      return <video controls src={address} aria-label={file.name} className="m-auto max-h-full max-w-full" />;
    case 'table':
    case 'text':
      return <Words file={file} />;
    default:
      return <p className="m-auto max-w-96 p-6 text-center text-soft">{texts.thisKindFileCannot}</p>;
  }
}

const Waits = () => <p className="m-auto text-soft">{texts.loading}</p>;

/** A picture, fitted to the window or at its own size. */
function Picture({ file }: { file: FileView }) {
  const [own, setOwn] = useState(false);
  return (
    <>
      <img
        src={at(`/api/files/${file.id}`)}
        alt={file.caption ?? file.name}
        className={own ? 'm-auto max-w-none' : 'm-auto min-h-0 max-h-full max-w-full object-contain p-2'}
      />
      <span className="absolute bottom-12 right-3">
        <Button onClick={() => setOwn(!own)}>
          {own ? <ZoomOut size={14} aria-hidden /> : <ZoomIn size={14} aria-hidden />}
          {own ? texts.fitToWindow : texts.actualSize}
        </Button>
      </span>
    </>
  );
}

/** A text or a table of values. */
function Words({ file }: { file: FileView }) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    let gone = false;
    fetch(at(`/api/files/${file.id}`))
      .then((answer) => (answer.ok ? answer.text() : Promise.reject(new Error(texts.theServerAnswered(answer.status)))))
      .then((words) => !gone && setText(words))
      .catch((e: Error) => !gone && setWrong(texts.couldNotReadTry(file.name, e.message)));
    return () => {
      gone = true;
    };
  }, [file]);
  if (wrong)
    return (
      <p role="alert" className="m-auto text-late">
        {wrong}
      </p>
    );
  if (text === null) return <Waits />;
  if (file.shown === 'text') return <pre className="whitespace-pre-wrap p-4 font-mono text-[13px]">{text}</pre>;
  const [head, ...rows] = parseTable(text);
  const shown = rows.slice(0, 1000);
  return (
    <div className="p-3">
      <table className="border-collapse text-[13px] tabular-nums">
        <thead>
          <tr>
            {head?.map((cell, i) => (
              <th key={i} scope="col" className="sticky top-0 border bg-surface px-2 py-0.5 text-left">
                {cell}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((row, i) => (
            <tr key={i}>
              {row.map((cell, j) => (
                <td key={j} className="border px-2 py-0.5">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > shown.length ? (
        <p className="mt-2 text-soft">{texts.theFirstRowsDownload(shown.length, rows.length)}</p>
      ) : null}
    </div>
  );
}

/** Takes a file along; how far it has come is seen, and what broke off can be tried again. */
function Take({ file }: { file: FileView }) {
  const [come, setCome] = useState<number | null>(null);
  const take = async () => {
    setCome(0);
    try {
      const answer = await fetch(at(`/api/files/${file.id}`));
      if (!answer.ok || !answer.body) throw new Error(texts.theServerAnswered(answer.status));
      const parts: BlobPart[] = [];
      const reader = answer.body.getReader();
      for (let sum = 0; ;) {
        const { done, value } = await reader.read();
        if (done) break;
        parts.push(value as BlobPart);
        setCome((sum += value.length));
      }
      const url = URL.createObjectURL(new Blob(parts));
      const link = Object.assign(document.createElement('a'), { href: url, download: file.name });
      link.click();
      setTimeout(() => URL.revokeObjectURL(url), 10_000);
    } catch (wrong) {
      say(texts.didNotDownloadCompletely(file.name, (wrong as Error).message));
    } finally {
      setCome(null);
    }
  };
  if (file.size > Watched)
    return (
      <a
        href={at(`/api/files/${file.id}`)}
        download={file.name}
        className="inline-flex min-h-[28px] items-center gap-1.5 rounded-card border px-2.5 hover:border-soft"
      >
        <Download size={14} aria-hidden /> {texts.download}
      </a>
    );
  return (
    <Button onClick={() => void take()} disabled={come !== null}>
      <Download size={14} aria-hidden />
      {come === null
        ? texts.download
        : texts.ofItOfFloor(Math.floor((come / Math.max(1, file.size)) * 100), sizeInWords(file.size))}
    </Button>
  );
}
