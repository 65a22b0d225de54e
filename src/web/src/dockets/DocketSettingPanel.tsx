import { Suspense, useState } from 'react';
import { lazy } from '../ui/lazy';
import { Panel } from '../ui/controls';
import * as texts from './docketTexts';

const DocketSettingForm = lazy(() => import('./DocketSettingForm').then((m) => ({ default: m.DocketSettingForm })));

const DocketTies = lazy(() => import('./DocketTies').then((m) => ({ default: m.DocketTies })));

/** What a docket is: its subject, site, owner, priority and moments, and who sees it. */
export function DocketSettingPanel({ reference }: { reference: string }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.docketDetails}
      className="max-h-[82vh] w-[min(600px,94vw)] overflow-auto"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="min-h-6 rounded-[3px] underline decoration-dotted underline-offset-2 hover:text-ink max-md:min-h-[44px]"
        >
          {texts.editDetails}
        </button>
      }
    >
      <Suspense fallback={<p className="text-soft">{texts.loading}</p>}>
        <DocketSettingForm reference={reference} onDone={() => setOpen(false)} />
        <DocketTies reference={reference} onDone={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}
