import { type ReportView } from '../api/client';
import { cx } from '../ui/controls';
import { Figure } from './Figure';
import { percent } from './percent';
import { short, weekdayNames } from '../ui/words';
import * as texts from './texts';

const days = weekdayNames.map(short);

export function Hours({ data, weeks }: { data: ReportView; weeks: number }) {
  const most = Math.max(1, ...data.arrivals.flat());
  const total = data.arrivals.flat().reduce((a, b) => a + b, 0);
  const off = data.arrivals
    .flatMap((d, i) => d.filter((_, hour) => data.onDuty[i]![hour] === 0))
    .reduce((a, b) => a + b, 0);
  const shown = Array.from({ length: 18 }, (_, i) => i + 5);
  return (
    <Figure
      title={texts.whatComesWhen}
      words={texts.messagesWhileNobodyDuty(total, total > 0 ? percent(off / total) : texts.none)}
      table="hours"
      weeks={weeks}
      head={[texts.weekday, ...Array.from({ length: 24 }, (_, i) => String(i))]}
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
                  title={texts.n00InOnDuty(d, hour, n, duty)}
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
      <p className="mt-1 text-[12.5px] text-soft">{texts.edgedSomebodyDutyDarker}</p>
    </Figure>
  );
}
