import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { parseTable } from '../conversations/cells';
import { Button, cx } from '../ui/controls';
import {
  type Rows,
  addColumn,
  addRow,
  isNumeric,
  moveColumn,
  moveRow,
  paste,
  removeColumn,
  removeRow,
  setCell,
  widthOf,
} from './grid';
import * as texts from './texts';

type Place = { row: number; column: number };

/** A table to be written in: each cell is a field, and rows and columns come, go and move about the one that one is in. */
export function TableEdit({ rows, onChange }: { rows: Rows; onChange: (rows: Rows) => void }) {
  const box = useRef<HTMLDivElement>(null);
  const [here, setHere] = useState<Place>({ row: Math.min(1, rows.length - 1), column: 0 });
  const [past, setPast] = useState<Rows[]>([]);
  const wanted = useRef<Place | null>(null);
  const list = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => 31,
    overscan: 20,
  });
  const drawn = list.getVirtualItems();

  /** A change that is taken back by itself; what is typed in a field the field takes back. */
  const change = (next: Rows, to: Place = here) => {
    if (next === rows) return;
    setPast((p) => [...p.slice(-49), rows]);
    onChange(next);
    go(to, next);
  };
  const go = ({ row, column }: Place, of = rows) => {
    const place = {
      row: Math.max(0, Math.min(row, of.length - 1)),
      column: Math.max(0, Math.min(column, widthOf(of) - 1)),
    };
    setHere(place);
    wanted.current = place;
    list.scrollToIndex(place.row);
  };
  useEffect(() => {
    const place = wanted.current;
    const field = place && box.current?.querySelector<HTMLInputElement>(`[data-cell="${place.row} ${place.column}"]`);
    if (!field) return;
    wanted.current = null;
    field.focus();
    field.select();
  });

  const press = (e: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    if (e.key === 'Enter' && !e.ctrlKey && !e.metaKey) {
      e.preventDefault();
      if (row === rows.length - 1) change(addRow(rows, rows.length), { row: row + 1, column });
      else go({ row: row + 1, column });
    } else if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
      e.preventDefault();
      const by = e.key === 'ArrowUp' ? -1 : 1;
      change(moveRow(rows, row, by), { row: row + by, column });
    } else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
      e.preventDefault();
      go({ row: row + (e.key === 'ArrowUp' ? -1 : 1), column });
    }
  };
  const { row, column } = here;
  const tools: [string, boolean, () => void][] = [
    [texts.rowAbove, row > 0, () => change(addRow(rows, row))],
    [texts.rowBelow, true, () => change(addRow(rows, row + 1), { row: row + 1, column })],
    [texts.rowUp, row > 1, () => change(moveRow(rows, row, -1), { row: row - 1, column })],
    [texts.rowDown, row > 0 && row < rows.length - 1, () => change(moveRow(rows, row, 1), { row: row + 1, column })],
    [texts.removeRow, row > 0, () => change(removeRow(rows, row))],
    [texts.columnLeft, true, () => change(addColumn(rows, column))],
    [texts.columnRight, true, () => change(addColumn(rows, column + 1), { row, column: column + 1 })],
    [texts.moveLeft, column > 0, () => change(moveColumn(rows, column, -1), { row, column: column - 1 })],
    [
      texts.moveRight,
      column < widthOf(rows) - 1,
      () => change(moveColumn(rows, column, 1), { row, column: column + 1 }),
    ],
    [texts.removeColumn, widthOf(rows) > 1, () => change(removeColumn(rows, column))],
    [
      texts.undo,
      past.length > 0,
      () => {
        const before = past.at(-1)!;
        setPast((p) => p.slice(0, -1));
        onChange(before);
        go(here, before);
      },
    ],
  ];
  const right = (rows[0] ?? []).map((_, i) => isNumeric(rows, i));
  const above = drawn[0]?.start ?? 0;
  const below = list.getTotalSize() - (drawn.at(-1)?.end ?? 0);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div
        role="toolbar"
        aria-label={texts.rowsAndColumns}
        className="flex flex-none flex-wrap gap-1 border-b px-4 py-1.5"
      >
        {tools.map(([name, can, run]) => (
          <Button key={name} look="quiet" disabled={!can} onClick={run}>
            {name}
          </Button>
        ))}
      </div>
      <div ref={box} className="min-h-0 flex-1 overflow-auto bg-surface p-4">
        <table className="border-separate border-spacing-0 border-l border-t font-read text-[14px] tabular-nums">
          <tbody>
            {above > 0 ? <tr aria-hidden style={{ height: above }} /> : null}
            {drawn.map((v) => (
              <tr key={v.key}>
                <th
                  scope="row"
                  className="whitespace-nowrap border-b border-r bg-paper px-1.5 text-right font-sans text-[12px] font-normal text-soft"
                >
                  {v.index === 0 ? <span className="sr-only">{texts.namesOfTheColumns}</span> : v.index}
                </th>
                {rows[v.index]!.map((cell, i) => (
                  <td
                    key={i}
                    className={cx(
                      'border-b border-r p-0',
                      v.index === 0 && 'bg-paper',
                      v.index === row && i === column && 'bg-wren-wash',
                    )}
                  >
                    <input
                      data-cell={`${v.index} ${i}`}
                      aria-label={
                        v.index === 0
                          ? texts.nameOfColumn(i + 1)
                          : texts.rowOfRow(rows[0]![i] || texts.column(i + 1), v.index)
                      }
                      placeholder={v.index === 0 ? texts.column(i + 1) : undefined}
                      maxLength={4000}
                      size={Math.max(8, Math.min(40, cell.length + 1))}
                      value={cell}
                      onFocus={() => setHere({ row: v.index, column: i })}
                      onChange={(e) => onChange(setCell(rows, v.index, i, e.target.value))}
                      onKeyDown={(e) => press(e, v.index, i)}
                      onPaste={(e) => {
                        const text = e.clipboardData.getData('text/plain');
                        if (!/[\t\n]/.test(text.trimEnd())) return;
                        e.preventDefault();
                        change(paste(rows, v.index, i, parseTable(text.trimEnd())), { row: v.index, column: i });
                      }}
                      className={cx(
                        'w-full min-w-[7em] bg-transparent px-2.5 py-1 outline-offset-[-2px]',
                        right[i] && v.index > 0 && 'text-right',
                        v.index === 0 && 'font-bold',
                      )}
                    />
                  </td>
                ))}
              </tr>
            ))}
            {below > 0 ? <tr aria-hidden style={{ height: below }} /> : null}
          </tbody>
        </table>
        <p className="mt-2 text-[12.5px] text-soft">{texts.enterGoesRowBelow}</p>
      </div>
    </div>
  );
}
