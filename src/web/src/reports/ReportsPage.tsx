import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type ReportView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { minutesInWords } from '../conversations/queues/board';
import { Promised } from '../flow/forecasts/Promised';
import { texts as promised } from '../flow/forecasts/texts';
import { Wrong, cx } from '../ui/controls';
import { exactDay } from '../ui/time';
import { Figure } from './Figure';
import { Hours } from './Hours';
import { Ratings } from './Ratings';
import { percent } from './percent';
import * as texts from './texts';

const spans = [4, 12, 26, 52];

/** Reports: response times, waits, what comes when, and what customers say. */
export function ReportsPage() {
  const [weeks, setWeeks] = useState(12);
  const { data, error, refetch } = useQuery({
    queryKey: keys.reports(weeks),
    queryFn: () => taken(api.GET('/api/reports/responses', { params: { query: { weeks } } })),
    staleTime: 60_000,
  });
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.reports}</h1>
        <div role="group" aria-label={texts.over} className="flex gap-1">
          {spans.map((n) => (
            <button
              key={n}
              type="button"
              aria-pressed={weeks === n}
              onClick={() => setWeeks(n)}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                weeks === n ? 'border-ink bg-ink text-surface' : 'bg-paper hover:border-soft',
              )}
            >
              {texts.weeks(n)}
            </button>
          ))}
        </div>
        {data ? (
          <span className="text-[13px] text-soft">
            {texts.toWorkingTimeEach(exactDay(data.from), exactDay(data.to))}
          </span>
        ) : null}
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      {data ? (
        <div className="grid min-h-0 flex-1 content-start gap-x-8 gap-y-6 overflow-auto p-4 lg:grid-cols-2">
          <section aria-label={promised.promises} className="min-w-0 lg:col-span-2">
            <h2 className="text-[15px] font-bold">{promised.promises}</h2>
            <p className="mb-2 text-[13px] text-soft">{promised.promisesNote}</p>
            <Promised />
          </section>
          <Times title={texts.byQueue} table="queues" head="Queue" rows={data.byQueue} weeks={weeks} />
          <Times title={texts.byWhoReplied} table="owners" head="Who replied" rows={data.byOwner} weeks={weeks} />
          <Weeks data={data} weeks={weeks} />
          <Waits data={data} weeks={weeks} />
          <Hours data={data} weeks={weeks} />
          <Ratings data={data} weeks={weeks} />
        </div>
      ) : null}
    </div>
  );
}

/** Each group a line from its median to its 90th percentile, with the share within the goal. */
function Times({
  title,
  table,
  head,
  rows,
  weeks,
}: {
  title: string;
  table: string;
  head: string;
  rows: ReportView['byQueue'];
  weeks: number;
}) {
  const most = Math.max(60, ...rows.map((r) => r.ninetieth));
  const summary = rows
    .map(
      (r) =>
        texts.halfWithinNineTen(r.group, minutesInWords(r.median), minutesInWords(r.ninetieth)) +
        texts.withinTheGoal(percent(r.within)),
    )
    .join('; ');
  return (
    <Figure
      title={texts.responseTimes(title.toLowerCase())}
      words={texts.fromMedian90thPercentile}
      table={table}
      weeks={weeks}
      head={[head, texts.replies, texts.median, texts.n90thPercentile, texts.withinGoal]}
      rows={rows.map((r) => [
        r.group,
        r.replies,
        minutesInWords(r.median),
        minutesInWords(r.ninetieth),
        percent(r.within),
      ])}
    >
      <div role="img" aria-label={summary} className="grid gap-1 text-[13px]">
        {rows.map((r) => (
          <div key={r.group} aria-hidden className="grid grid-cols-[140px_1fr_150px] items-center gap-3">
            <span className="truncate">{r.group}</span>
            <span className="relative h-5 border-l">
              <span
                className="absolute top-[9px] h-[3px] bg-soft/60"
                style={{ left: `${(100 * r.median) / most}%`, width: `${(100 * (r.ninetieth - r.median)) / most}%` }}
              />
              <span
                className="absolute top-[5px] h-[11px] w-[3px] -translate-x-px bg-ink"
                style={{ left: `${(100 * r.median) / most}%` }}
              />
              <span
                className="absolute top-[7px] size-[7px] -translate-x-1/2 rotate-45 border border-ink bg-surface"
                style={{ left: `${(100 * r.ninetieth) / most}%` }}
              />
            </span>
            <span className="text-soft">
              {minutesInWords(r.median)} ·{' '}
              <b className={r.within < 0.8 ? 'text-late' : 'text-done'}>{percent(r.within)}</b> {texts.ofIt} {r.replies}
            </span>
          </div>
        ))}
      </div>
    </Figure>
  );
}

