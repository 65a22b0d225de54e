import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { type Schemas, api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { LengthField, shownLength } from '../../ui/LengthField';
import { clock } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { Opened } from './Opened';
import { OnOurWay } from './VisitTelling';
import { readAgain, setWay, tellOnWay } from './visit';
import * as texts from './texts';

type Stop = Schemas['DayStopView'];

/** Where one goes today, in order: visits, and meetings at a place, each with the way to it. */
export function VisitsToday() {
  const { data = [] } = useQuery({
    queryKey: keys.visits,
    queryFn: () => taken(api.GET('/api/visits/today')),
    refetchInterval: 60_000,
  });
  if (data.length === 0) return null;
  return (
    <section aria-label={texts.today} className="mb-2">
      <h3 className="text-[13px] font-bold">{texts.today}</h3>
      <ol className="mt-1 grid gap-1">
        {data.map((stop) => (
          <StopRow key={stop.task ?? stop.meeting} stop={stop} />
        ))}
      </ol>
    </section>
  );
}

const pathOf = ({ task, meeting, docket }: Stop) =>
  meeting ? `/meetings/${meeting}` : docket ? `/dockets/${docket}?task=${task}` : `/tasks?task=${task}`;

function StopRow({ stop }: { stop: Stop }) {
  const way = (minutes: number | null) =>
    void setWay(stop.meeting!, minutes ?? 0, false)
      .then(readAgain)
      .catch(sayWrong);
  const said = () => (stop.meeting ? setWay(stop.meeting, stop.wayMinutes, true) : tellOnWay(stop.task!));
  return (
    <li className="rounded-card border border-l-[3px] border-l-wren bg-surface px-2 py-1 text-[13px]">
      <p className="text-[12.5px] text-soft">
        {stop.wayMinutes > 0
          ? texts.goes(clock(stop.leave), clock(stop.arrive), shownLength(stop.wayMinutes))
          : texts.there(clock(stop.arrive))}
      </p>
      <Link className="font-semibold hover:underline" to={pathOf(stop)}>
        {stop.title}
      </Link>
      <p>
        {stop.when}, {stop.place}
      </p>
      {stop.lateMinutes > 0 ? (
        <p className="font-semibold text-late">{texts.late(shownLength(stop.lateMinutes))}</p>
      ) : stop.state ? (
        <p className="text-soft">{texts.states[stop.state]}</p>
      ) : null}
      <p className="flex flex-wrap items-center gap-1.5 empty:hidden">
        {stop.meeting ? (
          <span className="inline-flex items-center gap-1.5">
            <span className="text-soft">{texts.way}</span>
            <LengthField
              label={texts.wayTo(stop.title)}
              className="!min-h-6 !w-[84px] !py-0 max-md:!min-h-11"
              minutes={stop.wayMinutes || null}
              onChange={way}
            />
          </span>
        ) : null}
        {stop.party ? (
          <Opened label={texts.tellOnOurWay(stop.party.name)}>
            {(done) => <OnOurWay party={stop.party!} onSaid={said} onDone={done} />}
          </Opened>
        ) : null}
      </p>
    </li>
  );
}
