import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { shownLength } from '../../ui/LengthField';
import { clock } from '../../ui/time';
import * as texts from './texts';

/** One's visits of today in their order, each with the way to it. */
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
        {data.map((leg) => (
          <li
            key={leg.visit.task}
            className="rounded-card border border-l-[3px] border-l-wren bg-surface px-2 py-1 text-[13px]"
          >
            <p className="text-[12.5px] text-soft">
              {leg.visit.wayMinutes > 0
                ? `${texts.leave(clock(leg.leave))}, ${texts.wayIs(shownLength(leg.visit.wayMinutes))}, `
                : ''}
              {texts.arrive(clock(leg.arrive))}
            </p>
            <Link
              className="font-semibold hover:underline"
              to={leg.docket ? `/dockets/${leg.docket}?task=${leg.visit.task}` : `/tasks?task=${leg.visit.task}`}
            >
              {leg.title}
            </Link>
            <p>
              {leg.visit.window.words}, {leg.visit.place}
            </p>
            {leg.lateMinutes > 0 ? (
              <p className="font-semibold text-late">{texts.late(shownLength(leg.lateMinutes))}</p>
            ) : (
              <p className="text-soft">{texts.states[leg.visit.state]}</p>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
