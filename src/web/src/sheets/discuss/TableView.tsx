import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type PointerEvent, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import type { AnchorView } from '../../api/client';
import { cx } from '../../ui/controls';
import { isNumeric } from '../grid';
import * as texts from '../texts';
import { isThere } from './discussions';
import { type TalkedAbout, anchorOf, fresh, hueOf } from './view';

/** What a cell is marked with beside what is said about it. */
export type CellNote = { reason: string; explained: boolean };

type Props = TalkedAbout & {
  rows: string[][];
  name: string;
  /** Cells that stand out, by row and column; none where nothing does. */
  notes?: Map<string, CellNote>;
};

const rowHeight = 29;
const inside = (at: AnchorView | null | undefined, row: number, column: number) =>
  at?.kind === 'cells' &&
  row >= at.row! &&
  row < at.row! + at.rows! &&
  column >= at.column! &&
  column < at.column! + at.columns!;

/** The cells from one corner to the other. */
const between = (a: { row: number; column: number }, b: { row: number; column: number }) =>
  anchorOf({
    kind: 'cells',
    row: Math.min(a.row, b.row),
    column: Math.min(a.column, b.column),
    rows: Math.abs(a.row - b.row) + 1,
    columns: Math.abs(a.column - b.column) + 1,
  });

/** A table as it stands, with what is said about its cells; of a long one only the rows in sight are drawn. */
export function TableView(props: Props) {
  const { rows, name, notes, discussions, open, onOpen, chosen, onChoose, onPlaces, onScrolled, scroll } = props;
  const box = useRef<HTMLDivElement>(null);
  const [names = [], ...values] = rows;
  const right = useMemo(() => (rows[0] ?? []).map((_, i) => isNumeric(rows, i)), [rows]);
  const list = useVirtualizer({
    count: values.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 20,
  });
  const drawn = list.getVirtualItems();
  const above = drawn[0]?.start ?? 0;
  const below = list.getTotalSize() - (drawn.at(-1)?.end ?? 0);
  const total = list.getTotalSize();
  const placed = useMemo(() => discussions.filter((d) => isThere(d) && d.place!.at.kind === 'cells'), [discussions]);
  /** Of each row the discussions on it, so that a cell is drawn without looking at all. */
  const ofRow = useMemo(() => {
    const map = new Map<number, typeof placed>();
    for (const d of placed)
      for (let r = d.place!.at.row!; r < d.place!.at.row! + d.place!.at.rows!; r++)
        map.set(r, [...(map.get(r) ?? []), d]);
    return map;
  }, [placed]);

  useLayoutEffect(() => {
    const head = box.current?.querySelector('thead')?.clientHeight ?? rowHeight;
    const top = (row: number) => 16 + head + (list.measurementsCache[row]?.start ?? row * rowHeight);
    const tops = new Map(placed.map((d) => [d.id, top(d.place!.at.row!)]));
    if (chosen?.kind === 'cells') tops.set(fresh, top(chosen.row!));
    onPlaces({ tops, height: total + head + 32 });
  }, [placed, chosen, total, onPlaces, list]);

  useEffect(() => {
    scroll.current = (to) => {
      if (box.current && Math.abs(box.current.scrollTop - to) > 1) box.current.scrollTop = to;
    };
    return () => void (scroll.current = null);
  }, [scroll]);

  useEffect(() => {
    const at = placed.find((d) => d.id === open)?.place?.at;
    if (at) list.scrollToIndex(at.row!, { align: 'auto' });
  }, [open]); // eslint-disable-line react-hooks/exhaustive-deps

  const corner = useRef<{ row: number; column: number } | null>(null);
  const cellAt = (e: { target: EventTarget }) => {
    const cell = (e.target as HTMLElement).closest<HTMLElement>('td[data-row]');
    return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : null;
  };
  const down = (e: PointerEvent) => {
    const cell = cellAt(e);
    if (!cell || e.button !== 0) return;
    const from = e.shiftKey && chosen?.kind === 'cells' ? { row: chosen.row!, column: chosen.column! } : cell;
    corner.current = from;
    // What is said about a cell opens first; pressed again, it is the cell that one says something about.
    const said = ofRow.get(cell.row)?.find((d) => inside(d.place!.at, cell.row, cell.column));
    if (said && said.id !== open && !e.shiftKey) onOpen(said.id);
    else onChoose(between(from, cell));
  };
  const over = (e: PointerEvent) => {
    const cell = corner.current && e.buttons === 1 ? cellAt(e) : null;
    if (cell && !inside(chosen, cell.row, cell.column)) onChoose(between(corner.current!, cell));
  };
  const key = (e: KeyboardEvent) => {
    const step: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    };
    if (e.key === 'Escape') return onChoose(null);
    const by = step[e.key];
    if (!by || e.ctrlKey || e.metaKey || e.altKey || values.length === 0) return;
    e.preventDefault();
    const at = chosen?.kind === 'cells' ? chosen : null;
    const from = corner.current ?? (at ? { row: at.row!, column: at.column! } : { row: 0, column: 0 });
    // The far corner is the one that moves while Shift is held.
    const far = at
      ? {
          row: at.row! === from.row ? at.row! + at.rows! - 1 : at.row!,
          column: at.column! === from.column ? at.column! + at.columns! - 1 : at.column!,
        }
      : from;
    const base = e.shiftKey ? far : from;
    const next = {
      row: Math.min(values.length - 1, Math.max(0, at ? base.row + by[0] : 0)),
      column: Math.min(names.length - 1, Math.max(0, at ? base.column + by[1] : 0)),
    };
    if (!e.shiftKey) corner.current = next;
    onChoose(between(e.shiftKey ? from : next, next));
    list.scrollToIndex(next.row, { align: 'auto' });
  };

  return (
    <div
      ref={box}
      tabIndex={0}
      role="region"
      aria-label={texts.tableHint(name)}
      onKeyDown={key}
      onPointerDown={down}
      onPointerOver={over}
      onPointerUp={() => void (corner.current = chosen?.kind === 'cells' ? corner.current : null)}
      onScroll={(e) => onScrolled(e.currentTarget.scrollTop)}
      className="min-h-0 flex-1 select-none overflow-auto bg-surface p-4"
    >
      <table
        aria-rowcount={rows.length}
        className="border-separate border-spacing-0 border-l border-t font-read text-[14px] tabular-nums"
      >
        <thead>
          <tr>
            <th
              scope="col"
              className="sticky -top-4 z-10 border-b border-r bg-paper px-1.5 font-sans text-[12px] text-soft"
            >
              <span className="sr-only">{texts.row}</span>
            </th>
            {names.map((n, i) => (
              <th
                key={i}
                scope="col"
                className={cx(
                  'sticky -top-4 z-10 whitespace-nowrap border-b border-r bg-paper px-2.5 py-1 font-bold',
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
              {values[v.index]!.map((cell, i) => {
                const said = ofRow.get(v.index)?.filter((d) => inside(d.place!.at, v.index, i)) ?? [];
                const running = said.filter((d) => d.state !== 'settled');
                const note = notes?.get(`${v.index} ${i}`);
                return (
                  <td
                    key={i}
                    data-row={v.index}
                    data-column={i}
                    aria-selected={inside(chosen, v.index, i) || undefined}
                    title={note?.reason}
                    className={cx(
                      'relative min-w-[4em] max-w-[28em] cursor-cell border-b border-r px-2.5 py-1 [overflow-wrap:break-word]',
                      right[i] && 'text-right',
                      note && !note.explained && 'bg-soon-wash font-semibold text-soon',
                      note?.explained && 'underline decoration-dotted decoration-soon',
                      said.some((d) => d.id === open) && 'bg-mark',
                      inside(chosen, v.index, i) && '!bg-wren-wash outline outline-1 -outline-offset-1 outline-wren',
                    )}
                  >
                    {running.length > 0 ? (
                      <i
                        aria-hidden
                        style={{ width: Math.min(8, 1 + 2 * running.length) }}
                        className={cx(
                          'absolute inset-y-0 left-0',
                          running.some((d) => hueOf(d) === 'inside') ? 'bg-inside-ink' : 'bg-outside-ink',
                        )}
                      />
                    ) : null}
                    {cell}
                    {said.length > 0 ? <span className="sr-only">, {texts.talkedAbout(said.length)}</span> : null}
                    {note ? <span className="sr-only">, {note.reason}</span> : null}
                  </td>
                );
              })}
            </tr>
          ))}
          {below > 0 ? <tr aria-hidden style={{ height: below }} /> : null}
        </tbody>
      </table>
    </div>
  );
}
