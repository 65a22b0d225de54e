import { useQuery } from '@tanstack/react-query';
import { Columns3, LayoutList, ListOrdered, Save, Scale, CalendarDays, SlidersHorizontal } from 'lucide-react';
import { type FormEvent, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { type Me, type NamedTaskView, api, taken } from '../../api/client';
import { keys, queries, useColleagues, useDockets } from '../../api/queries';
import { useAsks } from '../../asks/useAsks';
import { Kept } from '../../api/store';
import { Button, Panel, Wrong, cx, inputClass } from '../../ui/controls';
import { Count } from '../../ui/tags';
import { ColumnsPart } from '../../tasks/ColumnsPart';
import { TransferPanel } from '../../tasks/TransferPanel';
import { LoadPart } from '../../tasks/LoadPart';
import { MonthPart } from '../../tasks/MonthPart';
import { NextPart } from '../../tasks/NextPart';
import { TablePart } from '../../tasks/TablePart';
import { TaskPanel } from './TaskPanel';
import { type Arrangement, arrange, columns, groupings, noFilter, usual } from '../../tasks/arrange';
import { states } from '../../tasks/change';
import { useTable } from '../../tasks/table';
import { makeTask } from '../../tasks/change';
import { sayWrong } from '../../ui/toasts';

type Way = 'next' | 'table' | 'columns' | 'month' | 'load';

type Look = { way: Way; scope: string; how: Arrangement; list: string | null };

const ways = [
  ['next', 'Next', ListOrdered],
  ['table', 'Table', LayoutList],
  ['columns', 'Columns', Columns3],
  ['month', 'Calendar', CalendarDays],
  ['load', 'Load', Scale],
] as const;

/** How one looks at tasks; it stays across visits. */
const look = new Kept<Look>('wrenlet.tasks', { way: 'next', scope: 'mine', how: usual, list: null });

/** One set of tasks, looked at in five ways; a task opens beside it. */
export function TasksPage({ me }: { me: Me }) {
  const now = look.use();
  const set = (change: Partial<Look>) => look.set({ ...now, ...change });
  const [params, setParams] = useSearchParams();
  const open = params.get('task');
  const setOpen = (id: string | null) =>
    setParams(
      (p) => {
        p.delete('entry');
        if (id) p.set('task', id);
        else p.delete('task');
        return p;
      },
      { replace: open !== null },
    );
  const wide = now.way === 'table' || now.way === 'month';
  const asks = useAsks('on-me').data?.length ?? 0;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1.5 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">Tasks</h1>
        <div role="group" aria-label="Way of looking" className="flex gap-0.5">
          {ways.map(([way, name, Icon]) => (
            <button
              key={way}
              type="button"
              aria-pressed={now.way === way}
              onClick={() => set({ way })}
              className={cx(
                'flex min-h-[28px] items-center gap-1 rounded-card border px-2 max-md:min-h-[44px]',
                now.way === way
                  ? 'border-wren bg-wren-wash font-semibold'
                  : 'border-transparent text-soft hover:text-ink',
              )}
            >
              <Icon size={14} aria-hidden /> <span className="max-md:sr-only">{name}</span>
            </button>
          ))}
        </div>
        {wide ? <Scope scope={now.scope} onScope={(scope) => set({ scope })} /> : null}
        {wide ? <Views now={now} onLook={(next) => look.set(next)} /> : null}
        <TransferPanel scope={wide ? now.scope : now.way === 'columns' && now.list ? `worklist:${now.list}` : 'mine'} />
        <Link to="/asks" className="text-[13px] text-ask underline decoration-ask/40 underline-offset-2">
          Asks on you
          <Count n={asks} />
        </Link>
        <NewOne me={me} />
      </header>
      <div className="flex min-h-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {now.way === 'next' ? (
            <NextPart wanted={open} onOpen={setOpen} />
          ) : now.way === 'columns' ? (
            <ColumnsPart list={now.list} onList={(list) => set({ list })} onOpen={setOpen} me={me.person.id!} />
          ) : now.way === 'load' ? (
            <LoadPart onOpen={setOpen} />
          ) : (
            <Wide now={now} onHow={(how) => set({ how })} open={open} onOpen={setOpen} />
          )}
        </div>
        {open ? <TaskPanel id={open} me={me} onOpen={setOpen} onClose={() => setOpen(null)} /> : null}
      </div>
    </div>
  );
}

