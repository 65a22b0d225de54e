import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { Refusal, type SheetView } from '../api/client';
import { Editor, type EditorHandle } from '../conversations/Editor';
import type { DocNode } from '../conversations/markdown';
import { Button, inputClass } from '../ui/controls';
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
  onDone: () => void;
};

/** What a new table begins with: three columns without names, and two rows. */
const blank = () => Array.from({ length: 3 }, () => Array<string>(3).fill(''));

/** A sheet to be written on. What is written stays in this browser until it is saved as a revision. */
export function SheetEdit({ id, kind, name, docket, sheet, inside, onDone }: Props) {
  const [draft] = useState(() => sheetDrafts.get()[id]);
  const [note, setNote] = useState(draft?.note ?? '');
  const [rows, setRows] = useState(draft?.rows ?? sheet?.rows ?? blank());
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
      if (sheet) await revise(id, from + 1, body, note);
      else await makeSheet(id, docket, kind, name, body);
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
    <form
      className="flex min-h-0 flex-1 flex-col"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
      onKeyDown={(e) => {
        if (e.key !== 's' || !(e.ctrlKey || e.metaKey)) return;
        e.preventDefault();
        void save();
      }}
    >
      <header className="flex flex-none flex-wrap items-end gap-x-3 gap-y-1.5 border-b bg-surface px-4 pb-2 pt-2.5">
        <div className="min-w-0 flex-1">
          <h1 className="text-[19px] font-bold leading-tight tracking-tight">{name}</h1>
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
      </header>
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
      <div className={theirs ? 'grid min-h-0 flex-1 md:grid-cols-2' : 'flex min-h-0 flex-1 flex-col'}>
        {kind === 'page' && inside ? (
          <div className="min-h-0 flex-1 overflow-auto bg-surface px-6 pb-6">
            <div className="mx-auto max-w-[42em] font-read text-[16px] leading-[1.6]">
              <Editor
                ref={editor}
                page
                conversation={inside}
                label={name}
                placeholder={texts.writePageLinksDockets}
                initial={draft?.doc ?? sheet?.html ?? ''}
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
        {theirs ? (
          <section aria-label={texts.latestRevision} className="flex min-h-0 flex-col border-l">
            <h2 className="flex-none border-b bg-paper px-4 py-1 text-[13px] font-bold">
              {texts.latestRevisionBy(theirs.newest, theirs.shown.by?.name ?? '')}
            </h2>
            <SheetBody sheet={theirs} />
          </section>
        ) : null}
      </div>
    </form>
  );
}
