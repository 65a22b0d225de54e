import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type LogLineView, type SetUpView, api, taken } from '../../api/client';
import { at } from '../../api/at';
import { keys } from '../../api/queries';
import { Button, Field, Wrong } from '../../ui/controls';
import { Choose } from '../../ui/Choose';
import { exact, moment } from '../../ui/time';
import { useRested } from '../../ui/useRested';
import * as texts from './texts';

type Wanted = { by?: string; kind?: string; words?: string; since?: string; until?: string };

/** What is set of these, as an address has it. */
const asked = (wanted: Wanted) =>
  Object.fromEntries(Object.entries(wanted).filter(([, value]) => value)) as Record<string, string>;

/** Who did what, when and from where; narrowed by person, thing, kind and time. */
export function Log({ data }: { data: SetUpView }) {
  const [wanted, setWanted] = useState<Wanted>({});
  const narrow = (part: Wanted) => setWanted((all) => ({ ...all, ...part }));
  const words = useRested(wanted.words, 250);
  const query = asked({ ...wanted, words });
  const log = useInfiniteQuery({
    queryKey: [...keys.log, query],
    queryFn: ({ pageParam }) =>
      taken(api.GET('/api/log', { params: { query: { ...query, ...(pageParam ? { before: pageParam } : {}) } } })),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.before,
    placeholderData: (before) => before,
  });
  const lines = log.data?.pages.flatMap((p) => p.lines) ?? [];
  const people = [...data.staff.map((s) => ({ id: s.id, name: s.name })), ...data.former];
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 lg:grid-cols-[1fr_1fr_1.4fr_auto_auto]">
        <Choose label={texts.logBy} value={wanted.by ?? ''} onChange={(by) => narrow({ by })}>
          <option value="">{texts.anybody}</option>
          {people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
        <Choose label={texts.logKind} value={wanted.kind ?? ''} onChange={(kind) => narrow({ kind })}>
          <option value="">{texts.everything}</option>
          {Object.entries(texts.logKinds).map(([kind, name]) => (
            <option key={kind} value={kind}>
              {name}
            </option>
          ))}
        </Choose>
        <Field
          label={texts.logWords}
          className="max-lg:col-span-2"
          type="search"
          maxLength={200}
          value={wanted.words ?? ''}
          onChange={(e) => narrow({ words: e.target.value })}
        />
        <Field
          label={texts.logSince}
          type="date"
          value={wanted.since ?? ''}
          onChange={(e) => narrow({ since: e.target.value })}
        />
        <Field
          label={texts.logUntil}
          type="date"
          value={wanted.until ?? ''}
          onChange={(e) => narrow({ until: e.target.value })}
        />
      </div>
      <p className="flex flex-wrap items-baseline gap-x-3 text-[12.5px] text-soft">
        {texts.logKept(data.firm.logDays ?? 730)}
        <a className="text-wren underline" href={at(`/api/log/file?${new URLSearchParams(asked(wanted))}`)} download>
          {texts.logAsFile}
        </a>
      </p>
      {log.error ? <Wrong error={log.error} again={() => void log.refetch()} /> : null}
      <ul aria-label={texts.log} aria-busy={log.isFetching}>
        {log.data && lines.length === 0 ? <li className="text-soft">{texts.nothingInLog}</li> : null}
        {lines.map((l) => (
          <Line key={l.id} line={l} />
        ))}
      </ul>
      {log.hasNextPage ? (
        <div>
          <Button disabled={log.isFetchingNextPage} onClick={() => void log.fetchNextPage()}>
            {texts.olderLines}
          </Button>
        </div>
      ) : null}
    </div>
  );
}

function Line({ line: l }: { line: LogLineView }) {
  return (
    <li className="flex flex-wrap gap-x-2 border-b py-1 text-[13px] sm:grid sm:gap-x-3 sm:grid-cols-[118px_150px_minmax(0,1fr)_minmax(0,1.1fr)_110px]">
      <time className="text-soft tabular-nums" dateTime={l.at} title={exact(l.at)}>
        {moment(l.at)}
      </time>
      <b>{l.by || (l.kind === 'by-itself' ? texts.wrenlet : texts.somebody)}</b>
      <span>{l.what}</span>
      <span className="break-words text-soft">{l.about}</span>
      <span className="truncate text-soft tabular-nums" title={l.from ?? undefined}>
        {l.from ?? ''}
      </span>
    </li>
  );
}
