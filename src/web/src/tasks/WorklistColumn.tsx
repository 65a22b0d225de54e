import { type FormEvent, type KeyboardEvent, useState } from 'react';
import { type OwnerView, type TaskRow } from '../api/client';
import { cx, inputClass } from '../ui/controls';
import { Due, Owners } from '../ui/tags';
import { bothRefs, useDragging, useDrop } from '../ui/drag';
import { refocus } from '../ui/refocus';
import { sayWrong } from '../ui/toasts';
import { LineRead } from './LineRead';
import { type LineFields, useLine } from './line';
import * as texts from './texts';

type ColumnProps = {
  column: { id: string | null; name: string; most: number | null; finishes: boolean };
  rows: TaskRow[];
  people: OwnerView[];
  onOpen: (id: string) => void;
  onPlace: (id: string, after: string | null) => void;
  onAcross: (id: string, step: number) => void;
  onAdd?: (fields: LineFields) => void;
  /** The docket of its list, whose milestones can be named. */
  docket?: string | null;
};

export function Column({ column, rows, people, onOpen, onPlace, onAcross, onAdd, docket }: ColumnProps) {
  const { over, drop } = useDrop((id) => onPlace(id, rows.filter((r) => r.id !== id).at(-1)?.id ?? null));
  const [title, setTitle] = useState('');
  const full = column.most !== null && rows.length >= column.most;
  const past = column.most !== null && rows.length > column.most;
  const line = useLine(title, docket);
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    if (!title.trim()) return;
    // The field is free for the next one at once; what could not be read comes back.
    const typed = title;
    setTitle('');
    try {
      onAdd!(await line.fields());
    } catch (wrong) {
      setTitle((next) => next || typed);
      sayWrong(wrong);
    }
  };
  return (
    <section
      aria-label={column.name}
      {...drop}
      className={cx(
        'flex min-w-[252px] max-w-[440px] flex-1 flex-col rounded-card border bg-surface',
        past && 'border-late-line',
        over && 'outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <h2 className="flex items-baseline justify-between gap-2 border-b px-2 py-1 text-[13px] font-bold">
        {column.name}
        <span className={cx('font-normal', past ? 'font-semibold text-late' : full ? 'text-soon' : 'text-soft')}>
          {column.most
            ? `${rows.length} of ${column.most}${past ? texts.tooMany : full ? texts.full : ''}`
            : rows.length}
        </span>
      </h2>
      <ol className="min-h-8 flex-1 overflow-auto p-1">
        {rows.map((row, i) => (
          <Card
            key={row.id}
            row={row}
            people={people}
            onOpen={onOpen}
            onBefore={(id) =>
              onPlace(
                id,
                rows
                  .slice(0, i)
                  .filter((r) => r.id !== id)
                  .at(-1)?.id ?? null,
              )
            }
            onKey={(e) => {
              if (e.key === 'ArrowLeft' || e.key === 'ArrowRight') onAcross(row.id, e.key === 'ArrowLeft' ? -1 : 1);
              else if (e.key === 'ArrowUp' && i > 0) onPlace(row.id, rows[i - 2]?.id ?? null);
              else if (e.key === 'ArrowDown' && i < rows.length - 1) onPlace(row.id, rows[i + 1]!.id);
              else return false;
              return true;
            }}
          />
        ))}
      </ol>
      {onAdd ? (
        <form onSubmit={(e) => void submit(e)} className="flex-none border-t p-1">
          <input
            aria-label={texts.aTaskIn(column.name)}
            placeholder={texts.aTask}
            maxLength={300}
            className={cx(inputClass, '!border-transparent')}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
          <LineRead line={line} />
        </form>
      ) : null}
    </section>
  );
}

type CardProps = {
  row: TaskRow;
  people: OwnerView[];
  onOpen: (id: string) => void;
  onBefore: (id: string) => void;
  onKey: (e: KeyboardEvent) => boolean;
};

function Card({ row, people, onOpen, onBefore, onKey }: CardProps) {
  const { over, drop } = useDrop((id) => id !== row.id && onBefore(id));
  const { held, drag } = useDragging(row.id, row.title);
  return (
    <li
      {...drag}
      ref={bothRefs(drag.ref, drop.ref)}
      className={cx('mb-1', over && 'shadow-[0_-2px_0_var(--wren)]', held && 'opacity-40')}
    >
      <button
        type="button"
        data-card={row.id}
        onClick={() => onOpen(row.id)}
        onKeyDown={(e) => {
          if (!e.altKey || !onKey(e)) return;
          // In its new column it is another element.
          refocus(`[data-card="${row.id}"]`);
          e.preventDefault();
          e.stopPropagation();
        }}
        className={cx(
          'block w-full rounded-[3px] border border-l-[3px] border-l-wren',
          'bg-paper px-2 py-1 text-left text-[13px] hover:border-wren',
        )}
      >
        <span className={cx('block', row.state === 'done' && 'text-soft line-through')}>{row.title}</span>
        <span className="mt-0.5 flex flex-wrap items-center gap-2 text-[12.5px]">
          <Owners owners={row.owners.map((o) => people[o]!)} />
          {row.due || row.state === 'done' ? <Due task={row} /> : null}
          {row.parts > 0 ? <span className="text-soft">{row.percent} %</span> : null}
          {row.blocked ? <span className="text-soon">{texts.waits}</span> : null}
          <span className="ml-auto text-soft">{row.docket}</span>
        </span>
      </button>
    </li>
  );
}
