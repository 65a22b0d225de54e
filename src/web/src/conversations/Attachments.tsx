import { ArrowLeft, ArrowRight, FileText, MapPin, Paperclip, RotateCw, X } from 'lucide-react';
import { type ClipboardEvent, type DragEvent, Suspense, useRef, useState } from 'react';
import { lazy } from '../ui/lazy';
import type { FileView, Me } from '../api/client';
import { keys, queries } from '../api/queries';
import { Button, IconButton, Panel, cx, inputClass } from '../ui/controls';
import {
  type Attachment,
  atHand as hasBytes,
  attach,
  attachKnown,
  attachments,
  caption,
  mark,
  move,
  previewOf,
  retry,
  takeOut,
  wholeOf,
} from './attachments';
import { sizeInWords } from './files';
import * as texts from './texts';

const MarkPicture = lazy(() => import('./MarkPicture').then((m) => ({ default: m.MarkPicture })));

const none: Attachment[] = [];

/** The files that go with what is written in a conversation. */
export const useAttachments = (conversation: string) => attachments.use()[conversation] ?? none;

/** What a part of the page does so that files can be dropped on it and pasted into it. */
export const taking = (conversation: string) => ({
  onDragOver: (e: DragEvent) => e.dataTransfer.types.includes('Files') && e.preventDefault(),
  onDrop: (e: DragEvent) => {
    if (e.dataTransfer.files.length === 0) return;
    e.preventDefault();
    attach(conversation, e.dataTransfer.files);
  },
  onPasteCapture: (e: ClipboardEvent) => {
    // A spreadsheet gives a picture of its cells too: then the words are meant.
    if (e.clipboardData.files.length === 0 || e.clipboardData.types.includes('text/plain')) return;
    e.preventDefault();
    e.stopPropagation();
    attach(conversation, e.clipboardData.files);
  },
});

type ChooserProps = {
  conversation: string;
  /** Files that are in the talk already, with whether they have only been inside. */
  known?: (FileView & { inside: boolean })[];
};

