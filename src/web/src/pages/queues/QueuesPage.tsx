import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { type Me, api, taken } from '../../api/client';
import { type Present, takePresent } from '../../api/live';
import { useColleagues } from '../../api/queries';
import { useKeys } from '../../ui/keys';
import { Kept } from '../../api/store';
import { foldAt, useFolding } from '../../ui/fold';
import { useNarrow } from '../../ui/useNarrow';
import { Divider } from '../../ui/Divider';
import { Button, Empty, Letter, Wrong, cx } from '../../ui/controls';
import { BoardTable } from '../../conversations/queues/BoardTable';
import { ReadingPane } from './ReadingPane';
import { refreshAxis, useBoard, useClosed } from '../../conversations/queues/board';
import { sayWrong } from '../../ui/toasts';
import { Filter, Owner, count, crewsOf, fits, linesOf } from './lines';
import { Chart } from './Chart';
import * as texts from './texts';

const share = new Kept('wrenlet.queues.chart', 46);

const shown = new Kept<'chart' | 'table'>('wrenlet.queues.view', 'chart');

/** The queues as time: each open conversation a bar on one axis of working time, and a pane to read and answer below. */
export function QueuesPage({ me }: { me: Me }) {
  const { data: board, error, refetch } = useBoard();
  const colleagues = useColleagues().data;
  const view = shown.use();
  const narrow = useNarrow();
  const [params, setParams] = useSearchParams();
  const chosen = params.get('conversation');
  const [filter, setFilter] = useState<Filter>({
    owner: 'all',
    turn: '',
    site: '',
    queue: '',
    by: 'queue',
    closed: false,
  });
  const closed = useClosed(filter.closed);
  const percent = share.use();
  const page = useRef<HTMLDivElement>(null);

  useEffect(() => {
    if (board) takePresent(board.here as { conversation: string; people: Present[] }[]);
  }, [board?.here]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => {
    const timer = setInterval(() => void refreshAxis().catch(() => undefined), 60_000);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    document.title = texts.queuesWrenlet;
    return () => void (document.title = 'Wrenlet');
  }, []);

  const queues = useMemo(() => new Map(board?.queues.map((q) => [q.id, q])), [board?.queues]);
  const names = useMemo(
    () => new Map([...(colleagues?.people ?? []), ...(colleagues?.crews ?? [])].map((p) => [p.id, p.name])),
    [colleagues],
  );
  const crews = useMemo(() => crewsOf(colleagues), [colleagues]);
  const folding = useFolding().data?.find((f) => f.what === 'conversations');
  const [whole, setWhole] = useState(false);
  const over = closed.data?.rows ?? [];
  const folded = whole
    ? over.length
    : foldAt(
        over.map((r) => r.lastAt),
        folding,
      );
  const source = filter.closed ? closed.data && over.slice(0, folded) : board?.rows;
  const rows = useMemo(
    () => (source ?? []).filter((r) => fits(r, filter, me.person.id!, queues, crews)),
    [source, filter, me.person.id, queues, crews],
  );
  const lines = useMemo(() => linesOf(rows, filter.by, queues, names), [rows, filter.by, queues, names]);

  const choose = useCallback(
    (id: string | null) =>
      setParams((p) => (id ? p.set('conversation', id) : p.delete('conversation'), p), { replace: true }),
    [setParams],
  );
  const step = (by: number) => {
    const inOrder = lines.flatMap((l) => ('row' in l ? [l.row.id] : []));
    const at = inOrder.indexOf(chosen ?? '');
    const next = inOrder[at < 0 ? 0 : Math.min(inOrder.length - 1, Math.max(0, at + by))];
    if (next) choose(next);
  };
  const takeNext = () => {
    const among = rows.filter((r) => r.mayTake).map((r) => r.id);
    taken(api.POST('/api/queues/next', { body: { among: among.slice(0, 2000) } }))
      .then((row) => choose(row.id))
      .catch(sayWrong);
  };
  useKeys({ x: () => takeNext(), '[': () => step(-1), ']': () => step(1) });

  const set = (part: Partial<Filter>) => setFilter((f) => ({ ...f, ...part }));
  const sites = [...new Set((board?.queues ?? []).map((q) => q.site).filter(Boolean))];
  const chips: [string, boolean, () => void, number][] = [
    [
      texts.allIt,
      filter.owner === 'all' && !filter.turn,
      () => set({ owner: 'all', turn: '' }),
      board?.counts.all ?? 0,
    ],
    [texts.mine, filter.owner === 'mine', () => set({ owner: 'mine' }), count(board, (r) => r.owner === me.person.id)],
    [texts.nobodyS, filter.owner === 'nobody', () => set({ owner: 'nobody' }), count(board, (r) => r.owner === null)],
    [
      texts.ourTurn,
      filter.turn === 'ours',
      () => set({ turn: filter.turn === 'ours' ? '' : 'ours' }),
      count(board, (r) => r.turn === 'ours'),
    ],
  ];

  return (
    <div ref={page} className="flex min-h-0 flex-1 flex-col">
      <header
        className={cx(
          'flex flex-none flex-wrap items-center gap-x-2 gap-y-1.5 border-b bg-surface px-4 py-2 text-[13.5px]',
          chosen && narrow && 'hidden',
        )}
      >
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.queues}</h1>
        <div role="group" aria-label={texts.which} className="flex flex-wrap gap-1">
          {chips.map(([name, on, act, n]) => (
            <button
              key={name}
              type="button"
              aria-pressed={on}
              onClick={act}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                on ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {name} {n}
            </button>
          ))}
        </div>
        <div className="flex flex-wrap items-center max-md:w-full max-md:flex-nowrap max-md:overflow-x-auto">
          <Choice label={texts.whoseTurn} value={filter.turn} onChange={(turn) => set({ turn })}>
            <option value="">{texts.eitherSide}</option>
            <option value="ours">{texts.ourTurn}</option>
            <option value="theirs">{texts.theirTurn}</option>
            <option value="nobodys">{texts.noReplyNeeded}</option>
          </Choice>
          <Choice
            label={texts.crew}
            value={filter.owner.startsWith('crew:') ? filter.owner : 'all'}
            onChange={(v) => set({ owner: v as Owner })}
          >
            <option value="all">{texts.allCrews}</option>
            {(colleagues?.crews ?? []).map((c) => (
              <option key={c.id} value={`crew:${c.id}`}>
                {texts.theCrew(c.name)}
              </option>
            ))}
          </Choice>
          {sites.length > 1 ? (
            <Choice label={texts.site} value={filter.site} onChange={(site) => set({ site })}>
              <option value="">{sites.length === 2 ? texts.bothSites : texts.allSites}</option>
              {sites.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </Choice>
          ) : null}
          <Choice label={texts.queue} value={filter.queue} onChange={(queue) => set({ queue })}>
            <option value="">{texts.allQueues}</option>
            {(board?.queues ?? []).map((q) => (
              <option key={q.id} value={q.id}>
                {q.name}
              </option>
            ))}
          </Choice>
          <Choice label={texts.groupedBy} value={filter.by} onChange={(by) => set({ by: by as Filter['by'] })}>
            <option value="queue">{texts.byQueue}</option>
            <option value="owner">{texts.byOwner}</option>
          </Choice>
          <Choice
            label={texts.openOrClosed}
            value={filter.closed ? 'closed' : 'open'}
            onChange={(v) => set({ closed: v === 'closed' })}
          >
            <option value="open">{texts.open}</option>
            <option value="closed">{texts.recentlyClosed}</option>
          </Choice>
        </div>
        <div role="group" aria-label={texts.shownAs} className="ml-auto flex gap-1 max-md:hidden">
          {(['chart', 'table'] as const).map((v) => (
            <button
              key={v}
              type="button"
              aria-pressed={view === v}
              onClick={() => shown.set(v)}
              className={cx(
                'min-h-7 rounded-card px-2',
                view === v
                  ? 'font-semibold text-ink underline decoration-wren decoration-2 underline-offset-4'
                  : 'text-soft hover:text-ink',
              )}
            >
              {v === 'chart' ? texts.chart : texts.table}
            </button>
          ))}
        </div>
        <Button onClick={takeNext}>
          <Letter of="x">{texts.takeTheNextOne}</Letter>
        </Button>
      </header>
      {error && !board ? <Wrong error={error} again={() => void refetch()} /> : null}
      {board && (!filter.closed || closed.data) ? (
        <>
          <div
            className={cx('relative flex min-h-0 flex-col', chosen && narrow && 'hidden')}
            style={chosen ? { flex: `0 0 ${percent}%` } : { flex: '1 1 0' }}
          >
            {lines.length === 0 ? (
              <Empty title={filter.closed ? texts.nothingClosedYet : texts.nothingIsWaitingHere}>
                {filter.closed ? texts.closedConversationsListedHere : texts.messagesFromCustomersPartners}
              </Empty>
            ) : view === 'table' && !narrow ? (
              <BoardTable rows={rows} queues={queues} names={names} chosen={chosen} onChoose={choose} />
            ) : (
              <Chart
                board={board}
                lines={lines}
                queues={queues}
                colleagues={colleagues}
                me={me}
                chosen={chosen}
                onChoose={choose}
                narrow={narrow}
              />
            )}
          </div>
          {filter.closed && (folded < over.length || whole) ? (
            <Button
              look="quiet"
              className="flex-none self-start"
              aria-expanded={whole}
              onClick={() => setWhole(!whole)}
            >
              {whole ? texts.foldOlder : texts.showOlder(over.length - folded)}
            </Button>
          ) : null}
          {chosen ? (
            <div className="relative flex min-h-0 flex-1 flex-col border-t-2">
              {narrow ? (
                <Button look="quiet" className="flex-none self-start" onClick={() => choose(null)}>
                  {texts.backToTheQueues}
                </Button>
              ) : (
                <Divider
                  label={texts.heightOfTheChart}
                  across
                  value={percent}
                  least={15}
                  most={80}
                  onChange={share.set}
                  at={(y) => {
                    const box = page.current!.getBoundingClientRect();
                    return ((y - box.top) / box.height) * 100;
                  }}
                />
              )}
              <ReadingPane
                key={chosen}
                id={chosen}
                me={me}
                row={board.rows.find((r) => r.id === chosen)}

                onClose={() => choose(null)}
              />
            </div>
          ) : null}
        </>
      ) : null}
    </div>
  );
}

function Choice({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: React.ReactNode;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className={cx(
        'min-h-7 max-w-40 flex-none rounded-card [field-sizing:content] border border-transparent',
        'bg-transparent px-1 text-soft hover:border-line hover:text-ink max-md:min-h-[44px]',
      )}
    >
      {children}
    </select>
  );
}
