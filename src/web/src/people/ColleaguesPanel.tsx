import { Users } from 'lucide-react';
import { Suspense, useState } from 'react';
import { lazy } from '../ui/lazy';
import type { Me } from '../api/client';
import { useTalkRows } from '../api/queries';
import { Panel } from '../ui/controls';
import { Count } from '../ui/tags';
import * as texts from './texts';

export const loadColleagues = () => import('./Colleagues');
const Colleagues = lazy(() => loadColleagues().then((m) => ({ default: m.Colleagues })));

/** The way to one's colleagues, with how much of theirs is unread. */
export function ColleaguesPanel({ me, onCarry }: { me: Me; onCarry: (conversation: string) => void }) {
  const [open, setOpen] = useState(false);
  const unread = (useTalkRows('own').data ?? []).reduce((n, r) => n + r.unread, 0);
  return (
    <Panel
      label={texts.colleagues}
      align="end"
      open={open}
      onOpenChange={setOpen}
      className="max-h-[76vh] w-[min(430px,calc(100vw-20px))] overflow-auto"
      trigger={
        <button type="button" className="ml-2 flex h-9 items-center gap-1 rounded-card px-2 text-soft hover:text-ink">
          <Users size={15} className="xl:hidden" aria-hidden />
          <span className="max-xl:sr-only">{texts.colleagues}</span>
          <Count n={unread} />
        </button>
      }
    >
      <Suspense fallback={null}>
        <Colleagues me={me} onCarry={onCarry} onClose={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}
