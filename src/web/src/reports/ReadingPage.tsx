import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, taken } from '../api/client';
import { keys, useColleagues } from '../api/queries';
import { Choose } from '../ui/Choose';
import { Button, Empty, Wrong, cx } from '../ui/controls';
import { MomentField } from '../ui/MomentField';
import { firmNow, exact, moment } from '../ui/time';
import * as texts from './texts';

type Wish = { person: string | null; party: string | null; from: string; until: string };

const dayOf = (at: number) => new Date(at).toISOString().slice(0, 10);

/** What was said in every docket by a person or with a customer; each look is kept in the log. */
export function ReadingPage() {
  const colleagues = useColleagues().data;
  const { data: parties = [] } = useQuery({
    queryKey: keys.contacts,
    queryFn: () => taken(api.GET('/api/contacts')),
  });
  const [wish, setWish] = useState<Wish>(() => ({
    person: null,
    party: null,
    from: dayOf(firmNow() - 30 * 86_400_000),
    until: dayOf(firmNow()),
  }));
  const [asked, setAsked] = useState<Wish | null>(null);
  const read = useInfiniteQuery({
    queryKey: ['reading', asked],
    queryFn: ({ pageParam }) => taken(api.POST('/api/reading', { body: { ...asked!, before: pageParam } })),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => last.next,
    enabled: asked !== null,
    staleTime: Infinity,
  });
  const entries = read.data?.pages.flatMap((p) => p.entries) ?? [];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-end gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 self-center text-[19px] font-bold tracking-tight">{texts.readAcross}</h1>
        <form
          className="flex flex-1 flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            setAsked(wish);
          }}
        >
          <Choose
            label={texts.whoseWords}
            value={wish.person ?? ''}
            onChange={(v) => setWish({ ...wish, person: v || null })}
          >
            <option value="">{texts.everybodys}</option>
            {(colleagues?.people ?? []).map((p) => (
              <option key={p.id} value={p.id!}>
                {p.name}
              </option>
            ))}
          </Choose>
          <Choose
            label={texts.saidWith}
            value={wish.party ?? ''}
            onChange={(v) => setWish({ ...wish, party: v || null })}
          >
            <option value="">{texts.anybody}</option>
            {parties.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choose>
          <MomentField
            label={texts.firstDay}
            dayOnly
            sense="past"
            value={wish.from}
            onChange={(v) => v && setWish({ ...wish, from: v.slice(0, 10) })}
            className="w-36"
          />
          <MomentField
            label={texts.lastDay}
            dayOnly
            sense="past"
            value={wish.until}
            onChange={(v) => v && setWish({ ...wish, until: v.slice(0, 10) })}
            className="w-36"
          />
          <Button look="main" type="submit" disabled={!wish.person && !wish.party}>
            {texts.read}
          </Button>
        </form>
      </header>
      <div className="min-h-0 flex-1 overflow-auto p-4" tabIndex={0} role="region" aria-label={texts.readAcross}>
        <p className="mb-3 max-w-[720px] text-[13px] text-soft">{texts.readAcrossHint}</p>
        {read.error ? <Wrong error={read.error} /> : null}
        {asked && read.data && entries.length === 0 ? (
          <Empty title={texts.nothingSaid}>{texts.nothingSaidHint}</Empty>
        ) : null}
        <ul className="max-w-[820px]">
          {entries.map((e) => (
            <li
              key={e.id}
              className={cx(
                'mb-2 border-l-[3px] bg-surface px-3 py-1.5',
                e.side === 'inside' ? 'border-dashed border-l-inside-ink' : 'border-l-outside-ink',
              )}
            >
              <p className="flex flex-wrap gap-x-2 text-[12.5px] text-soft">
                <b className="text-ink">{e.author}</b>
                <time dateTime={e.at} title={exact(e.at)}>
                  {moment(e.at)}
                </time>
                <span>{e.side === 'inside' ? texts.inside : texts.goesTo(e.party ?? '')}</span>
                {e.path ? (
                  <Link to={e.path} className="underline">
                    {e.docket} {e.subject}
                  </Link>
                ) : (
                  <span>
                    {e.docket} {e.subject}
                  </span>
                )}
                {e.limited ? <span>{texts.limited}</span> : null}
              </p>
              <p dir="auto" className="whitespace-pre-line">
                {e.words}
              </p>
            </li>
          ))}
        </ul>
        {read.hasNextPage ? <Button onClick={() => void read.fetchNextPage()}>{texts.earlierWords}</Button> : null}
      </div>
    </div>
  );
}
