import '@fontsource-variable/literata/wght.css';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { type DiscussionView, type Me, api, taken } from '../../api/client';
import { keys, useColleagues } from '../../api/queries';
import { Button, Empty, Wrong, cx, inputClass } from '../../ui/controls';
import { useKeys } from '../../ui/keys';
import { NameTag } from '../../ui/tags';
import { exact, moment } from '../../ui/time';
import { useStill } from '../../ui/useStill';
import { useSheets } from '../sheet';
import * as texts from '../texts';

/** What one is to see to. */
export const useAssigned = () =>
  useQuery({
    queryKey: [...keys.discussions, 'mine'],
    queryFn: () => taken(api.GET('/api/discussions/mine')),
  });

/** A discussion as a row: what it is about, how it stands, and what was said last. */
export function DiscussionRow({ discussion: d, selected }: { discussion: DiscussionView; selected?: boolean }) {
  const said = d.last ?? d.first;
  return (
    <Link
      to={d.path}
      data-discussion={d.id}
      className={cx(
        'block rounded-card border border-l-[3px] bg-surface px-3 py-1.5 text-[13.5px] hover:border-wren',
        d.party ? 'border-l-outside-line' : '[border-left-style:dashed] border-l-inside-line',
        selected && 'border-wren',
      )}
    >
      <span className="flex flex-wrap items-baseline gap-x-3">
        <b className="min-w-0 truncate font-read" dir="auto">
          {d.about}
        </b>
        <span className="text-[12.5px] text-soft">
          {d.sheetName}
          {d.docket ? `, ${d.docket}` : ''}
        </span>
        <span className="ml-auto flex flex-wrap gap-x-2 text-[12.5px]">
          {d.unread ? <b className="text-wren">{texts.newIt}</b> : null}
          {d.party ? <span className="text-outside-ink">{texts.withName(d.party.name)}</span> : null}
          {d.state === 'settled' ? (
            <span className="text-done">✓ {texts.settledInline}</span>
          ) : d.assigned ? (
            <span className={d.late ? 'font-semibold text-late' : undefined}>
              {texts.forName(d.assigned.firstName)}
              {d.due ? (d.late ? texts.lateSince(moment(d.due)) : texts.byMoment(moment(d.due))) : ''}
            </span>
          ) : null}
          <time dateTime={d.lastAt ?? d.at} title={exact(d.lastAt ?? d.at)} className="text-soft">
            {moment(d.lastAt ?? d.at)}
          </time>
        </span>
      </span>
      <span className="mt-0.5 flex items-start gap-1.5">
        {said?.by ? <NameTag who={said.by} /> : null}
        <span className="line-clamp-2 min-w-0 flex-1" dir="auto">
          {said?.words}
        </span>
        {d.count > 1 ? <span className="text-[12.5px] text-soft">{texts.saidInAll(d.count)}</span> : null}
      </span>
    </Link>
  );
}

type Wish = { docket?: string; sheet?: string; person?: string; state?: string };

function useAll(wish: Wish) {
  return useInfiniteQuery({
    queryKey: [...keys.discussions, 'all', wish],
    queryFn: ({ pageParam }) =>
      taken(api.GET('/api/discussions', { params: { query: { ...wish, before: pageParam ?? undefined } } })),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next,
  });
}

