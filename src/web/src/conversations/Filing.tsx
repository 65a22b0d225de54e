import { FileCheck } from 'lucide-react';
import { useState } from 'react';
import { type EntryView, api, taken } from '../api/client';
import { showEntry } from '../api/live';
import { queries } from '../api/queries';
import { minutesInWords } from './queues/board';
import { Button, Field, IconButton, Panel, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

export const filingKinds: [string, string][] = [
  ['advice', texts.advice],
  ['instruction', texts.instruction],
  ['decision', texts.decision],
  ['phone', texts.phone],
  ['visit', texts.visit],
];

const names = Object.fromEntries(filingKinds);

const shown = (entry: EntryView, docket: string) => {
  showEntry(docket, entry);
  void queries.invalidateQueries({ queryKey: ['record', docket] });
};

/** How an entry is filed: what as, how long it took, whether that is billed. */
export function FilingPanel({ entry, docket }: { entry: EntryView; docket: string }) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState(entry.filing?.kind ?? (entry.via === 'call' ? 'phone' : 'decision'));
  const [minutes, setMinutes] = useState(String(entry.filing?.minutes ?? ''));
  const [billable, setBillable] = useState(entry.filing?.billable ?? false);
  const path = { params: { path: { id: entry.id } } };
  const done = (call: Promise<EntryView>) =>
    void call
      .then((e) => {
        shown(e, docket);
        setOpen(false);
      })
      .catch(sayWrong);
  return (
    <Panel
      label={texts.addToRecord}
      align="end"
      className="w-64"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <IconButton label={texts.addToRecord} hint={texts.addDocketSRecord}>
          <FileCheck size={13} />
        </IconButton>
      }
    >
      <form
        className="grid gap-2"
        onClick={(e) => e.stopPropagation()}
        onSubmit={(e) => {
          e.preventDefault();
          done(
            taken(
              api.PUT('/api/entries/{id}/filing', { ...path, body: { kind, minutes: Number(minutes) || 0, billable } }),
            ),
          );
        }}
      >
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.filedAs}</span>
          <select autoFocus className={inputClass} value={kind} onChange={(e) => setKind(e.target.value)}>
            {filingKinds.map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <Field
          label={texts.minutesSpent}
          type="number"
          min={0}
          max={100000}
          value={minutes}
          onChange={(e) => setMinutes(e.target.value)}
        />
        <label className="flex min-h-7 items-center gap-2">
          <input type="checkbox" checked={billable} onChange={(e) => setBillable(e.target.checked)} /> {texts.billable}
        </label>
        <Button look="main" type="submit">
          {entry.filing ? texts.saveToRecord : texts.addToRecord}
        </Button>
        {entry.filing ? (
          <Button look="quiet" onClick={() => done(taken(api.DELETE('/api/entries/{id}/filing', path)))}>
            {texts.removeFromTheRecord}
          </Button>
        ) : null}
      </form>
    </Panel>
  );
}

/** That an entry is filed, and how. */
export function FiledLine({ entry }: { entry: EntryView }) {
  if (!entry.filing) return null;
  const { kind, minutes, billable, by } = entry.filing;
  return (
    <p className="mt-1 flex items-center gap-1.5 text-[12.5px] text-soft">
      <FileCheck size={12} aria-hidden />
      {texts.filedAsBy(names[kind]?.toLowerCase() ?? '', by?.firstName ?? '')}
      {minutes > 0 ? `, ${minutesInWords(minutes)}${billable ? texts.billed : ''}` : ''}
    </p>
  );
}