/** A set as a table or a calendar, with what narrows it. */
function Wide({
  now,
  onHow,
  open,
  onOpen,
}: {
  now: Look;
  onHow: (how: Arrangement) => void;
  open: string | null;
  onOpen: (id: string) => void;
}) {
  const { data, error, refetch } = useTable(now.scope);
  // The calendar shows what is done too, unless it is filtered away.
  const rows = useMemo(
    () =>
      data && now.way === 'month'
        ? arrange(data.rows, data, { ...now.how, group: null }).lines.flatMap((l) => (l.kind === 'row' ? [l.row] : []))
        : [],
    [data, now.how, now.way],
  );
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return <p className="m-auto text-soft">Reading the tasks …</p>;
  return (
    <>
      <Narrow how={now.how} people={data.people} onHow={onHow} table={now.way === 'table'} />
      {data.more ? (
        <p className="bg-soon-wash px-3 py-1 text-[13px] text-soon">
          There are more than can be shown at once. Choose a narrower set.
        </p>
      ) : null}
      {now.way === 'table' ? (
        <TablePart table={data} how={now.how} onArrange={onHow} open={open} onOpen={onOpen} />
      ) : (
        <MonthPart table={data} rows={rows} onOpen={onOpen} />
      )}
    </>
  );
}

function Scope({ scope, onScope }: { scope: string; onScope: (scope: string) => void }) {
  const crews = useColleagues().data?.crews ?? [];
  const dockets = useDockets(true).data ?? [];
  return (
    <select
      aria-label="Whose tasks"
      className={cx(inputClass, '!w-auto max-w-60')}
      value={scope}
      onChange={(e) => onScope(e.target.value)}
    >
      <option value="mine">mine and my crews’</option>
      <option value="asked">those I asked for</option>
      <option value="all">everybody’s</option>
      <optgroup label="Of a crew">
        {crews.map((c) => (
          <option key={c.id} value={`crew:${c.id}`}>
            @{c.name}
          </option>
        ))}
      </optgroup>
      <optgroup label="Of a docket">
        {scope.startsWith('docket:') && !dockets.some((d) => `docket:${d.ref}` === scope) ? (
          <option value={scope}>{scope.slice(7)}</option>
        ) : null}
        {dockets.map((d) => (
          <option key={d.ref} value={`docket:${d.ref}`}>
            {d.ref} {d.subject.split(':')[0]}
          </option>
        ))}
      </optgroup>
    </select>
  );
}

type NarrowProps = {
  how: Arrangement;
  people: { id: string; name: string; kind: string }[];
  onHow: (how: Arrangement) => void;
  table: boolean;
};

