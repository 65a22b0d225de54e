import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Me, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Wrong, cx } from '../ui/controls';
import { SitesPart } from '../dockets/SitesPart';
import { KindsPart } from '../dockets/kinds/KindsPart';
import { StockReplies } from '../conversations/StockReplies';
import { may } from '../accounts/rights';
import { BackupsPart } from '../accounts/setup/BackupsPart';
import { Firm } from '../accounts/setup/FirmPart';
import { ReadingPart } from '../accounts/setup/ReadingPart';
import { Roles } from '../accounts/setup/RolesPart';
import { Holidays } from '../accounts/setup/HolidaysPart';
import { Hours } from '../accounts/setup/HoursPart';
import { Log } from '../accounts/setup/LogPart';
import { Queues } from '../accounts/setup/QueuesPart';
import { Router } from '../accounts/setup/RouterPart';
import { Staff } from '../accounts/setup/StaffPart';
import { StuckPart } from '../accounts/setup/StuckPart';
import * as texts from './texts';

/** The parts of the settings, each with the right that it takes. */
const parts = {
  firm: { name: texts.firm, right: 'set-up' },
  kinds: { name: texts.kinds, right: 'set-up' },
  sites: { name: texts.sites, right: 'set-up' },
  queues: { name: texts.queues, right: 'set-up' },
  hours: { name: texts.hours, right: 'set-up' },
  holidays: { name: texts.holidays, right: 'set-up' },
  people: { name: texts.people, right: 'take-on' },
  roles: { name: texts.roles, right: 'take-on' },
  reading: { name: texts.reading, right: 'set-up' },
  router: { name: texts.router, right: 'set-up' },
  texts: { name: texts.stock, right: 'set-up' },
  backups: { name: texts.backups, right: 'set-up' },
  stuck: { name: texts.stuckWork, right: 'set-up' },
  log: { name: texts.log, right: 'see-log' },
};
type Part = keyof typeof parts;

/** What an administrator sets: queues and their goals, hours, holidays, duty, permissions, the router. Each takes effect at once. */
export function SetUpPage({ me }: { me: Me }) {
  const { data, error, refetch } = useQuery({ queryKey: keys.setUp, queryFn: () => taken(api.GET('/api/set-up')) });
  const mine = (Object.keys(parts) as Part[]).filter((p) => may(me, parts[p].right));
  const [part, setPart] = useState<Part>(mine.includes('queues') ? 'queues' : (mine[0] ?? 'log'));
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    // On a small window the names of the parts scroll away with the page: they would take half of it.
    <div className="flex min-h-0 flex-1 flex-col max-md:block max-md:overflow-auto">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.settings}</h1>
        <div role="group" aria-label={texts.partsOfTheSettings} className="flex flex-wrap gap-1">
          {mine.map((p) => (
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
              {parts[p].name}
            </button>
          ))}
        </div>
      </header>
      <div
        tabIndex={0}
        role="region"
        aria-label={parts[part].name}
        className="min-h-0 flex-1 overflow-auto p-4 max-md:overflow-visible"
      >
        <div className="grid max-w-[1240px] gap-4">
          {part === 'firm' ? <Firm data={data} /> : null}
          {part === 'roles' ? <Roles /> : null}
          {part === 'kinds' ? <KindsPart /> : null}
          {part === 'sites' ? <SitesPart data={data} /> : null}
          {part === 'queues' ? <Queues data={data} /> : null}
          {part === 'hours' ? <Hours data={data} /> : null}
          {part === 'holidays' ? <Holidays data={data} /> : null}
          {part === 'people' ? <Staff data={data} /> : null}
          {part === 'reading' ? <ReadingPart /> : null}
          {part === 'router' ? <Router data={data} /> : null}
          {part === 'texts' ? <StockReplies administrator /> : null}
          {part === 'backups' ? <BackupsPart /> : null}
          {part === 'stuck' ? <StuckPart /> : null}
          {part === 'log' ? <Log data={data} /> : null}
        </div>
      </div>
    </div>
  );
}
