import { Suspense, useDeferredValue, useState } from 'react';
import { lazy } from '../ui/lazy';
import { Link, useNavigate } from 'react-router';
import { type Me, api, saveFile } from '../api/client';
import { useKinds } from '../api/queries';
import { NamedViews } from '../ui/NamedViews';
import { useNamedView } from '../ui/useNamedView';
import { Button, Empty, Wrong, cx, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import { may } from '../accounts/rights';
import { beginCircular } from '../conversations/circular/begun';
import { NewDocket } from '../flow/NewDocket';
import { Removed } from '../dockets/Removed';
import { DocketRows } from '../dockets/table/DocketRows';
import { Filters } from '../dockets/table/Filters';
import { LayoutPanel } from '../dockets/table/LayoutPanel';
import { ManyBar } from '../dockets/table/ManyBar';
import { type Look, look, usual, useTable, wishOf } from '../dockets/table/look';
import { texts } from '../dockets/table/texts';

const StagesPart = lazy(() => import('../flow/stages/StagesPart').then((m) => ({ default: m.StagesPart })));

/** All dockets in sight: found, filtered, sorted and grouped by what the firm keeps of them. */
export function DocketsPage({ me }: { me: Me }) {
  const now = { ...usual, ...look.use() };
  const go = useNavigate();
  useNamedView('dockets', (next) => change({ ...usual, ...(next as Partial<Look>) }));
  const [typed, setTyped] = useState('');
  const words = useDeferredValue(typed.trim());
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const kinds = (useKinds().data ?? []).filter((k) => !k.retired);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useTable(now, words);
  const change = (part: Partial<Look>) => {
    look.set({ ...now, ...part });
    setChosen(new Set());
  };
  const sort = (by: string) =>
    change(
      now.sortBy !== by
        ? { sortBy: by, down: false }
        : now.down
          ? { sortBy: usual.sortBy, down: true }
          : { down: true },
    );
  const choose = (refs: string[], on: boolean) => {
    const next = new Set(chosen);
    for (const ref of refs)
      if (on) next.add(ref);
      else next.delete(ref);
    setChosen(next);
  };
  const staged = kinds.find((k) => k.id === now.kind) ?? kinds[0];
  const first = data?.pages[0];
  const lines = data?.pages.flatMap((p) => p.lines) ?? [];
  const columns = first?.columns ?? [];
  const save = () =>
    saveFile(api.POST('/api/dockets/table/file', { body: wishOf(now, words), parseAs: 'blob' }), 'dockets.csv').catch(
      sayWrong,
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col short:block short:overflow-auto">
      <header className="flex flex-none flex-wrap items-center gap-x-2 gap-y-1.5 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.title}</h1>
        <div role="group" aria-label={texts.which} className="flex gap-1">
          {[true, false].map((which) => (
            <button
              key={String(which)}
              type="button"
              aria-pressed={now.open === which}
              onClick={() => change({ open: which })}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                now.open === which ? 'border-ink bg-ink text-surface' : 'bg-paper',
              )}
            >
              {which ? texts.open : texts.closed}
            </button>
          ))}
        </div>
        <div role="group" aria-label={texts.shownAs} className="flex gap-1">
          {[false, true].map((byStage) => (
            <button
              key={String(byStage)}
              type="button"
              aria-pressed={Boolean(now.byStage) === byStage}
              onClick={() => change({ byStage })}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                Boolean(now.byStage) === byStage ? 'border-ink bg-ink text-surface' : 'bg-paper',
              )}
            >
              {byStage ? texts.byStage : texts.asTable}
            </button>
          ))}
        </div>
        <select
          aria-label={texts.kind}
          className={cx(inputClass, '!w-auto')}
          value={(now.byStage ? staged?.id : now.kind) ?? ''}
          onChange={(e) => change({ kind: e.target.value || null })}
        >
          {now.byStage ? null : <option value="">{texts.allKinds}</option>}
          {kinds.map((k) => (
            <option key={k.id} value={k.id}>
              {k.many}
            </option>
          ))}
        </select>
        <input
          aria-label={texts.words}
          placeholder={texts.words}
          className={cx(inputClass, '!w-auto min-w-28 max-w-52 flex-1 basis-28')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <span className="flex flex-wrap items-center">
          <Filters columns={columns} filters={now.filters} onChange={(filters) => change({ filters })} />
          {now.byStage ? null : <LayoutPanel columns={columns} now={now} onChange={change} />}
          <NamedViews about="dockets" now={now} onLook={(next) => change({ ...usual, ...(next as Partial<Look>) })} />
          <Button look="quiet" onClick={() => void save()}>
            {texts.export}
          </Button>
        </span>
        <Link to="/forecasts" className="ml-auto text-soft underline underline-offset-2 hover:text-ink">
          {texts.promised}
        </Link>
        <Link to="/talk" className="text-soft underline underline-offset-2 hover:text-ink">
          {texts.talk}
        </Link>
        <NewDocket me={me.person.id!} />
      </header>
      {chosen.size > 0 ? (
        <ManyBar
          refs={[...chosen]}
          columns={columns}
          onWrite={
            may(me, 'send-outside')
              ? () => {
                  beginCircular([...chosen]);
                  void go('/circulars/new');
                }
              : undefined
          }
          onClear={() => setChosen(new Set())}
        />
      ) : null}
      <div
        className="min-h-0 flex-1 overflow-auto short:overflow-visible"
        tabIndex={0}
        role="region"
        aria-label={texts.list}
      >
        {error && !data ? (
          <Wrong
            error={error}
            again={() => {
              look.set(usual);
              void refetch();
            }}
          />
        ) : null}
        {!now.byStage && first?.total === 0 ? (
          words || now.filters.length > 0 || now.kind ? (
            <Empty title={texts.noMatch}>{texts.noMatchHint}</Empty>
          ) : (
            <Empty title={texts.empty}>{texts.emptyHint}</Empty>
          )
        ) : null}
        {now.byStage && staged ? (
          <Suspense fallback={null}>
            <StagesPart kind={staged} now={now} words={words} />
          </Suspense>
        ) : null}
        {!now.byStage && first && lines.length > 0 ? (
          <>
            <DocketRows
              columns={columns}
              groups={first.groups}
              lines={lines}
              now={now}
              onSort={sort}
              chosen={chosen}
              onChoose={choose}
            />
            <p className="flex items-center gap-3 px-4 py-2 text-[13px] text-soft">
              {texts.total(first.total)}
              {hasNextPage ? <Button onClick={() => void fetchNextPage()}>{texts.more}</Button> : null}
            </p>
          </>
        ) : null}
        <Removed />
      </div>
    </div>
  );
}
