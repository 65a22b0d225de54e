import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { SheetView } from '../../api/client';
import { Button, IconButton, cx, inputClass } from '../../ui/controls';
import { isNumeric } from '../grid';
import * as texts from '../texts';
import { type Check, type Checks, setChecks } from './checks';

type Props = { sheet: SheetView; checks: Checks; onDone: () => void };

const limited = ['below', 'above', 'changed'];

/** What is looked for in the columns of a table, and which column names whom to ask. */
export function CheckForm({ sheet, checks, onDone }: Props) {
  const names = (sheet.rows?.[0] ?? []).filter((n) => n.trim() !== '');
  // Figures are what most checks are about.
  const usual = (sheet.rows?.[0] ?? []).findIndex((_, i) => isNumeric(sheet.rows!, i));
  const blank: Check = { column: names[Math.max(0, usual)] ?? '', kind: 'above', limit: 0, group: null, of: null };
  const [rows, setRows] = useState<Check[]>(checks.checks.length > 0 ? checks.checks : [blank]);
  const [who, setWho] = useState(checks.who ?? '');
  const change = (i: number, next: Partial<Check>) => setRows(rows.map((r, j) => (j === i ? { ...r, ...next } : r)));
  const column = (label: string, value: string, onChange: (v: string) => void, none?: string) => (
    <select
      aria-label={label}
      className={cx(inputClass, '!w-auto max-w-full')}
      value={value}
      onChange={(e) => onChange(e.target.value)}
    >
      {none ? <option value="">{none}</option> : null}
      {names.map((n) => (
        <option key={n}>{n}</option>
      ))}
    </select>
  );
  return (
    <form
      className="grid gap-2 rounded-card border bg-surface p-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        void setChecks(sheet.id, checks, rows, who || null).then((ok) => ok && onDone());
      }}
    >
      {rows.map((r, i) => (
        <fieldset key={i} className="grid gap-1 border-b pb-2">
          <legend className="sr-only">{texts.checkNumber(i + 1)}</legend>
          <span className="flex items-center gap-1.5">
            {column(texts.columnOfCheck(i + 1), r.column, (v) => change(i, { column: v }))}
            <IconButton
              className="ml-auto"
              label={texts.removeCheck}
              onClick={() => setRows(rows.filter((_, j) => j !== i))}
            >
              <Trash2 size={14} />
            </IconButton>
          </span>
          <span className="flex flex-wrap items-center gap-1.5">
            <select
              aria-label={texts.whatToLookFor(i + 1)}
              className={cx(inputClass, '!w-auto')}
              value={r.kind}
              onChange={(e) =>
                change(i, {
                  kind: e.target.value,
                  limit: limited.includes(e.target.value) ? (r.limit ?? 0) : null,
                  group: null,
                  of: e.target.value === 'sum' ? [] : null,
                })
              }
            >
              {Object.entries(texts.checkKinds).map(([kind, words]) => (
                <option key={kind} value={kind}>
                  {words}
                </option>
              ))}
            </select>
            {limited.includes(r.kind) ? (
              <input
                aria-label={texts.limitOfCheck(i + 1)}
                type="number"
                step="any"
                required
                className={cx(inputClass, '!w-24')}
                value={r.limit ?? ''}
                onChange={(e) => change(i, { limit: e.target.value === '' ? null : Number(e.target.value) })}
              />
            ) : null}
            {r.kind === 'unusual'
              ? column(texts.comparedWithin, r.group ?? '', (v) => change(i, { group: v || null }), texts.wholeColumn)
              : null}
          </span>
          {r.kind === 'sum' ? (
            <span className="flex flex-wrap gap-x-3">
              {names
                .filter((n) => n !== r.column)
                .map((n) => (
                  <label key={n} className="flex min-h-6 items-center gap-1">
                    <input
                      type="checkbox"
                      checked={r.of?.includes(n) ?? false}
                      onChange={(e) =>
                        change(i, { of: e.target.checked ? [...(r.of ?? []), n] : (r.of ?? []).filter((o) => o !== n) })
                      }
                    />
                    {n}
                  </label>
                ))}
            </span>
          ) : null}
        </fieldset>
      ))}
      <Button look="quiet" onClick={() => setRows([...rows, blank])}>
        <Plus size={14} aria-hidden /> {texts.oneMoreCheck}
      </Button>
      <label className="block">
        <span className="mb-0.5 block font-semibold">{texts.whoIsAsked}</span>
        {column(texts.whoIsAsked, who, setWho, texts.nobodyColumn)}
      </label>
      <p className="flex gap-1.5">
        <Button look="main" type="submit">
          {texts.saveChecks}
        </Button>
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
      </p>
    </form>
  );
}
