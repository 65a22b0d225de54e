import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { type ReportView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { minutesInWords } from '../conversations/queues/board';
import { day } from '../ui/time';
import { Empty, Wrong, cx } from '../ui/controls';

const spans = [4, 12, 26, 52];
const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** How we do: response times, waits, what comes when, and what customers say. */
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
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">How we do</h1>
        <div role="group" aria-label="Over" className="flex gap-1">
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
              {n} weeks
            </button>
          ))}
        </div>
        {data ? (
          <span className="text-[13px] text-soft">
            {data.from} to {data.to}, in working time of each queue
          </span>
        ) : null}
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      {data ? (
        <div className="grid min-h-0 flex-1 content-start gap-x-8 gap-y-6 overflow-auto p-4 lg:grid-cols-2">
          <Times title="By queue" table="queues" head="Queue" rows={data.byQueue} weeks={weeks} />
          <Times title="By who replied" table="owners" head="Who replied" rows={data.byOwner} weeks={weeks} />
          <Weeks data={data} weeks={weeks} />
          <Waits data={data} weeks={weeks} />
          <Hours data={data} weeks={weeks} />
          <Ratings data={data} weeks={weeks} />
        </div>
      ) : null}
    </div>
  );
}

type FigureProps = {
  title: string;
  words: string;
  table: string;
  weeks: number;
  head: string[];
  rows: (string | number)[][];
  children: ReactNode;
};

