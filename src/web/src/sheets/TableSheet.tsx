import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { cx } from '../ui/controls';
import { isNumeric } from './grid';
import * as texts from './texts';

/** A table as it stands; of a long one only the rows in sight are drawn. */
export function TableSheet({ rows, name }: { rows: string[][]; name: string }) {
  const box = useRef<HTMLDivElement>(null);
  const [names = [], ...values] = rows;
  const right = names.map((_, i) => isNumeric(rows, i));
  const list = useVirtualizer({
    count: values.length,
    getScrollElement: () => box.current,
    estimateSize: () => 29,
    overscan: 20,
  });
  const drawn = list.getVirtualItems();
  const above = drawn[0]?.start ?? 0;
  const below = list.getTotalSize() - (drawn.at(-1)?.end ?? 0);
  return (
    <div ref={box} tabIndex={0} role="region" aria-label={name} className="min-h-0 flex-1 overflow-auto bg-surface p-4">
      <table
        aria-rowcount={rows.length}
        className="border-separate border-spacing-0 border-l border-t font-read text-[14px] tabular-nums"
      >
        <thead>
          <tr>
            <th scope="col" className="sticky top-0 border-b border-r bg-paper px-1.5 font-sans text-[12px] text-soft">
              <span className="sr-only">{texts.row}</span>
            </th>
            {names.map((n, i) => (
              <th
                key={i}
                scope="col"
                className={cx(
                  'sticky top-0 whitespace-nowrap border-b border-r bg-paper px-2.5 py-1 font-bold',
                  right[i] ? 'text-right' : 'text-left',
                )}
              >
                {n}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {above > 0 ? <tr aria-hidden style={{ height: above }} /> : null}
          {drawn.map((v) => (
            <tr key={v.key} ref={list.measureElement} data-index={v.index} aria-rowindex={v.index + 2}>
              <th
                scope="row"
                className="whitespace-nowrap border-b border-r bg-paper px-1.5 text-right font-sans text-[12px] font-normal text-soft"
              >
                {v.index + 1}
              </th>
              {values[v.index]!.map((cell, i) => (
                <td
                  key={i}
                  className={cx(
                    'min-w-[4em] max-w-[28em] border-b border-r px-2.5 py-1 [overflow-wrap:break-word]',
                    right[i] && 'text-right',
                  )}
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
          {below > 0 ? <tr aria-hidden style={{ height: below }} /> : null}
        </tbody>
      </table>
    </div>
  );
}
