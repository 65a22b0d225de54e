import { useState } from 'react';
import { Link } from 'react-router';
import { type RuleSetting, type TrialView, api, taken } from '../../api/client';
import { Button } from '../../ui/controls';
import { day, exact, moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { texts } from './texts';

/** What the rule, as it stands on the screen, would have done in the last half year. */
export function Trial({ id, wanted }: { id: string; wanted: RuleSetting }) {
  const [found, setFound] = useState<{ of: string; trial: TrialView }>();
  const asked = JSON.stringify(wanted);
  const trial = found?.of === asked ? found.trial : null;
  const run = () =>
    taken(api.POST('/api/rules/{id}/trial', { params: { path: { id } }, body: wanted }))
      .then((answer) => setFound({ of: asked, trial: answer }))
      .catch(sayWrong);
  return (
    <section aria-label={texts.trial} className="rounded-card border bg-surface p-3">
      <h2 className="mb-1 text-[13px] font-bold">{texts.trial}</h2>
      {trial ? (
        <>
          <p role="status">{texts.wouldHave(trial.count, day(trial.since))}</p>
          {trial.count > 0 ? (
            <>
              <p className="mt-1 text-soft">{texts.eachTime(trial.does)}</p>
              <p className="mt-2 text-[13px] text-soft">{texts.newest(trial.times.length)}</p>
              <ul className="max-h-72 overflow-auto text-[13px]">
                {trial.times.map((t) => (
                  <li key={t.docket + t.at} className="flex gap-2 border-b py-0.5">
                    <time className="flex-none text-soft tabular-nums" dateTime={t.at} title={exact(t.at)}>
                      {moment(t.at)}
                    </time>
                    <Link to={`/dockets/${t.docket}`} className="min-w-0 truncate hover:underline">
                      {t.docket} {t.subject}
                    </Link>
                  </li>
                ))}
              </ul>
            </>
          ) : null}
          <p className="mt-1 text-[12.5px] text-soft">{texts.asNow}</p>
        </>
      ) : (
        <Button onClick={() => void run()}>{texts.tryIt}</Button>
      )}
    </section>
  );
}
