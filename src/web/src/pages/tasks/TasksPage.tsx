import { Columns3, LayoutList, ListOrdered, Scale, CalendarDays } from 'lucide-react';
import { type FormEvent, useEffect, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { type Me } from '../../api/client';
import { useColleagues, useDockets } from '../../api/queries';
import { useAsks } from '../../asks/useAsks';
import { Button, Wrong, cx, inputClass } from '../../ui/controls';
import { NamedViews } from '../../ui/NamedViews';
import { useNamedView } from '../../ui/useNamedView';
import { Count } from '../../ui/tags';
import { LineRead } from '../../tasks/LineRead';
import { useLine } from '../../tasks/line';
import { ColumnsPart } from '../../tasks/ColumnsPart';
import { TransferPanel } from '../../tasks/TransferPanel';
import { LoadPart } from '../../tasks/LoadPart';
import { MonthPart } from '../../tasks/MonthPart';
import { NextPart } from '../../tasks/NextPart';
import { TablePart } from '../../tasks/TablePart';
import { ListTalk } from './ListTalk';
import { TaskPanel } from './TaskPanel';
import { type Arrangement, arrange } from '../../tasks/arrange';
import { useTable } from '../../tasks/table';
import { makeTask, sayMade } from '../../tasks/change';
import { sayWrong } from '../../ui/toasts';
import { Look, look } from './look';
import { Narrow } from './Narrowing';
import * as texts from './texts';

const ways = [
  ['next', texts.next, ListOrdered],
  ['table', texts.table, LayoutList],
  ['columns', texts.columns, Columns3],
  ['month', texts.calendar, CalendarDays],
  ['load', texts.load, Scale],
] as const;

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
  useNamedView('tasks', (next) => look.set(next as Look));
  // What leads here from elsewhere names a worklist, and may open its talk.
  const named = params.get('list');
  useEffect(() => {
    if (named) look.set({ ...look.get(), way: 'columns', list: named });
  }, [named]);
  const talk = params.get('talk') ? (named ?? now.list) : null;
  const setTalk = (list: string | null) =>
    setParams((p) => {
      for (const key of ['talk', 'list', 'entry', 'way']) p.delete(key);
      if (list) {
        p.set('list', list);
        p.set('talk', '1');
      }
      return p;
    });
  const wide = now.way === 'table' || now.way === 'month';
  const asks = useAsks('on-me').data?.length ?? 0;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1.5 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.tasks}</h1>
        <div role="group" aria-label={texts.wayOfLooking} className="flex gap-0.5">
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
        {wide ? <NamedViews about="tasks" now={now} onLook={(next) => look.set(next as Look)} /> : null}
        <TransferPanel scope={wide ? now.scope : now.way === 'columns' && now.list ? `worklist:${now.list}` : 'mine'} />
        <Link to="/asks" className="text-[13px] text-ask underline decoration-ask/40 underline-offset-2">
          {texts.asksForYou}
          <Count n={asks} />
        </Link>
        <NewOne me={me} />
      </header>
      <div className="flex min-h-0 flex-1">
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          {now.way === 'next' ? (
            <NextPart wanted={open} onOpen={setOpen} />
          ) : now.way === 'columns' ? (
            <ColumnsPart
              list={now.list}
              onList={(list) => {
                set({ list });
                if (named) setTalk(talk ? list : null);
              }}
              onOpen={setOpen}
              onTalk={setTalk}
              me={me.person.id!}
            />
          ) : now.way === 'load' ? (
            <LoadPart onOpen={setOpen} />
          ) : (
            <Wide now={now} onHow={(how) => set({ how })} open={open} onOpen={setOpen} />
          )}
        </div>
        {talk && !open && now.way === 'columns' ? (
          <ListTalk key={talk} list={talk} me={me} onClose={() => setTalk(null)} />
        ) : null}
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
  if (!data) return <p className="m-auto text-soft">{texts.loadingTasks}</p>;
  return (
    <>
      <Narrow how={now.how} people={data.people} onHow={onHow} table={now.way === 'table'} />
      {data.more ? <p className="bg-soon-wash px-3 py-1 text-[13px] text-soon">{texts.tooManyShowOnce}</p> : null}
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
      aria-label={texts.whoseTasks}
      className={cx(inputClass, '!w-auto max-w-60')}
      value={scope}
      onChange={(e) => onScope(e.target.value)}
    >
      <option value="mine">{texts.mineAndMyCrews}</option>
      <option value="asked">{texts.thoseIAskedFor}</option>
      <option value="all">{texts.everybodyS}</option>
      <optgroup label={texts.ofACrew}>
        {crews.map((c) => (
          <option key={c.id} value={`crew:${c.id}`}>
            @{c.name}
          </option>
        ))}
      </optgroup>
      <optgroup label={texts.ofADocket}>
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

/** A task of one's own, in a line. */
function NewOne({ me }: { me: Me }) {
  const [title, setTitle] = useState('');
  const line = useLine(title);
  const add = async (event: FormEvent) => {
    event.preventDefault();
    // The field is free for the next one at once; what could not be made comes back.
    const typed = title;
    setTitle('');
    try {
      sayMade(await makeTask({ owners: [{ kind: 'person', id: me.person.id! }], ...(await line.fields()) }));
    } catch (wrong) {
      setTitle((next) => next || typed);
      sayWrong(wrong);
    }
  };
  return (
    <form onSubmit={(e) => void add(e)} className="relative ml-auto min-w-0 flex-1 basis-56 md:max-w-[24rem]">
      <div className="flex gap-2">
        <input
          required
          aria-label={texts.newTaskForMe}
          maxLength={300}
          placeholder={texts.newTaskForMeSay}
          className={inputClass}
          value={title}
          onChange={(e) => setTitle(e.target.value)}
        />
        <Button type="submit">{texts.makeTask}</Button>
      </div>
      {/* Below it and over the page, which stays where it is. */}
      <LineRead
        line={line}
        className="absolute inset-x-0 top-full z-20 mt-1 rounded-card border bg-surface px-2.5 py-1.5 shadow-md"
      />
    </form>
  );
}
