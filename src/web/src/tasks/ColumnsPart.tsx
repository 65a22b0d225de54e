import { useQuery } from '@tanstack/react-query';
import { Settings2 } from 'lucide-react';
import { type FormEvent, type KeyboardEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type OwnerView, type TaskRow, type WorklistView, api, taken } from '../api/client';
import { keys, queries, useColleagues } from '../api/queries';
import { Button, Empty, IconButton, Panel, cx, inputClass } from '../ui/controls';
import { Due, Owners } from '../ui/tags';
import { DragRoom, bothRefs, useDragging, useDrop } from './drag';
import { useTable } from './table';
import { makeTask, placeTask } from './change';
import { sayWrong } from '../ui/toasts';

export const useWorklists = () =>
  useQuery({ queryKey: keys.worklists, queryFn: () => taken(api.GET('/api/worklists')) });

type Props = { list: string | null; onList: (id: string | null) => void; onOpen: (id: string) => void; me: string };

/** Whose a worklist is, in words. */
export const whose = (list: WorklistView) =>
  list.whose === 'crew' ? `@${list.crew}` : list.whose === 'docket' ? list.docket! : 'my own';

/** A worklist's tasks in its columns. */
export function ColumnsPart({ list, onList, onOpen, me }: Props) {
  const { data: lists } = useWorklists();
  const shown = lists?.find((l) => l.id === list) ?? lists?.[0];
  const [editing, setEditing] = useState<WorklistView | 'new' | null>(null);
  if (!lists) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
        {lists.length > 0 ? (
          <select
            aria-label="Which worklist"
            className={cx(inputClass, '!w-auto')}
            value={shown?.id ?? ''}
            onChange={(e) => onList(e.target.value)}
          >
            {lists.map((l) => (
              <option key={l.id} value={l.id}>
                {l.name} ({whose(l)})
              </option>
            ))}
          </select>
        ) : null}
        {shown ? (
          <IconButton label="Name and columns" onClick={() => setEditing(shown)}>
            <Settings2 size={15} />
          </IconButton>
        ) : null}
        <Button onClick={() => setEditing('new')}>New worklist</Button>
        <span className="ml-auto text-soft max-md:hidden">Drag, or Alt and an arrow. Enter opens.</span>
      </div>
      {editing ? (
        <ListForm
          key={editing === 'new' ? 'new' : editing.id}
          list={editing === 'new' ? null : editing}
          onDone={(id) => {
            setEditing(null);
            if (id !== undefined) onList(id);
          }}
        />
      ) : null}
      {shown ? (
        <Columns list={shown} onOpen={onOpen} me={me} />
      ) : editing ? null : (
        <Empty title="No worklist yet">
          A worklist is a named list of tasks with columns of its own: yours, a crew’s or a docket’s.
          <span className="mt-2 block">
            <Button look="main" onClick={() => setEditing('new')}>
              Make the first
            </Button>
          </span>
        </Empty>
      )}
    </div>
  );
}

