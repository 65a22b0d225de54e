import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Wrong, cx } from '../ui/controls';
import { SitesPart } from '../dockets/SitesPart';
import { KindsPart } from '../dockets/kinds/KindsPart';
import { StockReplies } from '../conversations/StockReplies';
import { Holidays } from '../accounts/setup/HolidaysPart';
import { Hours } from '../accounts/setup/HoursPart';
import { Log } from '../accounts/setup/LogPart';
import { Queues } from '../accounts/setup/QueuesPart';
import { Router } from '../accounts/setup/RouterPart';
import { Staff } from '../accounts/setup/StaffPart';
import { StuckPart } from '../accounts/setup/StuckPart';
import * as texts from './texts';

const parts = {
  kinds: texts.kinds,
  sites: texts.sites,
  queues: texts.queues,
  hours: texts.hours,
  holidays: texts.holidays,
  people: texts.people,
  router: texts.router,
  texts: texts.stock,
  stuck: texts.stuckWork,
  log: texts.log,
};
type Part = keyof typeof parts;

/** What an administrator sets: queues and their goals, hours, holidays, duty, permissions, the router. Each takes effect at once. */
export function SetUpPage() {
  const { data, error, refetch } = useQuery({ queryKey: keys.setUp, queryFn: () => taken(api.GET('/api/set-up')) });
  const [part, setPart] = useState<Part>('queues');
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.settings}</h1>
        <div role="group" aria-label={texts.partsOfTheSettings} className="flex flex-wrap gap-1">
          {(Object.keys(parts) as Part[]).map((p) => (
            <button
              key={p}
              type="button"
              aria-pressed={part === p}
              onClick={() => setPart(p)}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                part === p ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {parts[p]}
            </button>
          ))}
        </div>
      </header>
      <div tabIndex={0} role="region" aria-label={parts[part]} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1240px] gap-4">
          {part === 'kinds' ? <KindsPart /> : null}
          {part === 'sites' ? <SitesPart data={data} /> : null}
          {part === 'queues' ? <Queues data={data} /> : null}
          {part === 'hours' ? <Hours data={data} /> : null}
          {part === 'holidays' ? <Holidays data={data} /> : null}
          {part === 'people' ? <Staff data={data} /> : null}
          {part === 'router' ? <Router data={data} /> : null}
          {part === 'texts' ? <StockReplies administrator /> : null}
          {part === 'stuck' ? <StuckPart /> : null}
          {part === 'log' ? <Log data={data} /> : null}
        </div>
      </div>
    </div>
  );
}
