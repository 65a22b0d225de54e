import { Link } from 'react-router';
import type { CostView } from '../../api/client';
import { shownLength } from '../../ui/LengthField';
import { texts } from './texts';

/** What changes cost dockets, or bring them. */
export function Costs({ of, nothing }: { of: CostView[]; nothing: string }) {
  if (of.length === 0) return <p className="text-soft">{nothing}</p>;
  return (
    <ul className="grid gap-1">
      {of.map((c, i) => (
        <li key={i}>
          {c.docket ? (
            <Link className="font-semibold underline-offset-2 hover:underline" to={`/dockets/${c.docket}/forecast`}>
              {c.name}
            </Link>
          ) : (
            <b className="font-semibold">{c.name}</b>
          )}
          : {[shift(c.laterMinutes), texts.cost(c.sureBefore, c.sure)].filter(Boolean).join(', ')}
        </li>
      ))}
    </ul>
  );
}

const length = (minutes: number) =>
  minutes >= 24 * 60
    ? texts.days(Math.round(minutes / 60 / 24))
    : shownLength(Math.max(30, Math.round(minutes / 30) * 30));

/** By how much later or sooner, in words; nothing where that is hardly so. */
export function shift(laterMinutes: number) {
  if (Math.abs(laterMinutes) < 15) return '';
  return laterMinutes > 0 ? texts.later(length(laterMinutes)) : texts.sooner(length(-laterMinutes));
}
