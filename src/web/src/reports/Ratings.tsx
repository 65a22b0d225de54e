import { type ReportView } from '../api/client';
import { day } from '../ui/time';
import { cx } from '../ui/controls';
import { Figure } from './Figure';
import * as texts from './texts';

export function Ratings({ data, weeks }: { data: ReportView; weeks: number }) {
  const rows = [...data.ratingByQueue, ...data.ratingByOwner];
  return (
    <Figure
      title={texts.whatCustomersSay}
      words={texts.ofFiveStepsAfter}
      table="ratings"
      weeks={weeks}
      head={[texts.by, texts.answers, texts.average, '1', '2', '3', '4', '5']}
      rows={rows.map((r) => [r.group, r.count, r.average.toFixed(1), ...r.counts])}
    >
      <div
        role="img"
        aria-label={rows.map((r) => texts.of5Answers(r.group, r.average.toFixed(1), r.count)).join('; ')}
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
                    title={texts.gave(n, step + 1)}
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
              <b className="text-ink">{r.average.toFixed(1)}</b> {texts.ofIt} {r.count}
            </span>
          </div>
        ))}
      </div>
      <ul className="mt-2 grid gap-1 text-[13px]">
        {data.words.slice(0, 8).map((w, i) => (
          <li key={i}>
            “{w.words}”{' '}
            <span className="text-soft">
              {texts.oneRating(w.party, w.steps, w.owner ? texts.to(w.owner) : '', day(w.at))}
            </span>
          </li>
        ))}
      </ul>
    </Figure>
  );
}
