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

const parts = [
  'Kinds',
  'Sites',
  'Queues',
  'Hours',
  'Holidays',
  'People',
  'Router',
  'Texts',
  'Stuck work',
  'Log',
] as const;
type Part = (typeof parts)[number];

/** What an administrator sets: queues and their goals, hours, holidays, duty, permissions, the router. Each takes effect at once. */
export function SetUpPage() {
  const { data, error, refetch } = useQuery({ queryKey: keys.setUp, queryFn: () => taken(api.GET('/api/set-up')) });
  const [part, setPart] = useState<Part>('Queues');
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">Settings</h1>
        <div role="group" aria-label="Parts of the settings" className="flex flex-wrap gap-1">
          {parts.map((p) => (
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
              {p}
            </button>
          ))}
        </div>
      </header>
      <div tabIndex={0} role="region" aria-label={part} className="min-h-0 flex-1 overflow-auto p-4">
        <div className="grid max-w-[1240px] gap-4">
          {part === 'Kinds' ? <KindsPart /> : null}
          {part === 'Sites' ? <SitesPart data={data} /> : null}
          {part === 'Queues' ? <Queues data={data} /> : null}
          {part === 'Hours' ? <Hours data={data} /> : null}
          {part === 'Holidays' ? <Holidays data={data} /> : null}
          {part === 'People' ? <Staff data={data} /> : null}
          {part === 'Router' ? <Router data={data} /> : null}
          {part === 'Texts' ? <StockReplies administrator /> : null}
          {part === 'Stuck work' ? <StuckPart /> : null}
          {part === 'Log' ? <Log data={data} /> : null}
        </div>
      </div>
    </div>
  );
}
