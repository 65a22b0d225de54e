import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Wrong } from '../../ui/controls';
import { exact, moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import { texts } from './texts';

/** Each time that the rule acted, what it did, and undoing it. */
export function Runs({ rule }: { rule: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: [...keys.rules, rule, 'runs'],
    queryFn: () => taken(api.GET('/api/rules/{id}/runs', { params: { path: { id: rule } } })),
  });
  const undo = (id: string) =>
    taken(api.POST('/api/rule-runs/{id}/undo', { params: { path: { id } } }))
      .then((outcome) => {
        say(
          [texts.undone(outcome.undone), outcome.stays.length > 0 ? texts.stays(outcome.stays) : ''].join(' ').trim(),
        );
        void queries.invalidateQueries({ queryKey: keys.rules });
      })
      .catch(sayWrong);
  return (
    <section aria-label={texts.runs} className="rounded-card border bg-surface p-3">
      <h2 className="mb-1 text-[13px] font-bold">{texts.runs}</h2>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      {data?.length === 0 ? <p className="text-soft">{texts.noRuns}</p> : null}
      <ul className="max-h-96 overflow-auto">
        {(data ?? []).map((r) => (
          <li key={r.id} className="flex items-start gap-2 border-b py-1 text-[13px]">
            <div className="min-w-0 flex-1">
              <p className="flex gap-2">
                <time className="flex-none text-soft tabular-nums" dateTime={r.at} title={exact(r.at)}>
                  {moment(r.at)}
                </time>
                <Link to={`/dockets/${r.docket}`} className="min-w-0 truncate font-semibold hover:underline">
                  {r.docket} {r.subject}
                </Link>
                <span className="text-soft">{texts.states[r.state]}</span>
              </p>
              <ul className="list-disc pl-5">
                {r.did.map((d) => (
                  <li key={d} className="break-words">
                    {d}
                  </li>
                ))}
              </ul>
            </div>
            {r.state === 'done' ? (
              <Button aria-label={texts.undoOf(r.docket)} onClick={() => void undo(r.id)}>
                {texts.undo}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
