import { useRef } from 'react';
import { Link } from 'react-router';
import type { DocketForecastView, ForecastMomentView, PlannedView } from '../../api/client';
import { cx } from '../../ui/controls';
import { useDragging, useDrop } from '../../ui/drag';
import { shownLength } from '../../ui/LengthField';
import { NameTag } from '../../ui/tags';
import { day, moment } from '../../ui/time';
import { useNarrow } from '../../ui/useNarrow';
import { useWidth } from '../../ui/useWidth';
import { type Axis, axisOf } from './axis';
import { texts } from './texts';

// On a phone the label stands above its bar, and stays while the days are moved.
const labels = 'w-[264px] max-md:w-fit max-md:max-w-[94vw] flex-none';
const aside = 264;
const row = 'flex items-center max-md:flex-col max-md:items-start';
const track = 'relative h-full flex-1 max-md:h-6 max-md:w-full max-md:flex-none';
const percent = (n: number) => `${n * 100}%`;
const hours = (minutes: number) => shownLength(Math.max(5, Math.round(minutes / 5) * 5));

/** Time to spare, as roughly as it matters. */
const spare = (minutes: number) =>
  minutes >= 960
    ? texts.workingDays(Math.floor(minutes / 480))
    : shownLength(Math.max(15, Math.floor(minutes / 15) * 15));

export type Moves = {
  /** Looks at a task on another day while it is dragged. */
  onHover: (task: string, day: string) => void;
  onDay: (task: string, day: string) => void;
  onOpen: (planned: PlannedView) => void;
  onStage: (stage: string | null) => void;
};

type Props = { forecast: DocketForecastView; before: DocketForecastView | null; moves: Moves };

/** A docket's work on the days to come: its stages, what decides them, what stands beside it. */
export function Calendar({ forecast, before, moves }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const narrow = useNarrow();
  const width = useWidth(box) ?? 900;
  const axis = axisOf(forecast.days);
  const working = axis.days.filter((d) => d.working).length;
  const beside = narrow ? 0 : aside;
  const least = Math.max(width, beside + working * 38);
  const wide = (least - beside) / axis.days.length > 44;
  const was = new Map((before ? [...before.chain, ...before.beside] : []).map((p) => [p.task, p]));
  // What can be entered at once and was promised for no day needs no row.
  const stages = forecast.moments.filter((m) => !m.clear || m.promised || !m.stage);
  const rows = { axis, was, moves, docket: forecast.docket };
  return (
    <div
      ref={box}
      className="min-h-0 min-w-0 flex-1 overflow-auto max-md:flex-none"
      tabIndex={0}
      role="region"
      aria-label={texts.forecast}
    >
      <div className="relative pb-6" style={{ width: least }}>
        <div aria-hidden className="sticky top-0 z-10 flex border-b bg-paper">
          <span className="w-[264px] flex-none max-md:hidden" />
          <span className="relative h-7 flex-1">
            {axis.days.map((d, i) =>
              d.working && (wide || axis.days[i - 1]?.working !== true) ? (
                <span
                  key={d.day}
                  className="absolute top-1 whitespace-nowrap border-l pl-1.5 text-[12.5px] text-soft"
                  style={{ left: percent(d.left) }}
                >
                  {dayLabel(d.day)}
                </span>
              ) : null,
            )}
          </span>
        </div>
        <div aria-hidden className={cx('absolute bottom-0 right-0 top-7', narrow ? 'left-0' : 'left-[264px]')}>
          {axis.days.map((d) => (
            <DayColumn key={d.day} day={d} moves={moves} />
          ))}
          <span className="absolute bottom-0 top-0 w-[2px] bg-ink" style={{ left: percent(axis.at(forecast.now)) }} />
        </div>
        <div className="relative">
          <Section name={texts.stages}>
            {stages.map((m, i) => (
              <StageRow
                key={m.name}
                moment={m}
                from={stages[i - 1]?.kept50 ?? forecast.now}
                was={before?.moments.find((b) => b.stage === m.stage)}
                chosen={m.stage === forecast.to}
                axis={axis}
                onChoose={() => moves.onStage(m.stage)}
              />
            ))}
          </Section>
          <Section name={texts.chain}>
            {forecast.chain.length > 0 ? (
              forecast.chain.map((p, i) => <WorkRow key={i} planned={p} decides {...rows} />)
            ) : (
              <li className="px-4 text-[13px] text-soft">{texts.nothing}</li>
            )}
          </Section>
          {forecast.beside.length > 0 ? (
            <Section name={texts.beside}>
              {forecast.beside.map((p, i) => (
                <WorkRow key={i} planned={p} {...rows} />
              ))}
            </Section>
          ) : null}
          {forecast.elsewhere && forecast.elsewhereWork.length > 0 ? (
            <Section name={texts.elsewhere(forecast.elsewhere.firstName)}>
              {forecast.elsewhereWork.map((p, i) => (
                <WorkRow key={i} planned={p} {...rows} />
              ))}
            </Section>
          ) : null}
        </div>
      </div>
    </div>
  );
}

