import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { Wrong, cx } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { exact, moment } from '../../ui/time';
import { texts } from './texts';

/** What was promised of all open dockets, what slips first. */
export function Promised() {
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.forecast, 'promised'],
    queryFn: () => taken(api.GET('/api/forecasts')),
  });
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  if (data.length === 0) return <p className="text-soft">{texts.noPromises}</p>;
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[13.5px]">
        <caption className="sr-only">{texts.promises}</caption>
        <thead>
          <tr className="border-b text-left text-[12.5px] text-soft">
            <th scope="col" className="py-1 pr-3 font-semibold">
              {texts.certainty}
            </th>
            <th scope="col" className="py-1 pr-3 font-semibold">
              {texts.docket}
            </th>
            <th scope="col" className="py-1 pr-3 font-semibold">
              {texts.promise}
            </th>
            <th scope="col" className="py-1 pr-3 font-semibold">
              {texts.in80}
            </th>
          </tr>
        </thead>
        <tbody>
          {data.map((p) => (
            <tr key={p.docket} className="border-b align-baseline">
              <td
                className={cx(
                  'whitespace-nowrap py-1.5 pr-3 font-bold',
                  p.sure < 50 ? 'text-late' : p.sure < 80 ? 'text-soon' : 'text-done',
                )}
              >
                {texts.sure(p.sure)}
              </td>
              <td className="py-1.5 pr-3">
                <span className="flex items-center gap-1.5">
                  {p.owner ? <NameTag who={p.owner} /> : null}
                  <Link className="min-h-6 underline-offset-2 hover:underline" to={`/dockets/${p.docket}/forecast`}>
                    <b className="font-semibold">{p.docket}</b> {p.name}
                  </Link>
                </span>
              </td>
              <td className="whitespace-nowrap py-1.5 pr-3" title={exact(p.promised)}>
                {p.promise}, {moment(p.promised)}
              </td>
              <td className="whitespace-nowrap py-1.5 pr-3 text-soft" title={exact(p.kept80)}>
                {moment(p.kept80)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The same as a page of its own. */
export function PromisedPage() {
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-auto">
      <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
        <div className="min-w-0 flex-1 basis-[320px]">
          <h1 className="text-[19px] font-bold tracking-tight">{texts.promises}</h1>
          <p className="text-[13px] text-soft">{texts.promisesNote}</p>
        </div>
        <Link
          to="/forecasts/levelling"
          className="inline-flex min-h-[30px] items-center rounded-card border bg-surface px-2.5 hover:bg-paper max-md:min-h-11"
        >
          {texts.level}
        </Link>
      </header>
      <div className="max-w-[1000px] p-4">
        <Promised />
      </div>
    </div>
  );
}
