import { type ReportView } from '../api/client';
import { day } from '../ui/time';
import { cx } from '../ui/controls';
import { Figure } from './Figure';

export function Ratings({ data, weeks }: { data: ReportView; weeks: number }) {
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