function Columns({ list, onOpen, me }: { list: WorklistView; onOpen: (id: string) => void; me: string }) {
  const { data: table } = useTable(`worklist:${list.id}`);
  if (!table) return null;
  const inOrder = [...table.rows]
    .filter((r) => r.state !== 'dropped')
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
  const of = (column: string | null) =>
    inOrder.filter((r) => (list.columns.some((c) => c.id === r.column) ? r.column : null) === column);
  const unplaced = of(null);
  const place = (id: string, column: string | null, after: string | null) => {
    const row = table.rows.find((r) => r.id === id);
    const none = { id, docket: list.docket, gateStage: null, parent: null };
    return placeTask({ ...none, ...row, worklist: list.id, column }, { after });
  };
  const add = async (title: string, column: string) => {
    try {
      const made = await makeTask({
        title,
        docket: list.docket,
        owners: list.whose === 'own' ? [{ kind: 'person', id: me }] : [],
      });
      await place(made.id, column, of(column).at(-1)?.id ?? null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const all = [
    ...(unplaced.length > 0 ? [{ id: null, name: 'In no column yet', most: null, finishes: false }] : []),
    ...list.columns,
  ];
  return (
    <DragRoom>
      <div
        className="flex min-h-0 flex-1 gap-2 overflow-auto p-2"
        tabIndex={0}
        role="region"
        aria-label={`Columns of ${list.name}`}
      >
        {all.map((column, i) => (
          <Column
            key={column.id ?? 'none'}
            column={column}
            rows={of(column.id)}
            people={table.people}
            onOpen={onOpen}
            onPlace={(id, after) => void place(id, column.id, after)}
            onAcross={(id, step) => {
              const next = all[i + step];
              if (next) void place(id, next.id, of(next.id).at(-1)?.id ?? null);
            }}
            onAdd={column.id ? (title) => void add(title, column.id!) : undefined}
          />
        ))}
      </div>
    </DragRoom>
  );
}

type ColumnProps = {
  column: { id: string | null; name: string; most: number | null; finishes: boolean };
  rows: TaskRow[];
  people: OwnerView[];
  onOpen: (id: string) => void;
  onPlace: (id: string, after: string | null) => void;
  onAcross: (id: string, step: number) => void;
  onAdd?: (title: string) => void;
};

function Column({ column, rows, people, onOpen, onPlace, onAcross, onAdd }: ColumnProps) {
  const { over, drop } = useDrop((id) => onPlace(id, rows.filter((r) => r.id !== id).at(-1)?.id ?? null));
  const [title, setTitle] = useState('');
  const full = column.most !== null && rows.length >= column.most;
  const past = column.most !== null && rows.length > column.most;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (title.trim()) onAdd!(title.trim());
    setTitle('');
  };
  return (
    <section
      aria-label={column.name}
      {...drop}
      className={cx(
        'flex w-[252px] flex-none flex-col rounded-card border bg-surface',
        past && 'border-late-line',
        over && 'outline-2 -outline-offset-2 outline-wren',
      )}
    >
      <h2 className="flex items-baseline justify-between gap-2 border-b px-2 py-1 text-[13px] font-bold">
        {column.name}
        <span className={cx('font-normal', past ? 'font-semibold text-late' : full ? 'text-soon' : 'text-soft')}>
          {column.most ? `${rows.length} of ${column.most}${past ? ', too many' : full ? ', full' : ''}` : rows.length}
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
        <form onSubmit={submit} className="flex-none border-t p-1">
          <input
            aria-label={`A task in ${column.name}`}
            placeholder="A task"
            maxLength={300}
            className={cx(inputClass, '!border-transparent')}
            value={title}
            onChange={(e) => setTitle(e.target.value)}
          />
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
        onClick={() => onOpen(row.id)}
        onKeyDown={(e) => {
          if (!e.altKey || !onKey(e)) return;
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
          {row.blocked ? <span className="text-soon">waits</span> : null}
          <span className="ml-auto text-soft">{row.docket}</span>
        </span>
      </button>
    </li>
  );
}

const usualColumns = ['Next', 'In hand', 'Waiting', 'Finished'];

/** The name and columns of a worklist. */
function ListForm({ list, onDone }: { list: WorklistView | null; onDone: (id?: string | null) => void }) {
  const crews = useColleagues().data?.crews ?? [];
  const [name, setName] = useState(list?.name ?? '');
  const [crew, setCrew] = useState('');
  const [docket, setDocket] = useState('');
  const [columns, setColumns] = useState(
    list?.columns ??
      usualColumns.map((c, i) => ({ id: newId(), name: c, most: null as number | null, finishes: i === 3 })),
  );
  const set = (i: number, change: Partial<(typeof columns)[number]>) =>
    setColumns(columns.map((c, k) => (k === i ? { ...c, ...change } : c)));
  const move = (i: number, step: number) => {
    const next = [...columns];
    const [one] = next.splice(i, 1);
    next.splice(i + step, 0, one!);
    setColumns(next);
  };
  const save = async (e: FormEvent) => {
    e.preventDefault();
    try {
      const id = list?.id ?? newId();
      await taken(
        api.PUT('/api/worklists/{id}', {
          params: { path: { id } },
          headers: list ? { 'If-Match': `"${list.version}"` } : {},
          body: { name, crew: crew || null, docket: docket.trim() || null, columns },
        }),
      );
      await queries.invalidateQueries({ queryKey: keys.worklists });
      await queries.invalidateQueries({ queryKey: keys.taskTable });
      onDone(id);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async () => {
    try {
      await taken(api.DELETE('/api/worklists/{id}', { params: { path: { id: list!.id } } }));
      await queries.invalidateQueries({ queryKey: keys.worklists });
      onDone(null);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label="Worklist"
      className="flex-none border-b bg-surface px-3 py-2 text-[13px]"
    >
      <div className="flex flex-wrap items-end gap-2">
        <label>
          Name
          <input
            required
            maxLength={80}
            autoFocus
            className={cx(inputClass, '!w-56')}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        {list ? null : (
          <>
            <label>
              Whose
              <select className={cx(inputClass, '!w-auto')} value={crew} onChange={(e) => setCrew(e.target.value)}>
                <option value="">my own, or a docket’s</option>
                {crews.map((c) => (
                  <option key={c.id} value={c.id}>
                    @{c.name}
                  </option>
                ))}
              </select>
            </label>
            {crew ? null : (
              <label>
                Docket, if it is a docket’s
                <input
                  placeholder="J-1042"
                  className={cx(inputClass, '!w-32')}
                  value={docket}
                  onChange={(e) => setDocket(e.target.value)}
                />
              </label>
            )}
          </>
        )}
      </div>
      <ol className="mt-2 flex flex-wrap gap-2">
        {columns.map((c, i) => (
          <li key={c.id} className="rounded-[3px] border p-1.5">
            <input
              required
              aria-label={`Name of column ${i + 1}`}
              maxLength={60}
              className={cx(inputClass, '!w-36')}
              value={c.name}
              onChange={(e) => set(i, { name: e.target.value })}
            />
            <span className="mt-1 flex items-center gap-1.5">
              <label className="flex items-center gap-1">
                at most
                <input
                  type="number"
                  min={1}
                  max={999}
                  className={cx(inputClass, '!w-16 !px-1')}
                  value={c.most ?? ''}
                  onChange={(e) => set(i, { most: e.target.value ? Number(e.target.value) : null })}
                />
              </label>
              <label className="flex items-center gap-1" title="What is put here is done">
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={c.finishes}
                  onChange={(e) => set(i, { finishes: e.target.checked })}
                />
                finishes
              </label>
            </span>
            <span className="mt-1 flex gap-1">
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={i === 0}
                aria-label={`${c.name} further left`}
                onClick={() => move(i, -1)}
              >
                ‹
              </Button>
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={i === columns.length - 1}
                aria-label={`${c.name} further right`}
                onClick={() => move(i, 1)}
              >
                ›
              </Button>
              <Button
                look="quiet"
                className="!min-h-6 !px-1.5"
                disabled={columns.length === 1}
                onClick={() => setColumns(columns.filter((_, k) => k !== i))}
              >
                Take out
              </Button>
            </span>
          </li>
        ))}
        <li className="self-center">
          <Button
            disabled={columns.length >= 12}
            onClick={() => setColumns([...columns, { id: newId(), name: '', most: null, finishes: false }])}
          >
            One more column
          </Button>
        </li>
      </ol>
      <div className="mt-2 flex gap-2">
        <Button look="main" type="submit">
          Keep it
        </Button>
        <Button look="quiet" onClick={() => onDone()}>
          Leave it as it is
        </Button>
        {list ? (
          <Panel
            label="Take the worklist away"
            trigger={
              <Button look="quiet" className="ml-auto">
                Take it away
              </Button>
            }
          >
            <p className="mb-2 text-[13px]">The worklist and its columns go; its tasks stay.</p>
            <Button onClick={() => void remove()}>Take {list.name} away</Button>
          </Panel>
        ) : null}
      </div>
    </form>
  );
}
