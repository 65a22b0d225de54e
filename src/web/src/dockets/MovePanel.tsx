import { type ReactElement, Suspense } from 'react';
import { lazy } from '../ui/lazy';
import type { KindSetting } from '../api/client';
import { useDocket } from '../api/queries';
import { Button, Panel, Wrong } from '../ui/controls';
import * as texts from './moveTexts';

const MoveMeans = lazy(() => import('./MoveMeans').then((m) => ({ default: m.MoveMeans })));

type Props = {
  reference: string;
  /** The name of the stage that it is in. */
  stage: string;
  stages: KindSetting['stages'];
  trigger: ReactElement;
  /** Whether it is open, and the stage that was chosen; null while none is. */
  moving: { stage: string | null } | null;
  onMoving: (moving: { stage: string | null } | null) => void;
};

/** Moves a docket from wherever it is listed: to which stage, then what that means. */
export function MovePanel({ reference, stage, stages, trigger, moving, onMoving }: Props) {
  return (
    <Panel
      label={texts.moveDocket(reference)}
      align="end"
      className="max-h-[70vh] w-[min(420px,92vw)] overflow-auto"
      open={moving !== null}
      onOpenChange={(shown) => onMoving(shown ? { stage: null } : null)}
      trigger={trigger}
    >
      {moving?.stage ? (
        <Means reference={reference} stage={moving.stage} onMoved={() => onMoving(null)} />
      ) : (
        <>
          <b>{texts.where}</b>
          <ul className="mt-1 grid gap-1">
            {stages
              .filter((s) => !s.retired && s.name !== stage)
              .map((s) => (
                <li key={s.id}>
                  <Button className="w-full" onClick={() => onMoving({ stage: s.id })}>
                    {s.name}
                  </Button>
                </li>
              ))}
          </ul>
        </>
      )}
    </Panel>
  );
}

function Means({ reference, stage, onMoved }: { reference: string; stage: string; onMoved: () => void }) {
  const { data, error } = useDocket(reference);
  if (error && !data) return <Wrong error={error} />;
  return data ? (
    <Suspense fallback={<p className="text-soft">{texts.checking}</p>}>
      <MoveMeans docket={data} stage={stage} onMoved={onMoved} />
    </Suspense>
  ) : (
    <p className="text-soft">{texts.checking}</p>
  );
}
