import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import type { BoardQueue } from '../../api/client';
import { exact, moment } from '../../ui/time';
import { cx } from '../../ui/controls';
import { Standing } from '../../ui/tags';
import { restingWords } from './resting';
import { type Row, minutesInWords, standing, useNow } from './board';
import * as texts from './texts';

type Props = {
  rows: Row[];
  queues: Map<string, BoardQueue>;
  names: Map<string, string>;
  chosen: string | null;
  onChoose: (id: string) => void;
};

type Column = { name: string; width: string; text: (r: Row) => string; order?: (r: Row) => number };

/** The same rows as a table: for who sorts, and for who has it read out. */
export function BoardTable({ rows, queues, names, chosen, onChoose }: Props) {
  const now = useNow(15_000);
  const [sort, setSort] = useState<{ column: number; down: boolean } | null>(null);
  const columns = useMemo<Column[]>(
    () => [
      { name: texts.docket, width: '150px', text: (r) => (r.docket ? `${r.docket} ${r.name}` : r.name) },
      { name: texts.party, width: '140px', text: (r) => r.party },
      {
        name: texts.lastWords,
        width: 'minmax(160px, 1fr)',
        text: (r) => `${r.lastBy ? `${r.lastBy}: ` : ''}${r.lastWords}`,
      },
      {
        name: texts.said,
        width: '110px',
        text: (r) => (r.lastAt ? moment(r.lastAt) : ''),
        order: (r) => (r.lastAt ? Date.parse(r.lastAt) : 0),
      },
      { name: texts.queue, width: '130px', text: (r) => queues.get(r.queue)?.name ?? '' },
      {
        name: texts.owner,
        width: '120px',
        text: (r) => (r.owner ? (names.get(r.owner) ?? '') : r.crew ? texts.theCrew(names.get(r.crew)) : texts.nobody),
      },
      { name: texts.left, width: '150px', text: () => '', order: (r) => r.rank * 1e14 + r.rankAt },
      {
        name: texts.goal,
        width: '70px',
        text: (r) => (r.goal === null ? '' : minutesInWords(r.goal)),
        order: (r) => r.goal ?? Infinity,
      },
    ],
    [queues, names],
  );
  const sorted = useMemo(() => {
    if (!sort) return rows;
    const { text, order } = columns[sort.column]!;
    const list = rows.toSorted((a, b) => (order ? order(a) - order(b) : text(a).localeCompare(text(b))));
    return sort.down ? list.reverse() : list;
  }, [rows, sort, columns]);
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => box.current,
    estimateSize: () => 32,
    overscan: 15,
  });
  const template = { gridTemplateColumns: columns.map((c) => c.width).join(' ') };
  return (
    <div
      ref={box}
      role="region"
      aria-label={texts.conversationsAsATable}
      tabIndex={0}
      className="min-h-0 flex-1 overflow-auto"
    >
      <div
        role="table"
        aria-label={texts.conversations}
        aria-rowcount={sorted.length + 1}
        className="min-w-[1080px] text-[13px]"
      >
        <div
          role="row"
          aria-rowindex={1}
          className="sticky top-0 z-10 grid gap-x-3 border-b bg-paper px-4"
          style={template}
        >
          {columns.map((c, i) => (
            <span
              key={c.name}
              role="columnheader"
              aria-sort={sort?.column === i ? (sort.down ? 'descending' : 'ascending') : 'none'}
            >
              <button
                type="button"
                onClick={() =>
                  setSort((s) =>
                    s?.column === i ? (s.down ? null : { column: i, down: true }) : { column: i, down: false },
                  )
                }
                className="min-h-7 font-bold hover:underline"
              >
                {c.name} {sort?.column === i ? (sort.down ? '↓' : '↑') : ''}
              </button>
            </span>
          ))}
        </div>
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const row = sorted[item.index]!;
            const stands = row.rank === 0 ? standing(row, queues.get(row.queue), now) : null;
            return (
              <div
                key={row.id}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={chosen === row.id}
                onClick={() => onChoose(row.id)}
                className={cx(
                  'absolute inset-x-0 grid h-8 cursor-pointer items-center gap-x-3 border-b px-4 hover:bg-surface',
                  chosen === row.id && 'bg-wren-wash',
                )}
                style={{ ...template, transform: `translateY(${item.start}px)` }}
              >
                {columns.map((c, i) => (
                  <span
                    key={c.name}
                    role="cell"
                    className={cx('truncate', i > 1 && i !== 6 && 'text-soft')}
                    title={c.name === 'Said' && row.lastAt ? exact(row.lastAt) : undefined}
                  >
                    {i === 0 ? (
                      <button
                        type="button"
                        onClick={() => onChoose(row.id)}
                        className="min-h-6 max-w-full truncate text-left font-bold hover:underline"
                      >
                        {c.text(row)}
                      </button>
                    ) : i === 6 ? (
                      stands ? (
                        <Standing state={stands.state}>{stands.label}</Standing>
                      ) : (
                        restingWords(row)
                      )
                    ) : (
                      c.text(row)
                    )}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