/** "Tue 14". */
function dayLabel(day: string) {
  const [year, month, of] = day.split('-').map(Number);
  const weekday = new Date(Date.UTC(year!, month! - 1, of)).toLocaleDateString('en-GB', {
    weekday: 'short',
    timeZone: 'UTC',
  });
  return `${weekday} ${of}`;
}

function DayColumn({ day, moves }: { day: Axis['days'][number]; moves: Moves }) {
  const { over, drop } = useDrop(
    (task) => moves.onDay(task, day.day),
    (task) => moves.onHover(task, day.day),
  );
  return (
    <span
      {...drop}
      className={cx('absolute bottom-0 top-0 border-l', !day.working && 'bg-line/40', over && 'bg-wren-wash')}
      style={{ left: percent(day.left), width: percent(day.width) }}
    />
  );
}

function Section({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <section aria-label={name} className="pt-3">
      <h2 className="sticky left-0 w-fit bg-paper/90 px-4 text-[13px] font-bold">{name}</h2>
      <ol>{children}</ol>
    </section>
  );
}

type StageProps = {
  moment: ForecastMomentView;
  from: string;
  was: ForecastMomentView | undefined;
  chosen: boolean;
  axis: Axis;
  onChoose: () => void;
};

function StageRow({ moment: m, from, was, chosen, axis, onChoose }: StageProps) {
  const [start, fifty, eighty, most] = [from, m.kept50, m.kept80, m.kept95].map(axis.at) as [
    number,
    number,
    number,
    number,
  ];
  const bar = (a: number, b: number, look: string) => (
    <span
      className={cx('absolute top-1/2 -translate-y-1/2 bg-done', look)}
      style={{ left: percent(a), width: percent(Math.max(b - a, 0)) }}
    />
  );
  const late = m.sure !== null && m.sure < 80;
  return (
    <li className={cx(row, 'h-9 max-md:h-auto')}>
      <button
        type="button"
        aria-pressed={chosen}
        title={texts.ready(m.name)}
        onClick={onChoose}
        className={cx(
          labels,
          'sticky left-0 z-[5] min-h-6 truncate bg-paper/90 px-4 text-left font-semibold hover:underline',
          chosen && 'text-wren',
        )}
      >
        {m.name}
      </button>
      <span className={track}>
        <span className="sr-only">
          {m.clear ? texts.clear : texts.reached(m.name, moment(m.kept50), moment(m.kept80), moment(m.kept95))}
        </span>
        {m.clear ? null : (
          <span aria-hidden title={texts.reached(m.name, moment(m.kept50), moment(m.kept80), moment(m.kept95))}>
            {bar(Math.min(start, fifty), fifty, 'h-4')}
            {bar(fifty, eighty, 'h-2 opacity-70')}
            {bar(eighty, most, 'h-[3px] opacity-60')}
            {was && was.kept50 !== m.kept50 ? (
              <span
                className="absolute top-1/2 h-5 -translate-y-1/2 border border-dashed border-ink"
                style={{
                  left: percent(Math.min(start, axis.at(was.kept50))),
                  width: percent(Math.max(0.001, axis.at(was.kept50) - Math.min(start, axis.at(was.kept50)))),
                }}
              />
            ) : null}
          </span>
        )}
        {m.promised ? (
          <>
            <span
              aria-hidden
              className="absolute bottom-0 top-1 w-[2px] bg-ink"
              style={{ left: percent(axis.at(m.promised)) }}
            />
            <span
              className={cx(
                'absolute top-[-5px] -translate-x-full max-md:-top-4 whitespace-nowrap pr-1 text-[12px]',
                late ? 'font-semibold text-soon' : 'text-soft',
              )}
              style={{ left: percent(Math.max(axis.at(m.promised), 0.2)) }}
            >
              {texts.promised('', moment(m.promised)).trim()}
              {m.sure === null ? '' : `, ${texts.sure(m.sure)}`}
            </span>
          </>
        ) : null}
      </span>
    </li>
  );
}

