import { Check } from 'lucide-react';
import { useState } from 'react';
import type { MeetingDayView } from '../../api/client';
import { MomentField } from '../../ui/MomentField';
import { clock, dateOf, moment } from '../../ui/time';
import { cx, inputClass } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { useMeetingTimes } from './meeting';
import * as texts from './texts';

type Props = {
  conversation: string;
  people: string[];
  minutes: number;
  from: string | null;
  onChoose: (from: string) => void;
};

/** The times that suit, best first, each with its reason; and everybody's hours of the chosen day, in which one can choose as well. */
export function FreeTimes({ conversation, people, minutes, from, onChoose }: Props) {
  const { data } = useMeetingTimes(conversation, people, minutes, null);
  const [shown, setShown] = useState<string | null>(null);
  if (!data) return <p className="py-1 text-soft">{texts.findingTimes}</p>;
  const date = shown ?? (from ? dateOf(from) : null);
  const day = data.days.find((d) => d.day === date) ?? data.days[0];
  return (
    <div className="mt-1.5 grid gap-2">
      {data.times.length === 0 ? (
        <p className="text-soon">{texts.youHaveNoGap}</p>
      ) : (
        <ul className="grid gap-1" aria-label={texts.timesThatSuit}>
          {data.times.map((t) => (
            <li key={t.from}>
              <button
                type="button"
                aria-pressed={from === t.from}
                onClick={() => {
                  onChoose(t.from);
                  setShown(null);
                }}
                className={cx(
                  'flex min-h-[26px] w-full items-center gap-2 rounded-[3px] border ' +
                    'px-2 py-0.5 text-left hover:border-soft max-md:min-h-[44px]',
                  from === t.from ? 'border-wren bg-wren-wash' : 'bg-surface',
                )}
              >
                <b className="whitespace-nowrap font-semibold tabular-nums">{t.when}</b>
                <span className={cx('min-w-0 truncate', t.all ? 'text-done' : 'text-soft')} title={t.why}>
                  {t.all ? <Check size={13} className="mr-0.5 inline" aria-hidden /> : null}
                  {t.why}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-center gap-1.5">
        {texts.or}
        <MomentField
          bare
          label={texts.anotherTime}
          sense="from"
          className="w-40"
          value={from}
          onChange={(at) => at && onChoose(at)}
        />
        {day ? (
          <select
            aria-label={texts.dayToLookAt}
            className={cx(inputClass, 'ml-auto !w-auto !min-h-[26px] !py-0 text-[13px]')}
            value={day.day}
            onChange={(e) => setShown(e.target.value)}
          >
            {data.days.map((d) => (
              <option key={d.day} value={d.day}>
                {d.name}
              </option>
            ))}
          </select>
        ) : null}
      </div>
      {day ? <DayChart day={day} minutes={minutes} from={from} onChoose={onChoose} /> : null}
    </div>
  );
}

const quarter = 900_000;

/** A day as a band for each who takes part: paper where they do not work, open where they do, hatched where they are kept. */
function DayChart({
  day,
  minutes,
  from,
  onChoose,
}: {
  day: MeetingDayView;
  minutes: number;
  from: string | null;
  onChoose: (from: string) => void;
}) {
  const begins = Math.floor(Date.parse(day.from) / 3_600_000) * 3_600_000;
  const ends = Math.ceil(Date.parse(day.until) / 3_600_000) * 3_600_000;
  const at = (moment: number) => `${((moment - begins) / (ends - begins)) * 100}%`;
  const width = (a: number, b: number) => `${((b - a) / (ends - begins)) * 100}%`;
  const chosen = from ? Date.parse(from) : NaN;
  const inDay = chosen >= begins && chosen < ends;
  const hours = Array.from({ length: (ends - begins) / 3_600_000 + 1 }, (_, i) => begins + i * 3_600_000);
  return (
    <figure className="rounded-[3px] border bg-paper p-1.5" aria-label={texts.everybodySHours(day.name)}>
      <div className="relative ml-7 h-4" aria-hidden>
        {hours.map((h) => (
          <span
            key={h}
            className="absolute -translate-x-1/2 whitespace-nowrap text-[11px] text-soft"
            style={{ left: at(h) }}
          >
            {clock(new Date(h).toISOString()).slice(0, 2)}
          </span>
        ))}
      </div>
      <div
        className="relative cursor-pointer"
        title={texts.clickChooseTime}
        onClick={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const share = Math.min(1, Math.max(0, (e.clientX - box.left - 28) / (box.width - 28)));
          onChoose(new Date(begins + Math.floor(((ends - begins) * share) / quarter) * quarter).toISOString());
        }}
      >
        {day.people.map(({ who, hours: own }) => (
          <div key={who.id} className="flex h-6 items-center">
            <span className="w-7 flex-none">
              <NameTag who={who} />
            </span>
            <div className="relative h-4 flex-1 border-y border-transparent">
              {own.map((h, i) => (
                <span
                  key={i}
                  title={texts.to(who.firstName, h.kind, clock(h.from), clock(h.until))}
                  className={cx(
                    'absolute inset-y-0',
                    h.kind === 'free' ? 'border border-line bg-surface' : 'border border-soft bg-line',
                  )}
                  style={{
                    left: at(Date.parse(h.from)),
                    width: width(Date.parse(h.from), Date.parse(h.until)),
                    ...(h.kind === 'free'
                      ? {}
                      : {
                          backgroundImage: 'repeating-linear-gradient(135deg, transparent 0 3px, var(--soft) 3px 4px)',
                        }),
                  }}
                />
              ))}
            </div>
          </div>
        ))}
        {inDay ? (
          <span className="pointer-events-none absolute inset-y-0 left-7 right-0">
            <span
              className="absolute inset-y-0 border-2 border-wren bg-wren/10"
              style={{ left: at(chosen), width: width(chosen, Math.min(ends, chosen + minutes * 60_000)) }}
            />
          </span>
        ) : null}
      </div>
      <figcaption className="mt-1 text-[12px] text-soft">
        {texts.openFreeHatchedMeeting(day.name, inDay ? texts.chosen(moment(from!)) : texts.clickToChoose)}
      </figcaption>
    </figure>
  );
}
