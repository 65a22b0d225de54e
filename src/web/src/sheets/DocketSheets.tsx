import { FileText, PenTool, Plus, Table } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import type { SheetBrief } from '../api/client';
import { moment } from '../ui/time';
import { Button, Panel, cx, inputClass } from '../ui/controls';
import { Firsts, Part } from '../ui/Part';
import { type SheetKind, kinds, makeSheet, sheetDrafts, useSheets } from './sheet';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const icons = { page: FileText, table: Table, drawing: PenTool };

/** The sheets of a docket, in its commitments; those that were removed stay a click away. */
export function DocketSheets({ docket }: { docket: string }) {
  const { data = [] } = useSheets(docket);
  const there = data.filter((s) => !s.removed);
  const removed = data.filter((s) => s.removed);
  return (
    <Part name={texts.sheets} tool={<NewSheet docket={docket} />}>
      {there.length === 0 ? <p className="text-[13px] text-soft">{texts.reportsTablesDrawingsDocket}</p> : null}
      <Firsts className="grid gap-0.5">
        {there.map((s) => (
          <Line key={s.id} sheet={s} />
        ))}
      </Firsts>
      {removed.length > 0 ? (
        <details className="mt-1 text-[13px]">
          <summary className="min-h-6 cursor-pointer rounded-[3px] text-soft">{texts.removed(removed.length)}</summary>
          <ul className="grid gap-0.5">
            {removed.map((s) => (
              <Line key={s.id} sheet={s} />
            ))}
          </ul>
        </details>
      ) : null}
    </Part>
  );
}

function Line({ sheet }: { sheet: SheetBrief }) {
  const Icon = icons[sheet.kind as SheetKind];
  const unsaved = sheetDrafts.use()[sheet.id] !== undefined;
  return (
    <li>
      <Link
        to={`/sheets/${sheet.id}`}
        title={`${kinds[sheet.kind as SheetKind].name}. ${sheet.sharedLine}`}
        className="grid grid-cols-[20px_1fr] items-start rounded-[3px] py-1 text-[13px] leading-snug hover:bg-wren-wash max-md:min-h-[44px]"
      >
        <Icon size={14} aria-label={kinds[sheet.kind as SheetKind].name} className="mt-0.5 text-soft" />
        <span className="min-w-0">
          <span className={cx('block', sheet.removed && 'text-soft line-through')}>{sheet.name}</span>
          <span className="block text-[12.5px] text-soft">
            {sheet.revision > 1 ? texts.revision(sheet.revision) : ''}
            {sheet.by?.firstName}, {moment(sheet.at)}
            {sheet.shared ? <span className="text-outside-ink"> {texts.sharedOutside}</span> : null}
            {unsaved ? <b className="text-soon"> {texts.notSavedYet}</b> : null}
          </span>
        </span>
      </Link>
    </li>
  );
}

/** Begins a sheet: its name and kind first, then one writes on it; a table may be made of a file at once. */
function NewSheet({ docket }: { docket: string }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [kind, setKind] = useState<SheetKind>('page');
  const navigate = useNavigate();
  const begin = async (file?: File) => {
    const id = newId();
    const called = name.trim() || file?.name.replace(/\.[^.]+$/, '') || '';
    if (!called) return;
    try {
      if (file) {
        await makeSheet(id, docket, 'table', called, { text: await file.text() });
        await navigate(`/sheets/${id}`);
      } else {
        await navigate(`/sheets/${id}?${new URLSearchParams({ new: kind, docket, name: called }).toString()}`);
      }
      setOpen(false);
      setName('');
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label={texts.newSheet}
      align="end"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="inline-flex min-h-6 items-center gap-1 rounded-[3px] font-normal text-wren hover:underline max-md:min-h-[44px]"
        >
          <Plus size={13} aria-hidden /> {texts.newSheet}
        </button>
      }
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <label className="block text-[13px] font-semibold">
          {texts.name}
          <input
            autoFocus
            required
            maxLength={120}
            value={name}
            onChange={(e) => setName(e.target.value)}
            className={cx(inputClass, 'mt-0.5 font-normal')}
          />
        </label>
        <fieldset className="mt-2 grid gap-1">
          <legend className="text-[13px] font-semibold">{texts.kind}</legend>
          {(Object.keys(kinds) as SheetKind[]).map((k) => (
            <label
              key={k}
              className="flex min-h-6 cursor-pointer items-baseline gap-1.5 text-[13px] max-md:min-h-[44px]"
            >
              <input type="radio" name="kind of sheet" checked={kind === k} onChange={() => setKind(k)} />
              <span>
                {kinds[k].name} <span className="text-soft">{kinds[k].hint}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <p className="mt-2 flex flex-wrap items-center justify-end gap-2">
          {kind === 'table' ? (
            <label
              className={cx(
                'inline-flex min-h-[28px] cursor-pointer items-center rounded-card border px-2.5 text-[13px]',
                'focus-within:outline-2 focus-within:outline-wren hover:border-soft max-md:min-h-[44px]',
              )}
            >
              {texts.ofACsvFile}
              <input
                type="file"
                accept=".csv,.tsv,.txt,text/csv"
                className="sr-only"
                onChange={(e) => {
                  const file = e.target.files?.[0];
                  e.target.value = '';
                  if (file) void begin(file);
                }}
              />
            </label>
          ) : null}
          <Button look="main" type="submit" disabled={!name.trim()}>
            {texts.create}
          </Button>
        </p>
      </form>
    </Panel>
  );
}
