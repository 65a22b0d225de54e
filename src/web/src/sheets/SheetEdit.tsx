import { type ReactNode, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { Refusal, type SheetView, api, taken } from '../api/client';
import { Editor, type EditorHandle } from '../conversations/Editor';
import type { DocNode } from '../conversations/markdown';
import { keepDraft as keepWriting } from '../conversations/drafts';
import { type Picked, putBack } from '../conversations/picked';
import { Button, cx, inputClass } from '../ui/controls';
import { say } from '../ui/toasts';
import { pageFrom, tableFrom } from './fromTalk';
import { DrawingFile } from './DrawingFile';
import { SheetBody } from './SheetBody';
import { TableEdit } from './TableEdit';
import { type SheetKind, keepDraft, kinds, makeSheet, revise, sheetDrafts } from './sheet';
import * as texts from './texts';

type Props = {
  id: string;
  kind: SheetKind;
  name: string;
  docket: string;
  /** The sheet as it stands; null for one that is being made. */
  sheet: SheetView | null;
  /** The docket's inside conversation, in which things are found to point at. */
  inside: string | null;
  /** What it is begun from, as it was picked in the talk. */
  sources?: Picked[];
  /** What stands beside it: what is said about it. */
  beside?: ReactNode;
  onDone: () => void;
};

/** What a new table begins with: three columns without names, and two rows. */
const blank = () => Array.from({ length: 3 }, () => Array<string>(3).fill(''));

/** Answers what a sheet was begun from with it: inside at once; outside it is made ready, to be shared and sent by hand. */
async function replyWith(sheet: string, name: string, to: Picked, docket: string) {
  const label = `#${name.replace(/[[\]\\]/g, '')}`;
  if (to.inside) {
    await taken(
      api.POST('/api/conversations/{id}/entries', {
        params: { path: { id: to.conversation } },
        body: { id: newId(), body: `[${label}](sheet:${sheet})`, repliesTo: to.id, close: false, knowing: false },
      }),
    );
    return;
  }
  keepWriting(to.conversation, {
    docket,
    doc: {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: texts.hereItIs },
            { type: 'tagThing', attrs: { kind: 'sheet', target: sheet, label } },
          ],
        },
      ],
    },
  });
  say(texts.replyIsReady(to.by));
}