type WorkProps = {
  planned: PlannedView;
  decides?: boolean;
  axis: Axis;
  was: Map<string | null, PlannedView>;
  moves: Moves;
  docket: string;
};

function WorkRow({ planned: p, decides, axis, was, moves, docket }: WorkProps) {
  const { held, drag } = useDragging(p.task ?? '', p.title);
  const earlier = p.task ? was.get(p.task) : undefined;
  const moved = earlier && (earlier.starts !== p.starts || earlier.ends !== p.ends);
  const [left, right] = [axis.at(p.starts), axis.at(p.ends)];
  // What is said beside a bar stands beside where it was, too.
  const [least, most] = moved
    ? [Math.min(left, axis.at(earlier.starts)), Math.max(right, axis.at(earlier.ends))]
    : [left, right];
  const note =
    p.held === 'start'
      ? texts.from(moment(p.starts))
      : p.spareMinutes
        ? texts.spare(spare(p.spareMinutes))
        : p.wait
          ? texts.comes(day(p.wait.said), p.wait.toldBy)
          : !p.task && p.entry
            ? texts.waits
            : '';
  const label = (
    <>
      {p.person ? <NameTag who={p.person} /> : <span className="inline-block w-[26px]" />}
      <span className="min-w-0 truncate">
        {p.docketName ? <b className="font-semibold">{p.docketName}: </b> : null}
        {p.title}
      </span>
    </>
  );
  return (
    <li className={cx(row, 'h-[30px] text-[13px] max-md:h-auto max-md:pb-1')}>
      {p.task ? (
        <button
          type="button"
          title={p.title}
          onClick={() => moves.onOpen(p)}
          className={cx(
            labels,
            'sticky left-0 z-[5] flex min-h-6 items-center gap-1.5 bg-paper/90 pl-4 pr-2 text-left hover:underline',
          )}
        >
          {label}
        </button>
      ) : p.wait ? (
        <Link
          title={p.title}
          to={`/dockets/${p.docket ?? docket}?task=${p.wait.task}`}
          className={cx(labels, 'sticky left-0 z-[5] flex items-center gap-1.5 bg-paper/90 pl-4 pr-2 hover:underline')}
        >
          {label}
        </Link>
      ) : (
        <span className={cx(labels, 'sticky left-0 z-[5] flex items-center gap-1.5 bg-paper/90 pl-4 pr-2 text-soft')}>
          {label}
        </span>
      )}
      <span className={track}>
        <span className="sr-only">{texts.when(moment(p.starts), moment(p.ends), hours(p.minutes))}</span>
        {moved ? (
          <span
            aria-hidden
            className="absolute bottom-[3px] top-[3px] rounded-[3px] border border-dashed border-soft"
            style={{
              left: percent(axis.at(earlier.starts)),
              width: percent(Math.max(0.004, axis.at(earlier.ends) - axis.at(earlier.starts))),
            }}
          />
        ) : null}
        <span
          aria-hidden
          {...(p.task ? drag : {})}
          title={texts.when(moment(p.starts), moment(p.ends), hours(p.minutes))}
          className={cx(
            'absolute bottom-[3px] top-[3px] rounded-[3px] border border-l-[3px]',
            decides ? 'border-wren bg-wren-wash' : 'border-line border-l-wren bg-surface',
            p.task ? 'cursor-grab' : 'border-dashed',
            held && 'opacity-40',
          )}
          style={{ left: percent(left), width: percent(Math.max(0.006, right - left)) }}
        />
        {note ? (
          <span
            className="absolute top-1/2 -translate-y-1/2 whitespace-nowrap pl-1.5 text-[12px] text-soft"
            style={most > 0.8 ? { right: percent(1 - least), paddingRight: 6 } : { left: percent(most) }}
          >
            {note}
          </span>
        ) : null}
      </span>
    </li>
  );
}