/** Where files are chosen: from the device, from its camera, or out of the talk. */
export function AttachPanel({ conversation, known = [] }: ChooserProps) {
  const chooser = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState(false);
  const mine = useAttachments(conversation);
  const take = (input: HTMLInputElement) => {
    attach(conversation, [...(input.files ?? [])]);
    input.value = '';
    setOpen(false);
  };
  const offered = known.filter((f) => !mine.some((a) => a.id === f.id));
  return (
    <Panel
      label={texts.attach}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          aria-label={texts.attachAFile}
          title={texts.attachFileDropPaste}
          className="grid size-7 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
        >
          <Paperclip size={15} />
        </button>
      }
    >
      <input
        ref={chooser}
        type="file"
        multiple
        className="sr-only"
        tabIndex={-1}
        aria-label={texts.files}
        onChange={(e) => take(e.target)}
      />
      <input
        ref={camera}
        type="file"
        accept="image/*,video/*"
        capture="environment"
        className="sr-only"
        tabIndex={-1}
        aria-label={texts.camera}
        onChange={(e) => take(e.target)}
      />
      <Button className="w-full" onClick={() => chooser.current?.click()}>
        {texts.fromThisDevice}
      </Button>
      {window.matchMedia('(pointer: coarse)').matches ? (
        <Button className="mt-1.5 w-full" onClick={() => camera.current?.click()}>
          {texts.takeAPicture}
        </Button>
      ) : null}
      <p className="mt-1.5 text-[12.5px] text-soft">
        {texts.upToEach(queries.getQueryData<Me>(keys.me)?.fileMegabytes ?? 2048)}
      </p>
      {offered.length > 0 ? (
        <ul className="mt-2 max-h-52 overflow-auto border-t pt-1">
          {offered.map((f) => (
            <li key={f.id}>
              <button
                type="button"
                onClick={() => attachKnown(conversation, f)}
                className={cx(
                  'flex min-h-[30px] w-full items-center justify-between gap-2 rounded-[3px]',
                  'px-1.5 text-left text-[13px] hover:bg-wren-wash max-md:min-h-[44px]',
                )}
              >
                <span className="truncate">{f.name}</span>
                <span className={cx('flex-none text-[12px]', f.inside ? 'text-inside-ink' : 'text-outside-ink')}>
                  {f.inside ? texts.internalSoFar : texts.outside}
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </Panel>
  );
}

/** The files that go along, in their order: each with its picture, how far it has come, and what is said of it. */
export function AttachedList({ conversation, markable = true }: { conversation: string; markable?: boolean }) {
  const list = useAttachments(conversation);
  const [dragged, setDragged] = useState<string | null>(null);
  const [marked, setMarked] = useState<string | null>(null);
  const marking = list.find((a) => a.id === marked);
  if (list.length === 0) return null;
  return (
    <ul
      aria-label={texts.attachedFiles}
      className="flex max-h-52 flex-wrap gap-1.5 overflow-auto border-t px-1.5 py-1.5"
    >
      {list.map((a, i) => (
        <li
          key={a.id}
          draggable
          onDragStart={(e) => {
            setDragged(a.id);
            e.dataTransfer.effectAllowed = 'move';
            e.dataTransfer.setData('text/x-wrenlet-file', a.id);
          }}
          onDragOver={(e) => dragged && e.preventDefault()}
          onDrop={(e) => {
            if (!dragged) return;
            e.preventDefault();
            e.stopPropagation();
            move(conversation, dragged, i);
            setDragged(null);
          }}
          onDragEnd={() => setDragged(null)}
          className={cx(
            'min-w-[190px] max-w-[300px] flex-1 rounded-card border bg-paper p-1 text-[12.5px]',
            dragged === a.id && 'opacity-50',
          )}
        >
          <div className="flex items-center gap-1.5">
            <Preview attachment={a} />
            <span className="min-w-0 flex-1">
              <span className="block truncate" title={a.name}>
                {a.name}
              </span>
              <State attachment={a} />
            </span>
            {markable && wholeOf(a) ? (
              <IconButton
                label={texts.markSpots(a.name)}
                hint={a.marks?.length ? texts.marksCount(a.marks.length) : texts.markSpots(a.name)}
                onClick={() => setMarked(a.id)}
              >
                <MapPin size={13} className={a.marks?.length ? 'text-wren' : undefined} />
              </IconButton>
            ) : null}
            <IconButton label={texts.remove(a.name)} onClick={() => takeOut(conversation, a)}>
              <X size={12} />
            </IconButton>
          </div>
          {a.state === 'going' || a.state === 'resting' ? (
            <progress
              aria-label={texts.onItsWay(a.name)}
              className="h-1 w-full accent-wren"
              max={a.size}
              value={a.sent}
            />
          ) : null}
          {a.state === 'failed' ? (
            <p role="alert" className="text-late">
              {a.wrong}
            </p>
          ) : null}
          <div className="mt-1 flex items-center gap-0.5">
            <input
              aria-label={texts.captionOf(a.name)}
              placeholder={texts.caption}
              maxLength={300}
              value={a.caption}
              onChange={(e) => caption(conversation, a.id, e.target.value)}
              className={cx(inputClass, '!min-h-6 min-w-0 flex-1 !px-1.5 !py-0 max-md:!min-h-[44px]')}
            />
            {a.state === 'failed' && hasBytes(a.id) ? (
              <IconButton label={texts.tryAgain(a.name)} onClick={() => retry(conversation, a.id)}>
                <RotateCw size={12} />
              </IconButton>
            ) : null}
            {list.length > 1 ? (
              <>
                <IconButton
                  label={texts.furtherToTheFront(a.name)}
                  disabled={i === 0}
                  onClick={() => move(conversation, a.id, i - 1)}
                >
                  <ArrowLeft size={12} />
                </IconButton>
                <IconButton
                  label={texts.furtherToTheBack(a.name)}
                  disabled={i === list.length - 1}
                  onClick={() => move(conversation, a.id, i + 1)}
                >
                  <ArrowRight size={12} />
                </IconButton>
              </>
            ) : null}
          </div>
        </li>
      ))}
      {marking ? (
        <li className="contents">
          <Suspense fallback={null}>
            <MarkPicture
              name={marking.name}
              address={wholeOf(marking)!}
              marks={marking.marks ?? []}
              onMarks={(marks) => mark(conversation, marking.id, marks)}
              onClose={() => setMarked(null)}
            />
          </Suspense>
        </li>
      ) : null}
      {list.length > 2 ? (
        <li className="self-center">
          <Button
            look="quiet"
            onClick={() => {
              for (const a of list) takeOut(conversation, a);
            }}
          >
            {texts.removeAll}
          </Button>
        </li>
      ) : null}
    </ul>
  );
}

function Preview({ attachment }: { attachment: Attachment }) {
  const picture = previewOf(attachment);
  return picture ? (
    <img src={picture} alt="" className="size-9 flex-none rounded-[3px] border object-cover" />
  ) : (
    <span aria-hidden className="grid size-9 flex-none place-items-center rounded-[3px] border text-soft">
      <FileText size={16} />
    </span>
  );
}

function State({ attachment: a }: { attachment: Attachment }) {
  const part = a.size === 0 ? 0 : Math.floor((a.sent / a.size) * 100);
  return (
    <span className="block truncate text-[12px] text-soft">
      {a.state === 'ready'
        ? sizeInWords(a.size)
        : a.state === 'going'
          ? texts.ofIt(part, sizeInWords(a.size))
          : a.state === 'resting'
            ? texts.waitingForTheServer(part)
            : texts.notThere}
    </span>
  );
}