/** A plot with its meaning in words, its figures as a table, and the same as a file. */
function Figure({ title, words, table, weeks, head, rows, children }: FigureProps) {
  return (
    <figure aria-label={title} className="min-w-0">
      <figcaption className="mb-1.5 border-b pb-1">
        <h2 className="inline text-[13.5px] font-bold">{title}</h2>{' '}
        <span className="text-[13px] text-soft">{words}</span>
      </figcaption>
      {rows.length === 0 ? (
        <Empty title="Nothing to count yet">As soon as somebody has been answered, it stands here.</Empty>
      ) : (
        children
      )}
      <details className="mt-1.5 text-[13px]">
        <summary className="min-h-6 w-fit cursor-pointer text-soft">The figures</summary>
        <div className="overflow-auto" role="region" aria-label={`${title}: the figures`} tabIndex={0}>
          <table className="my-1">
            <thead>
              <tr>
                {head.map((h) => (
                  <th key={h} scope="col" className="border-b pr-4 text-left font-semibold">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((r, i) => (
                <tr key={i}>
                  {r.map((c, n) =>
                    n === 0 ? (
                      <th key={n} scope="row" className="pr-4 text-left font-normal">
                        {c}
                      </th>
                    ) : (
                      <td key={n} className="pr-4 text-right">
                        {c}
                      </td>
                    ),
                  )}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <a className="text-wren underline" href={`/api/reports/responses/${table}/file?weeks=${weeks}`}>
          Take out as CSV
        </a>
      </details>
    </figure>
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
        `${r.group}: half within ${minutesInWords(r.median)}, nine in ten within ${minutesInWords(r.ninetieth)}, ` +
        `${percent(r.within)} within the goal`,
    )
    .join('; ');
  return (
    <Figure
      title={`Response times ${title.toLowerCase()}`}
      words="from median to 90th percentile"
      table={table}
      weeks={weeks}
      head={[head, 'replies', 'median', '90th percentile', 'within goal']}
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
              <b className={r.within < 0.8 ? 'text-late' : 'text-done'}>{percent(r.within)}</b> of {r.replies}
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
      title="Within the goal, week by week"
      words={counted.length > 0 ? `last ${percent(counted.at(-1)!.within)}` : ''}
      table="weeks"
      weeks={weeks}
      head={['Week from', 'replies', 'median', '90th percentile', 'within goal']}
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
        aria-label={counted.map((r) => `week from ${r.group}: ${percent(r.within)} of ${r.replies}`).join('; ')}
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
      title="Who waits for whom"
      words="working time of a wait, on average"
      table="waits"
      weeks={weeks}
      head={['Queue', 'waits for us', 'each', 'waits for them', 'each']}
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
          .map(
            (w) =>
              `${w.queue}: they wait ${minutesInWords(w.forUs)} for us, we wait ${minutesInWords(w.forThem)} for them`,
          )
          .join('; ')}
        className="grid gap-1.5 text-[13px]"
      >
        {data.waits.map((w) => (
          <div key={w.queue} aria-hidden className="grid grid-cols-[140px_1fr] items-center gap-3">
            <span className="truncate">{w.queue}</span>
            <span className="grid gap-[2px]">
              <span className="flex items-center gap-2">
                <span className="h-3 border border-wren bg-wren/25" style={{ width: `${(70 * w.forUs) / most}%` }} />{' '}
                {minutesInWords(w.forUs)} <span className="text-soft">for us</span>
              </span>
              <span className="flex items-center gap-2">
                <span
                  className="h-3 border border-dashed border-soft"
                  style={{ width: `${(70 * w.forThem) / most}%` }}
                />{' '}
                {minutesInWords(w.forThem)} <span className="text-soft">for them</span>
              </span>
            </span>
          </div>
        ))}
      </div>
    </Figure>
  );
}

function Hours({ data, weeks }: { data: ReportView; weeks: number }) {
  const most = Math.max(1, ...data.arrivals.flat());
  const total = data.arrivals.flat().reduce((a, b) => a + b, 0);
  const off = data.arrivals
    .flatMap((d, i) => d.filter((_, hour) => data.onDuty[i]![hour] === 0))
    .reduce((a, b) => a + b, 0);
  const shown = Array.from({ length: 18 }, (_, i) => i + 5);
  return (
    <Figure
      title="What comes when"
      words={`${total} messages in, ${total > 0 ? percent(off / total) : 'none'} while nobody is on duty`}
      table="hours"
      weeks={weeks}
      head={['Weekday', ...Array.from({ length: 24 }, (_, i) => String(i))]}
      rows={days.map((d, i) => [d, ...data.arrivals[i]!])}
    >
      <div
        role="img"
        aria-label={days.map((d, i) => `${d}: ${data.arrivals[i]!.reduce((a, b) => a + b, 0)}`).join('; ')}
        className="grid max-w-[620px] gap-[2px] text-[11px]"
        style={{ gridTemplateColumns: `34px repeat(${shown.length}, 1fr)` }}
      >
        <span />
        {shown.map((hour) => (
          <span key={hour} aria-hidden className="text-center text-soft">
            {hour % 3 === 0 ? hour : ''}
          </span>
        ))}
        {days.map((d, i) => (
          <div key={d} aria-hidden className="contents">
            <span className="text-soft">{d}</span>
            {shown.map((hour) => {
              const n = data.arrivals[i]![hour]!;
              const duty = data.onDuty[i]![hour]!;
              return (
                <span
                  key={hour}
                  title={`${d} ${hour}:00: ${n} in, ${duty} on duty`}
                  className={cx(
                    'grid h-5 place-items-center border',
                    duty > 0 ? 'border-done/60' : 'border-transparent bg-line/40',
                  )}
                  style={
                    n > 0
                      ? {
                          background: `color-mix(in srgb, var(--wren) ${Math.round(8 + (30 * n) / most)}%, var(--surface))`,
                        }
                      : undefined
                  }
                >
                  {n || ''}
                </span>
              );
            })}
          </div>
        ))}
      </div>
      <p className="mt-1 text-[12.5px] text-soft">Edged: somebody is on duty. Darker: more comes in.</p>
    </Figure>
  );
}

function Ratings({ data, weeks }: { data: ReportView; weeks: number }) {
  const rows = [...data.ratingByQueue, ...data.ratingByOwner];
  return (
    <Figure
      title="What customers say"
      words="of five steps, after closing"
      table="ratings"
      weeks={weeks}
      head={['By', 'answers', 'average', '1', '2', '3', '4', '5']}
      rows={rows.map((r) => [r.group, r.count, r.average.toFixed(1), ...r.counts])}
    >
      <div
        role="img"
        aria-label={rows.map((r) => `${r.group}: ${r.average.toFixed(1)} of 5, ${r.count} answers`).join('; ')}
        className="grid gap-1 text-[13px]"
      >
        {rows.map((r, i) => (
          <div
            key={r.group}
            aria-hidden
            className={cx(
              'grid grid-cols-[140px_1fr_90px] items-center gap-3',
              i === data.ratingByQueue.length && 'mt-1 border-t pt-1',
            )}
          >
            <span className="truncate">{r.group}</span>
            <span className="flex h-4 overflow-hidden border">
              {r.counts.map((n, step) =>
                n > 0 ? (
                  <span
                    key={step}
                    title={`${n} gave ${step + 1}`}
                    className="grid place-items-center border-r text-[11px] last:border-r-0"
                    style={{
                      flexGrow: n,
                      background: `color-mix(in srgb, var(--done) ${8 + step * 13}%, var(--surface))`,
                    }}
                  >
                    {step + 1}
                  </span>
                ) : null,
              )}
            </span>
            <span className="text-soft">
              <b className="text-ink">{r.average.toFixed(1)}</b> of {r.count}
            </span>
          </div>
        ))}
      </div>
      <ul className="mt-2 grid gap-1 text-[13px]">
        {data.words.slice(0, 8).map((w, i) => (
          <li key={i}>
            “{w.words}”{' '}
            <span className="text-soft">
              {w.party}, {w.steps} of 5{w.owner ? `, to ${w.owner.split(' ')[0]}` : ''}, {day(w.at)}
            </span>
          </li>
        ))}
      </ul>
    </Figure>
  );
}
