import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type DocketView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Button, Panel, cx } from '../ui/controls';
import { act, setOpen } from './setting';
import * as texts from './docketTexts';

/** Where the work stands, and what is ahead: past, now, gated or free. A press on a stage says what moving there means. */
export function StageStrip({ docket }: { docket: DocketView }) {
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
          <Stage docket={docket} at={i} />
        </li>
      ))}
    </ol>
  );
}

function Stage({ docket, at }: { docket: DocketView; at: number }) {
  const [open, setShown] = useState(false);
  const stage = docket.stages[at]!;
  const last = at === docket.stages.length - 1;
  return (
    <Panel
      label={stage.standing === 'now' ? texts.inIt(stage.name) : texts.moveTo(stage.name)}
      align="end"
      className="w-[min(340px,92vw)]"
      open={open}
      onOpenChange={setShown}
      trigger={
        <button
          type="button"
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
              onClick={() => void setOpen(docket.ref, !docket.open).then((done) => done && setShown(false))}
            >
              {docket.open ? texts.closeTheDocket : texts.reopenTheDocket}
            </Button>
          </p>
        </>
      ) : (
        <Means docket={docket.ref} stage={stage.id} onMoved={() => setShown(false)} />
      )}
    </Panel>
  );
}

/** What stands in the way of a stage, and what moving there sets off. */
function Means({ docket, stage, onMoved }: { docket: string; stage: string; onMoved: () => void }) {
  const { data } = useQuery({
    queryKey: [...keys.docket(docket), 'stage', stage],
    queryFn: () =>
      taken(api.GET('/api/dockets/{reference}/stages/{stage}', { params: { path: { reference: docket, stage } } })),
    // Always asked anew: what stood in the way before would be drawn first, and move the button under a press.
    staleTime: 0,
    gcTime: 0,
  });
  if (!data) return <p className="text-soft">{texts.checking}</p>;
  const barred = data.inTheWay.length > 0;
  const move = (knowing: boolean) =>
    act(
      docket,
      () =>
        taken(
          api.PUT('/api/dockets/{reference}/stage', {
            params: { path: { reference: docket } },
            body: { stage, knowing },
          }),
        ),
      true,
    ).then((done) => done && onMoved());
  return (
    <>
      {data.refusal ? <p>{data.refusal}</p> : null}
      {barred ? (
        <>
          <b>{texts.stillToDoBefore(data.stage)}</b>
          <ul className="mb-1.5 mt-0.5 list-disc pl-5">
            {data.inTheWay.map((t) => (
              <li key={t}>{t}</li>
            ))}
          </ul>
        </>
      ) : null}
      {data.refusal ? null : (
        <>
          <b>{texts.movingTo(data.stage)}</b>
          <ul className="mt-0.5 list-disc pl-5">
            {data.setsOff.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
          {barred && !data.mayAllTheSame ? (
            <p className="mt-1.5 text-[13px] text-soft">{texts.onlyItsOwnerManagers}</p>
          ) : (
            <p className="mt-2 text-right">
              <Button look={barred ? 'plain' : 'main'} onClick={() => void move(barred)}>
                {barred ? texts.moveToAnyway(data.stage) : texts.moveToOfStage(data.stage)}
              </Button>
            </p>
          )}
        </>
      )}
    </>
  );
}
