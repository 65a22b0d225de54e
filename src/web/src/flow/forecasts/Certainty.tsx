import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, taken } from '../../api/client';
import { keys } from '../../api/queries';
import { cx } from '../../ui/controls';
import { moment } from '../../ui/time';
import { texts } from './certaintyTexts';

/** How sure what was promised next is, where one reads of the docket; goes to its forecast. */
export function Certainty({ reference }: { reference: string }) {
  const { data } = useQuery({
    queryKey: [...keys.forecast, reference, undefined],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/forecast', { params: { path: { reference } } })),
  });
  const next = data?.moments.find((m) => m.stage === data.to);
  const sure = next?.sure ?? null;
  return (
    <Link
      to={`/dockets/${reference}/forecast`}
      title={data?.why}
      className={cx(
        'inline-flex min-h-6 items-center rounded-[3px] underline decoration-dotted underline-offset-2 hover:text-ink',
        sure !== null && sure < 80 && 'font-semibold text-soon',
      )}
    >
      {next && !next.clear ? (sure === null ? texts.likelyBy(moment(next.kept80)) : texts.sure(sure)) : texts.forecast}
    </Link>
  );
}