/** A sheet to be written on. What is written stays in this browser until it is saved as a revision. */
export function SheetEdit({ id, kind, name: given, docket, sheet, inside, sources = [], beside, onDone }: Props) {
  const [name, setName] = useState(given);
  const [replies, setReplies] = useState(true);
  const answered = sources.at(-1);
  const [draft] = useState(() => sheetDrafts.get()[id]);
  const [note, setNote] = useState(draft?.note ?? '');
  const [rows, setRows] = useState(draft?.rows ?? sheet?.rows ?? (sources.length > 0 ? tableFrom(sources) : blank()));
  const [theirs, setTheirs] = useState<SheetView | null>(null);
  const [wrong, setWrong] = useState('');
  const [saving, setSaving] = useState(false);
  // The revision that is written on; when another comes meanwhile, saving says so first.
  const [from, setFrom] = useState(draft?.from ?? sheet?.newest ?? 0);
  const editor = useRef<EditorHandle>(null);
  const doc = useRef<unknown>(draft?.doc);
  const [file, setFile] = useState<string | null>(null);
  const keep = (change: { doc?: unknown; rows?: string[][]; note?: string }) => {
    if (change.doc !== undefined) doc.current = change.doc;
    keepDraft(id, {
      from,
      note: change.note ?? note,
      ...(kind === 'page' ? { doc: doc.current as DocNode } : {}),
      ...(kind === 'table' ? { rows: change.rows ?? rows } : {}),
    });
  };
  const save = async () => {
    setSaving(true);
    setWrong('');
    const body = kind === 'page' ? { text: editor.current!.markdown() } : kind === 'table' ? { rows } : { file };
    try {
      if (sheet) {
        const now = await revise(id, from + 1, body, note);
        if (now.newest > from + 1)
          say(texts.savedTogether(now.revisions.find((r) => r.number === from + 1)!.by!.firstName));
      } else {
        await makeSheet(
          id,
          docket,
          kind,
          name.trim() || given,
          body,
          sources.map((s) => s.id),
        );
        putBack(docket);
        if (answered && replies) await replyWith(id, name.trim() || given, answered, docket);
      }
      keepDraft(id, null);
      onDone();
    } catch (e) {
      if (e instanceof Refusal && e.status === 412) setTheirs(e.current as SheetView);
      setWrong((e as Error).message);
    } finally {
      setSaving(false);
    }
  };
  return (
    <div
      className="flex min-h-0 flex-1 flex-col"
      onKeyDown={(e) => {
        if (e.key !== 's' || !(e.ctrlKey || e.metaKey)) return;
        e.preventDefault();
        void save();
      }}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
        className="flex flex-none flex-wrap items-end gap-x-3 gap-y-1.5 border-b bg-surface px-4 pb-2 pt-2.5"
      >
        <div className="min-w-0 flex-1">
          {sheet ? (
            <h1 className="text-[19px] font-bold leading-tight tracking-tight">{name}</h1>
          ) : (
            <input
              aria-label={texts.nameOfTheSheet}
              maxLength={120}
              value={name}
              onChange={(e) => setName(e.target.value)}
              className={cx(inputClass, 'mb-0.5 max-w-[30em] text-[17px] font-bold')}
            />
          )}
          <p className="text-[13px] text-soft">
            {kinds[kind].name} {texts.ofIt}{' '}
            <Link to={`/dockets/${docket}`} className="text-wren underline">
              {docket}
            </Link>
            {sheet ? texts.toBecomeRevision(from + 1) : texts.notSavedYetAfter}
            {texts.whatWriteKeptBrowser}
          </p>
        </div>
        {sheet ? (
          <label className="flex min-w-64 flex-1 items-center gap-2 text-[13px]">
            <span className="whitespace-nowrap">{texts.whatIsNew}</span>
            <input
              maxLength={300}
              value={note}
              placeholder={texts.inAFewWords}
              onChange={(e) => {
                setNote(e.target.value);
                keep({ note: e.target.value });
              }}
              className={inputClass}
            />
          </label>
        ) : null}
        {answered ? (
          <label className="flex min-h-[28px] items-center gap-1.5 text-[13px] max-md:min-h-[44px]">
            <input type="checkbox" checked={replies} onChange={(e) => setReplies(e.target.checked)} />
            {texts.replyWithIt(answered.by)}
          </label>
        ) : null}
        <Button
          look="quiet"
          onClick={() => {
            keepDraft(id, null);
            if (sheet) onDone();
            else history.back();
          }}
        >
          {sheet ? texts.cancel : texts.discard}
        </Button>
        <Button look="main" type="submit" disabled={saving || (kind === 'drawing' && !file)} title={texts.ctrlS}>
          {sheet ? texts.saveAsRevision(from + 1) : texts.saveTheSheet}
        </Button>
      </form>
      {wrong ? (
        <div role="alert" className="flex-none border-b border-late-line bg-late-wash px-4 py-1.5 text-late">
          {wrong}
          {theirs ? (
            <Button
              className="ml-3"
              onClick={() => {
                setFrom(theirs.newest);
                setTheirs(null);
                setWrong('');
              }}
            >
              {texts.iHaveReadTheirs}
            </Button>
          ) : null}
        </div>
      ) : null}
      <div
        className={
          theirs
            ? 'grid min-h-0 flex-1 md:grid-cols-2'
            : beside
              ? 'grid min-h-0 flex-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_320px] md:grid-rows-1'
              : 'flex min-h-0 flex-1 flex-col'
        }
      >
        {kind === 'page' && inside ? (
          <div className="min-h-0 flex-1 overflow-auto bg-surface px-6 pb-6">
            <div className="mx-auto max-w-[42em] font-read text-[16px] leading-[1.6]">
              <Editor
                ref={editor}
                page
                conversation={inside}
                label={name}
                placeholder={texts.writePageLinksDockets}
                initial={draft?.doc ?? sheet?.html ?? (sources.length > 0 ? pageFrom(sources) : '')}
                autoFocus
                onChange={(_, now) => keep({ doc: now })}
                onSend={() => void save()}
              />
            </div>
          </div>
        ) : null}
        {kind === 'table' ? (
          <TableEdit
            rows={rows}
            onChange={(next) => {
              setRows(next);
              keep({ rows: next });
            }}
          />
        ) : null}
        {kind === 'drawing' ? <DrawingFile id={id} onFile={setFile} /> : null}
        {theirs ? null : beside}
        {theirs ? (
          <section aria-label={texts.latestRevision} className="flex min-h-0 flex-col border-l">
            <h2 className="flex-none border-b bg-paper px-4 py-1 text-[13px] font-bold">
              {texts.latestRevisionBy(theirs.newest, theirs.shown.by?.name ?? '')}
            </h2>
            <SheetBody sheet={theirs} />
          </section>
        ) : null}
      </div>
    </div>
  );
}
