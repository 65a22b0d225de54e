import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, IconButton } from '../../ui/controls';
import { texts } from './texts';

type Row = { id: string; name: string; retired?: boolean };

type Props<T extends Row> = {
  rows: T[];
  onChange: (rows: T[]) => void;
  /** Those that are stored already: taken away, they are retired; others are gone. */
  stored: ReadonlySet<string>;
  draw: (row: T, put: (part: Partial<T>) => void) => ReactNode;
  /** What stands above the rows. */
  head?: ReactNode;
};

/** Rows in an order of their own: moved up and down, retired and brought back. */
export function Rows<T extends Row>({ rows, onChange, stored, draw, head }: Props<T>) {
  const live = rows.filter((r) => !r.retired);
  const retired = rows.filter((r) => r.retired);
  const put = (row: T, part: Partial<T>) => onChange(rows.map((r) => (r.id === row.id ? { ...r, ...part } : r)));
  const move = (row: T, by: number) => {
    const next = [...live];
    const at = next.indexOf(row);
    next.splice(at, 1);
    next.splice(at + by, 0, row);
    onChange([...next, ...retired]);
  };
  const takeAway = (row: T) =>
    stored.has(row.id) ? put(row, { retired: true } as Partial<T>) : onChange(rows.filter((r) => r.id !== row.id));
  return (
    <>
      {head && live.length > 0 ? (
        <div aria-hidden className="mb-0.5 pl-[52px] pr-7 text-[13px] font-semibold max-md:hidden">
          {head}
        </div>
      ) : null}
      <ul className="grid gap-1">
        {live.map((row, i) => {
          const name = row.name || texts.tools.this;
          return (
            <li key={row.id} className="flex items-start gap-1">
              <span className="flex flex-none pt-[3px]">
                <IconButton label={texts.tools.up(name)} disabled={i === 0} onClick={() => move(row, -1)}>
                  <ArrowUp size={14} />
                </IconButton>
                <IconButton
                  label={texts.tools.down(name)}
                  disabled={i === live.length - 1}
                  onClick={() => move(row, 1)}
                >
                  <ArrowDown size={14} />
                </IconButton>
              </span>
              <div className="min-w-0 flex-1">{draw(row, (part) => put(row, part))}</div>
              <IconButton
                className="mt-[3px]"
                label={stored.has(row.id) ? texts.tools.retire(name) : texts.tools.remove(name)}
                onClick={() => takeAway(row)}
              >
                <X size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      {retired.length > 0 ? (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1 text-[13px] text-soft">
          {texts.tools.retiredTitle}:
          {retired.map((row) => (
            <span key={row.id} className="flex items-center gap-1">
              {row.name}
              <Button
                look="quiet"
                className="!min-h-6"
                aria-label={texts.tools.back(row.name)}
                onClick={() => put(row, { retired: false } as Partial<T>)}
              >
                {texts.tools.bringBack}
              </Button>
            </span>
          ))}
        </p>
      ) : null}
    </>
  );
}

/** A part of the form, with what it is for. */
export function Part({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <fieldset className="border-t pt-2">
      <legend className="float-left mb-0.5 w-full text-[15px] font-bold">{title}</legend>
      {hint ? <p className="clear-both mb-2 max-w-[720px] text-[13px] text-soft">{hint}</p> : null}
      <div className="clear-both">{children}</div>
    </fieldset>
  );
}