function Weeks({ data, weeks }: { data: ReportView; weeks: number }) {
  const rows = data.byWeek;
  const [w, h] = [560, 150];
  const x = (i: number) => 30 + ((w - 40) * (i + 0.5)) / rows.length;
  const y = (share: number) => 10 + (h - 34) * (1 - share);
  const counted = rows.map((r, i) => ({ ...r, i })).filter((r) => r.replies > 0);
  const every = Math.ceil(rows.length / 9);
  return (
    <Figure
      title={texts.withinGoalWeekBy}
      words={counted.length > 0 ? `last ${percent(counted.at(-1)!.within)}` : ''}
      table="weeks"
      weeks={weeks}
      head={[texts.weekFrom, texts.replies, texts.median, texts.n90thPercentile, texts.withinGoal]}
      rows={counted.map((r) => [
        r.group,
        r.replies,
        minutesInWords(r.median),
        minutesInWords(r.ninetieth),
        percent(r.within),
      ])}
    >
      <svg
        viewBox={`0 0 ${w} ${h}`}
        role="img"
        aria-label={counted.map((r) => texts.weekFromOf(r.group, percent(r.within), r.replies)).join('; ')}
        className="w-full max-w-[620px] text-[11px]"
      >
        {[0, 0.5, 1].map((s) => (
          <g key={s}>
            <line x1="30" x2={w - 8} y1={y(s)} y2={y(s)} stroke="var(--line)" />
            <text x="26" y={y(s) + 4} textAnchor="end" fill="var(--soft)">
              {s * 100}
            </text>
          </g>
        ))}
        <polyline
          points={counted.map((r) => `${x(r.i)},${y(r.within)}`).join(' ')}
          fill="none"
          stroke="var(--wren)"
          strokeWidth="2"
        />
        {counted.map((r) => (
          <rect key={r.i} x={x(r.i) - 3} y={y(r.within) - 3} width="6" height="6" fill="var(--wren)" />
        ))}
        {rows.map((r, i) =>
          i % every === 0 ? (
            <text key={i} x={x(i)} y={h - 6} textAnchor="middle" fill="var(--soft)">
              {r.group}
            </text>
          ) : null,
        )}
      </svg>
    </Figure>
  );
}

function Waits({ data, weeks }: { data: ReportView; weeks: number }) {
  const most = Math.max(1, ...data.waits.flatMap((w) => [w.forUs, w.forThem]));
  return (
    <Figure
      title={texts.whoWaitsForWhom}
      words={texts.workingTimeWaitAverage}
      table="waits"
      weeks={weeks}
      head={[texts.queue, texts.waitsForUs, texts.each, texts.waitsForThem, texts.each]}
      rows={data.waits.map((w) => [
        w.queue,
        w.forUsCount,
        minutesInWords(w.forUs),
        w.forThemCount,
        minutesInWords(w.forThem),
      ])}
    >
      <div
        role="img"
        aria-label={data.waits
          .map((w) => texts.theyWaitUsWe(w.queue, minutesInWords(w.forUs), minutesInWords(w.forThem)))
          .join('; ')}
        className="grid gap-1.5 text-[13px]"
      >
        {data.waits.map((w) => (
          <div key={w.queue} aria-hidden className="grid grid-cols-[140px_1fr] items-center gap-3">
            <span className="truncate">{w.queue}</span>
            <span className="grid gap-[2px]">
              <span className="flex items-center gap-2">
                <span className="h-3 border border-wren bg-wren/25" style={{ width: `${(70 * w.forUs) / most}%` }} />{' '}
                {minutesInWords(w.forUs)} <span className="text-soft">{texts.forUs}</span>
              </span>
              <span className="flex items-center gap-2">
                <span
                  className="h-3 border border-dashed border-soft"
                  style={{ width: `${(70 * w.forThem) / most}%` }}
                />{' '}
                {minutesInWords(w.forThem)} <span className="text-soft">{texts.forThem}</span>
              </span>
            </span>
          </div>
        ))}
      </div>
    </Figure>
  );
}