/** What narrows, groups and lays a set out. */
function Narrow({ how, people, onHow, table }: NarrowProps) {
  const filter = how.filter;
  const setFilter = (change: Partial<typeof filter>) => onHow({ ...how, filter: { ...filter, ...change } });
  const toggle = (list: string[], value: string) =>
    list.includes(value) ? list.filter((v) => v !== value) : [...list, value];
  const select = 'min-h-[28px] rounded-card border bg-surface px-1.5 text-[13px] max-md:min-h-[44px]';
  const narrowed =
    filter.words !== '' || filter.owners.length > 0 || filter.priorities.length > 0 || filter.due !== 'any';
  return (
    <div className="flex flex-none flex-wrap items-center gap-2 border-b px-3 py-1.5 text-[13px]">
      <input
        type="search"
        aria-label="Words in the task or docket"
        placeholder="Words in the task or docket"
        className={cx(inputClass, '!w-56')}
        value={filter.words}
        onChange={(e) => setFilter({ words: e.target.value })}
      />
      <Panel
        label="Which states"
        className="w-48"
        trigger={
          <button type="button" className={select}>
            {filter.states.length === 0 || filter.states.length === 5
              ? 'any state'
              : filter.states.length === 3 && !filter.states.includes('done')
                ? 'open ones'
                : `${filter.states.length} states`}
          </button>
        }
      >
        {states.map(([value, words]) => (
          <label key={value} className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={filter.states.includes(value)}
              onChange={() => setFilter({ states: toggle(filter.states, value) })}
            />
            {words}
          </label>
        ))}
      </Panel>
      <Panel
        label="Which priorities"
        className="w-40"
        trigger={
          <button type="button" className={select}>
            {filter.priorities.length === 0 ? 'any priority' : filter.priorities.join(', ')}
          </button>
        }
      >
        {['critical', 'high', 'normal', 'low'].map((p) => (
          <label key={p} className="flex min-h-7 items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={filter.priorities.includes(p)}
              onChange={() => setFilter({ priorities: toggle(filter.priorities, p) })}
            />
            {p}
          </label>
        ))}
      </Panel>
      <Panel
        label="Whose"
        trigger={
          <button type="button" className={select}>
            {filter.owners.length === 0
              ? 'any owner'
              : filter.owners.length === 1
                ? (people.find((p) => p.id === filter.owners[0])?.name ?? 'nobody')
                : `${filter.owners.length} owners`}
          </button>
        }
      >
        <div className="max-h-64 overflow-auto">
          {[{ id: 'nobody', name: 'nobody', kind: 'person' }, ...people].map((p) => (
            <label key={p.id} className="flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-wren"
                checked={filter.owners.includes(p.id)}
                onChange={() => setFilter({ owners: toggle(filter.owners, p.id) })}
              />
              {p.kind === 'crew' ? `@${p.name}` : p.name}
            </label>
          ))}
        </div>
      </Panel>
      <select
        aria-label="By when"
        className={select}
        value={filter.due}
        onChange={(e) => setFilter({ due: e.target.value as typeof filter.due })}
      >
        <option value="any">due at any time</option>
        <option value="late">late</option>
        <option value="soon">late or soon</option>
        <option value="dated">dated</option>
        <option value="undated">not dated</option>
      </select>
      {narrowed ? (
        <Button look="quiet" onClick={() => onHow({ ...how, filter: { ...noFilter, states: filter.states } })}>
          All of them
        </Button>
      ) : null}
      {table ? (
        <span className="ml-auto flex items-center gap-2">
          <label className="flex items-center gap-1 text-soft">
            in groups by
            <select
              className={select}
              value={how.group ?? ''}
              onChange={(e) => onHow({ ...how, group: e.target.value || null })}
            >
              <option value="">nothing</option>
              {groupings.map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </label>
          <Panel
            label="Columns"
            align="end"
            className="w-44"
            trigger={
              <Button look="quiet">
                <SlidersHorizontal size={14} aria-hidden /> Columns
              </Button>
            }
          >
            {columns.slice(1).map((c) => (
              <label key={c.key} className="flex min-h-7 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-wren"
                  checked={how.columns.includes(c.key)}
                  onChange={() => onHow({ ...how, columns: toggle(how.columns, c.key) })}
                />
                {c.name}
              </label>
            ))}
          </Panel>
        </span>
      ) : null}
    </div>
  );
}

/** Ways of looking that were given a name; one's own, and what others share. */
function Views({ now, onLook }: { now: Look; onLook: (look: Look) => void }) {
  const { data = [] } = useQuery({ queryKey: keys.taskViews, queryFn: () => taken(api.GET('/api/task-views')) });
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [shared, setShared] = useState(false);
  const there = data.find((v) => v.mine && v.name === name.trim());
  const keep = async (e: FormEvent) => {
    e.preventDefault();
    try {
      await taken(
        api.PUT('/api/task-views/{id}', {
          params: { path: { id: there?.id ?? newId() } },
          body: { name, shared, settings: now as never },
        }),
      );
      setName('');
      await queries.invalidateQueries({ queryKey: keys.taskViews });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const remove = async (view: NamedTaskView) => {
    try {
      await taken(api.DELETE('/api/task-views/{id}', { params: { path: { id: view.id } } }));
      await queries.invalidateQueries({ queryKey: keys.taskViews });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <Panel
      label="Named views"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet">
          <Save size={14} aria-hidden /> Views{data.length > 0 ? ` (${data.length})` : ''}
        </Button>
      }
    >
      {data.length === 0 ? (
        <p className="mb-2 text-[13px] text-soft">Give the way you look at this set a name, and come back to it.</p>
      ) : null}
      <ul className="mb-2 max-h-60 overflow-auto">
        {data.map((v) => (
          <li key={v.id} className="flex items-center gap-1 text-[13px]">
            <button
              type="button"
              className="min-h-7 min-w-0 flex-1 truncate rounded-[3px] px-1.5 text-left hover:bg-wren-wash"
              onClick={() => {
                onLook({ ...now, ...(v.settings as unknown as Partial<Look>) });
                setOpen(false);
              }}
            >
              {v.name}{' '}
              {v.mine ? (
                v.shared ? (
                  <span className="text-soft">shared</span>
                ) : null
              ) : (
                <span className="text-soft">by {v.by.firstName}</span>
              )}
            </button>
            {v.mine ? (
              <Button look="quiet" className="!min-h-6 !px-1.5 !py-0" onClick={() => void remove(v)}>
                Forget
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      <form onSubmit={(e) => void keep(e)} className="grid gap-1.5 border-t pt-2 text-[13px]">
        <input
          required
          maxLength={80}
          aria-label="Name of this view"
          placeholder="Name of this view"
          className={inputClass}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-wren"
            checked={shared}
            onChange={(e) => setShared(e.target.checked)}
          />
          share it with colleagues
        </label>
        <Button look="main" type="submit">
          {there ? 'Keep it anew' : 'Keep this view'}
        </Button>
      </form>
    </Panel>
  );
}

/** A task of one's own, in a line. */
function NewOne({ me }: { me: Me }) {
  const [title, setTitle] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await makeTask({ title, owners: [{ kind: 'person', id: me.person.id! }] });
      setTitle('');
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <form onSubmit={(e) => void add(e)} className="ml-auto flex min-w-0 flex-1 basis-56 gap-2 md:max-w-[24rem]">
      <input
        required
        aria-label="A task of my own"
        maxLength={300}
        placeholder="A task of my own"
        className={inputClass}
        value={title}
        onChange={(e) => setTitle(e.target.value)}
      />
      <Button type="submit">Make task</Button>
    </form>
  );
}
