import { Suspense } from 'react';
import { lazy } from '../../ui/lazy';
import { picked } from '../../conversations/picked';

const PickedBar = lazy(() => import('../../sheets/PickedBar').then((m) => ({ default: m.PickedBar })));

/** What is picked in a docket's talk for a sheet; it comes once something is. */
export function PickedLine({ docket }: { docket: string }) {
  const some = picked.use().some((p) => p.docket === docket);
  return some ? (
    <Suspense fallback={null}>
      <PickedBar docket={docket} />
    </Suspense>
  ) : null;
}
