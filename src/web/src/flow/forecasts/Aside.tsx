import { Link } from 'react-router';
import { type DocketForecastView, type GapView, type WhatIfView, api, taken } from '../../api/client';
import { keys, queries, useColleagues } from '../../api/queries';
import { cx } from '../../ui/controls';
import { useDrop } from '../../ui/drag';
import { shownLength } from '../../ui/LengthField';
import { NameTag } from '../../ui/tags';
import { day, exactDay } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { changeTask } from '../../tasks/change';
import { Costs, shift } from './Costs';
import type { Change } from './plan';
import { texts } from './texts';

const hours = (minutes: number) => shownLength(Math.round(minutes / 30) * 30) || '0 h';

type Props = {
  docket: string;
  forecast: DocketForecastView;
  whatIf: WhatIfView | null;
  plan: Change[];
  titles: Map<string, string>;
  onPerson: (task: string, person: string) => void;
  onTakeBack: (task: string) => void;
};

/** Why it cannot be sooner, who carries it, what is not known; and what a plan changes and costs. */
export function Aside({ docket, forecast, whatIf, plan, titles, onPerson, onTakeBack }: Props) {
  const most = Math.max(1, ...forecast.carriers.map((c) => c.minutes));
  return (
    <div className="w-[300px] flex-none overflow-auto border-l bg-paper px-4 pb-6 text-[13.5px] max-md:w-full max-md:flex-none max-md:overflow-visible max-md:border-l-0 max-md:border-t">
      {plan.length > 0 ? (
        <Part name={texts.plan}>
          <ul className="grid gap-1">
            {plan.map((c) => (
              <PlanLine
                key={c.task}
                change={c}
                title={titles.get(c.task) ?? ''}
                onTakeBack={() => onTakeBack(c.task)}
              />
            ))}
          </ul>
          {whatIf ? <CostsElsewhere of={whatIf} /> : null}
        </Part>
      ) : null}
      <Part name={texts.why}>
        <p>{forecast.why}</p>
      </Part>
      {forecast.since ? <Since of={forecast.since} docket={docket} /> : null}
      {forecast.carriers.length > 0 ? (
        <Part name={texts.carries}>
          <ul className="grid gap-2">
            {forecast.carriers.map((c) => (
              <Carrier key={c.person.id} of={c} most={most} onPerson={onPerson} />
            ))}
          </ul>
        </Part>
      ) : null}
      <Part name={texts.unknown}>
        {forecast.gaps.length > 0 ? (
          <ul className="grid gap-1.5">
            {forecast.gaps.map((g, i) => (
              <Gap key={i} gap={g} docket={docket} />
            ))}
          </ul>
        ) : (
          <p className="text-soft">{texts.allKnown}</p>
        )}
      </Part>
    </div>
  );
}

function Part({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <section aria-label={name} className="pt-3.5">
      <h2 className="mb-1.5 border-b pb-1 text-[13px] font-bold">{name}</h2>
      {children}
    </section>
  );
}

type SinceProps = { of: NonNullable<DocketForecastView['since']>; docket: string };

/** What has changed since a day before, and why. */
function Since({ of, docket }: SinceProps) {
  const said = [shift(of.laterMinutes), texts.cost(of.sureBefore, of.sure)].filter(Boolean).join(', ');
  return (
    <Part name={texts.since(day(of.since))}>
      <p>{said || texts.sinceSame}</p>
      <ul className="mt-1 grid gap-1 text-soft">
        {of.why.map((c, i) => (
          <li key={i}>
            {c.task ? (
              <Link className="underline-offset-2 hover:underline" to={`/dockets/${docket}?task=${c.task}`}>
                {c.words}
              </Link>
            ) : (
              c.words
            )}
          </li>
        ))}
      </ul>
    </Part>
  );
}

type CarrierProps = { of: DocketForecastView['carriers'][number]; most: number; onPerson: Props['onPerson'] };

function Carrier({ of, most, onPerson }: CarrierProps) {
  const { over, drop } = useDrop((task) => onPerson(task, of.person.id!));
  return (
    <li {...drop} className={cx('rounded-[3px]', over && 'outline-2 outline-wren')}>
      <p className="flex items-center gap-2">
        <NameTag who={of.person} />
        <span className="min-w-0 flex-1 truncate">{of.person.name}</span>
        <b title={texts.ofFree(hours(of.minutes), hours(of.freeMinutes))}>{hours(of.minutes)}</b>
      </p>
      <span aria-hidden className="mt-0.5 block h-[6px] bg-wren" style={{ width: `${(of.minutes / most) * 100}%` }} />
    </li>
  );
}

function PlanLine({ change: c, title, onTakeBack }: { change: Change; title: string; onTakeBack: () => void }) {
  const { data } = useColleagues();
  const name = (id: string) => data?.people.find((p) => p.id === id)?.firstName ?? '';
  const words = [
    c.dropped && texts.changedTo.dropped,
    c.owner && texts.changedTo.owner(name(c.owner)),
    c.help && texts.changedTo.helps(name(c.help.person), shownLength(c.help.minutes)),
    c.day && texts.changedTo.day(exactDay(c.day)),
    c.minutes && texts.changedTo.left(shownLength(c.minutes)),
  ].filter(Boolean);
  return (
    <li className="flex items-baseline gap-2">
      <span className="min-w-0 flex-1">
        <b className="font-semibold">{title}</b>: {words.join(', ')}
      </span>
      <button
        type="button"
        aria-label={texts.takeBack(title)}
        onClick={onTakeBack}
        className="min-h-6 flex-none text-wren underline max-md:min-h-11"
      >
        {texts.discard.toLowerCase()}
      </button>
    </li>
  );
}

function CostsElsewhere({ of }: { of: WhatIfView }) {
  return (
    <div className="mt-2">
      {of.costs.length > 0 ? <h3 className="text-[12.5px] font-bold text-soft">{texts.costs}</h3> : null}
      <Costs of={of.costs} nothing={texts.costsNothing} />
    </div>
  );
}

/** What is not known, and the way to settle it. */
function Gap({ gap: g, docket }: { gap: GapView; docket: string }) {
  const say = texts.gap[g.kind]!(g.title);
  const estimate = async () => {
    try {
      const task = await taken(api.GET('/api/tasks/{id}', { params: { path: { id: g.task! } } }));
      await changeTask(task, { estimateMinutes: g.minutes });
      await queries.invalidateQueries({ queryKey: keys.forecast });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const look = 'min-h-6 flex-none text-wren underline underline-offset-2 max-md:min-h-11';
  return (
    <li className="flex items-baseline gap-2">
      <span className="min-w-0 flex-1">
        {say}
        {g.low !== null && g.high !== null ? (
          <span className="text-soft">; {texts.likely(shownLength(g.low), shownLength(g.high), g.like ?? 0)}</span>
        ) : null}
      </span>
      {g.kind === 'no-estimate' && g.minutes !== null ? (
        <button
          type="button"
          aria-label={texts.estimateOf(g.title, shownLength(g.minutes))}
          className={look}
          onClick={() => void estimate()}
        >
          {texts.estimate(shownLength(g.minutes))}
        </button>
      ) : (
        <Link
          aria-label={texts.settleOf(texts.settle[g.kind]!, g.title)}
          className={look}
          to={g.task ? `/dockets/${docket}?task=${g.task}` : `/dockets/${docket}?entry=${g.entry}`}
        >
          {texts.settle[g.kind]}
        </Link>
      )}
    </li>
  );
}
