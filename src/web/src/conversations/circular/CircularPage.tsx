import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, taken } from '../../api/client';
import { Wrong, cx } from '../../ui/controls';
import { moment } from '../../ui/time';
import * as texts from './texts';

/** While some wait to leave, it is looked each so many milliseconds. */
const again = 1000;

/** A message to many, and what became of it with each. */
export function CircularPage() {
  const { id = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: ['circular', id],
    queryFn: () => taken(api.GET('/api/circulars/{id}', { params: { path: { id } } })),
    refetchInterval: ({ state }) => (state.data?.lines.some((l) => l.state === 'waiting') ? again : false),
  });
  const lines = data?.lines ?? [];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-3 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.title}</h1>
        {data ? (
          <span role="status" className="text-soft">
            {texts.summary(lines.filter((l) => l.state === 'sent').length, lines.length)}
          </span>
        ) : null}
      </header>
      <div tabIndex={0} role="region" aria-label={texts.title} className="min-h-0 flex-1 overflow-auto p-4">
        {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
        {data ? (
          <div className="grid max-w-[960px] gap-4">
            <div className="rounded-card border border-l-[3px] border-l-outside-line bg-surface px-3 py-2">
              <p className="text-[12.5px] text-soft">{texts.writtenBy(data.author.name, moment(data.at))}</p>
              <p className="whitespace-pre-wrap break-words">{data.words}</p>
            </div>
            <table className="w-full border-collapse text-left">
              <thead>
                <tr className="border-b text-[12.5px] text-soft">
                  <th className="py-1 pr-3 font-semibold">{texts.party}</th>
                  <th className="py-1 pr-3 font-semibold">{texts.docket}</th>
                  <th className="py-1 font-semibold">{texts.state}</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((l) => (
                  <tr key={l.path} className="border-b align-top">
                    <td className="py-1.5 pr-3">
                      <Link to={l.path} className="underline-offset-2 hover:underline">
                        {l.party}
                      </Link>
                    </td>
                    <td className="py-1.5 pr-3 whitespace-nowrap">{l.docket}</td>
                    <td className={cx('py-1.5', l.why && 'text-late')}>
                      {texts.states[l.state]}
                      {l.why ? <span className="block text-[13px]">{l.why}</span> : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        ) : null}
      </div>
    </div>
  );
}