/** All discussions that one sees: of a sheet, a docket, a person, or of all. */
export function DiscussionsPage({ me }: { me: Me }) {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { data: colleagues } = useColleagues();
  const state = params.get('state') ?? 'open';
  const docket = params.get('docket') ?? '';
  const sheet = params.get('sheet') ?? '';
  const person = params.get('person') ?? '';
  const oldest = params.get('order') === 'oldest';
  const [typed, setTyped] = useState(docket);
  const sheets = useSheets(docket, docket !== '').data ?? [];
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetchingNextPage } = useAll({
    ...(docket ? { docket } : {}),
    ...(sheet ? { sheet } : {}),
    ...(person ? { person } : {}),
    ...(state === 'all' ? {} : { state }),
  });
  const all = useMemo(() => {
    const list = data?.pages.flatMap((p) => p.discussions) ?? [];
    return oldest ? [...list].reverse() : list;
  }, [data, oldest]);
  // The oldest stand at the end of the list, so all of it is read before it is turned round.
  useEffect(() => {
    if (oldest && hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [oldest, hasNextPage, isFetchingNextPage, fetchNextPage]);
  const [selected, setSelected] = useState<string | null>(null);
  const list = useRef<HTMLUListElement>(null);
  const walk = (step: number) => {
    if (all.length === 0) return;
    const at = all.findIndex((d) => d.id === selected);
    const next = all[at < 0 ? (step > 0 ? 0 : all.length - 1) : (at + step + all.length) % all.length]!;
    setSelected(next.id);
    list.current?.querySelector<HTMLElement>(`[data-discussion="${next.id}"]`)?.focus();
  };
  useKeys({
    arrowdown: () => walk(1),
    arrowup: () => walk(-1),
    ']': () => walk(1),
    '[': () => walk(-1),
    enter: () => {
      const chosen = all.find((d) => d.id === selected);
      if (chosen) void navigate(chosen.path);
    },
  });
  const set = (changes: Record<string, string>) =>
    setParams(
      (p) => {
        for (const [key, value] of Object.entries(changes))
          if (value) p.set(key, value);
          else p.delete(key);
        return p;
      },
      { replace: true },
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-3 gap-y-1.5 border-b bg-surface px-4 py-2">
        <h1 className="text-[17px] font-bold tracking-tight">{texts.discussions}</h1>
        <div role="group" aria-label={texts.whichState} className="flex gap-1">
          {(['open', 'settled', 'all'] as const).map((s) => (
            <Button
              key={s}
              aria-pressed={state === s}
              look={state === s ? 'plain' : 'quiet'}
              onClick={() => set({ state: s === 'open' ? '' : s })}
            >
              {texts.states[s]}
            </Button>
          ))}
        </div>
        <Button
          aria-pressed={person === me.person.id}
          look={person === me.person.id ? 'plain' : 'quiet'}
          onClick={() => set({ person: person === me.person.id ? '' : me.person.id! })}
        >
          {texts.mine}
        </Button>
        <select
          aria-label={texts.person}
          className={cx(inputClass, '!w-auto')}
          value={person}
          onChange={(e) => set({ person: e.target.value })}
        >
          <option value="">{texts.everybody}</option>
          {(colleagues?.people ?? []).map((p) => (
            <option key={p.id} value={p.id!}>
              {p.name}
            </option>
          ))}
        </select>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            set({ docket: typed.trim().toUpperCase(), sheet: '' });
          }}
        >
          <input
            aria-label={texts.docketReference}
            placeholder={texts.docketReference}
            className={cx(inputClass, '!w-32')}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={() =>
              typed.trim().toUpperCase() !== docket && set({ docket: typed.trim().toUpperCase(), sheet: '' })
            }
          />
        </form>
        {sheets.length > 0 ? (
          <select
            aria-label={texts.theSheet}
            className={cx(inputClass, '!w-auto max-w-56')}
            value={sheet}
            onChange={(e) => set({ sheet: e.target.value })}
          >
            <option value="">{texts.allSheets}</option>
            {sheets.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        ) : null}
        <Button look="quiet" className="ml-auto" onClick={() => set({ order: oldest ? '' : 'oldest' })}>
          {oldest ? texts.oldestFirst : texts.newestFirst}
        </Button>
      </header>
      <div className="min-h-0 flex-1 overflow-auto p-3" tabIndex={0} role="region" aria-label={texts.discussions}>
        {error && !data ? (
          <Wrong error={error} again={() => void refetch()} />
        ) : data && all.length === 0 ? (
          <Empty title={texts.noDiscussions}>{texts.discussionsBegin}</Empty>
        ) : (
          <ul ref={list} className="mx-auto grid max-w-[900px] gap-1.5">
            {all.map((d) => (
              <li key={d.id}>
                <DiscussionRow discussion={d} selected={d.id === selected} />
              </li>
            ))}
          </ul>
        )}
        {hasNextPage ? (
          <p className="py-2 text-center">
            <Button onClick={() => void fetchNextPage()}>{texts.more}</Button>
          </p>
        ) : null}
      </div>
    </div>
  );
}

/** What one is to see to, among what waits for one's answer. */
export function Assigned() {
  const { data = none } = useAssigned();
  // It comes after what stands below it, and would push that away under a pointer.
  const [shown] = useStill(data, true);
  if (shown.length === 0) return null;
  return (
    <section aria-label={texts.assignedDiscussions} className="mx-auto w-full max-w-[860px] px-4 py-2.5">
      <h2 className="mb-1 text-[13px] font-bold">{texts.assignedDiscussions}</h2>
      <ul className="grid gap-1.5">
        {shown.map((d) => (
          <li key={d.id}>
            <DiscussionRow discussion={d} />
          </li>
        ))}
      </ul>
    </section>
  );
}

const none: never[] = [];
