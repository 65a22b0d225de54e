import { Suspense, useState } from 'react';
import { lazy } from '../ui/lazy';
import type { DocketView } from '../api/client';
import { Button, Panel, cx } from '../ui/controls';
import { useKeys } from '../ui/keys';
import { setOpen } from './setting';
import * as texts from './docketTexts';

const loadMove = () => import('./MoveMeans');
const MoveMeans = lazy(() => loadMove().then((m) => ({ default: m.MoveMeans })));
const LockStage = lazy(() => loadMove().then((m) => ({ default: m.LockStage })));

/** Where the work stands, and what is ahead: past, now, gated or free. A press on a stage says what moving there means. */
export function StageStrip({ docket, mayLock }: { docket: DocketView; mayLock: boolean }) {
  const here = docket.stages.findIndex((s) => s.standing === 'now');
  // What the next stage means is one key away.
  const [shown, setShown] = useState<number | null>(null);
  useKeys({ s: () => docket.open && setShown(Math.min(here + 1, docket.stages.length - 1)) });
  return (
    <ol aria-label={texts.stages} className="flex items-center text-[13px] text-soft max-md:overflow-x-auto">
      {docket.stages.map((s, i) => (
        <li
          key={s.id}
          aria-current={s.standing === 'now' ? 'step' : undefined}
          className={cx(
            'mr-0.5 whitespace-nowrap border-t-[3px]',
            s.standing === 'past' && 'border-t-done text-ink',
            s.standing === 'now' && 'border-t-wren font-bold text-ink',
            s.standing === 'gated' && 'border-t-soft [border-top-style:dashed]',
            s.standing === 'ahead' && 'border-t-line',
          )}
        >
          <Stage
            docket={docket}
            at={i}
            mayLock={mayLock}
            open={shown === i}
            onOpen={(open) => setShown(open ? i : null)}
          />
        </li>
      ))}
    </ol>
  );
}

type StageProps = {
  docket: DocketView;
  at: number;
  mayLock: boolean;
  open: boolean;
  onOpen: (open: boolean) => void;
};

function Stage({ docket, at, mayLock, open, onOpen }: StageProps) {
  const stage = docket.stages[at]!;
  const last = at === docket.stages.length - 1;
  return (
    <Panel
      label={stage.standing === 'now' ? texts.inIt(stage.name) : texts.moveTo(stage.name)}
      align="end"
      className="max-h-[70vh] w-[min(420px,92vw)] overflow-auto"
      open={open}
      onOpenChange={onOpen}
      trigger={
        <button
          type="button"
          data-does={stage.standing === 'now' ? undefined : texts.moveTo(stage.name)}
          title={stage.openGates > 0 ? texts.gatesOpenBefore(stage.openGates, stage.name) : undefined}
          className="min-h-6 rounded-[3px] px-2 py-0.5 hover:underline max-md:min-h-[44px]"
        >
          {stage.name}
          {stage.openGates > 0 ? <span className="sr-only">{texts.gatesOpen(stage.openGates)}</span> : null}
        </button>
      }
    >
      {stage.standing === 'now' ? (
        <>
          <p>
            {texts.theWorkIsIn} <b>{stage.name}</b>.{' '}
            {docket.open ? (last ? texts.itLastStage : texts.pressAnotherStageSee) : texts.theDocketIsClosed}
          </p>
          <p className="mt-2 text-right">
            <Button
              look={docket.open && !last ? 'quiet' : 'main'}
              onClick={() => void setOpen(docket.ref, !docket.open).then((done) => done && onOpen(false))}
            >
              {docket.open ? texts.closeTheDocket : texts.reopenTheDocket}
            </Button>
          </p>
        </>
      ) : (
        <Suspense fallback={<p className="text-soft">{texts.checking}</p>}>
          <MoveMeans docket={docket} stage={stage.id} onMoved={() => onOpen(false)} />
          {mayLock && stage.standing !== 'past' ? (
            <LockStage docket={docket.ref} stage={stage.id} onDone={() => onOpen(false)} />
          ) : null}
        </Suspense>
      )}
    </Panel>
  );
}
