import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import {
  type DocketView,
  type GateView,
  type SetOffChange,
  type SetOffView,
  type StageMoveView,
  api,
  taken,
} from '../api/client';
import { keys, useColleagues } from '../api/queries';
import { Button, cx, inputClass } from '../ui/controls';
import { day, exact } from '../ui/time';
import { say, sayWrong } from '../ui/toasts';
import { refreshDocket } from './setting';
import * as texts from './moveTexts';

type Props = { docket: DocketView; stage: string; onMoved: () => void };

/** Moves a docket; for some seconds that can be undone, and nobody is told before. */
export async function move(docket: string, stage: string, name: string, reason = '', changed: SetOffChange[] = []) {
  try {
    const moved = await taken(
      api.PUT('/api/dockets/{reference}/stage', {
        params: { path: { reference: docket } },
        body: { stage, reason: reason || null, changed },
      }),
    );
    refreshDocket(docket);
    if (moved.undoUntil)
      say(texts.moved(docket, name), {
        action: {
          label: texts.undo,
          run: () =>
            void taken(api.POST('/api/dockets/{reference}/stage/undo', { params: { path: { reference: docket } } }))
              .then(() => refreshDocket(docket))
              .catch(sayWrong),
        },
        lasts: 10_000,
      });
    return true;
  } catch (wrong) {
    sayWrong(wrong);
    return false;
  }
}

/** What stands in the way of a stage, who can open it, and what moving there sets off. */
export function MoveMeans({ docket, stage, onMoved }: Props) {
  const { data, refetch } = useQuery({
    queryKey: [...keys.docket(docket.ref), 'stage', stage],
    queryFn: () =>
      taken(api.GET('/api/dockets/{reference}/stages/{stage}', { params: { path: { reference: docket.ref, stage } } })),
    // Always asked anew: what stood in the way before would be drawn first, and move the button under a press.
    staleTime: 0,
    gcTime: 0,
  });
  const [reason, setReason] = useState('');
  const [changed, setChanged] = useState<SetOffChange[]>([]);
  if (!data) return <p className="text-soft">{texts.checking}</p>;
  const barred = data.inTheWay.length > 0;
  const put = (next: SetOffChange) =>
    setChanged((all) => [...all.filter((c) => c.rule !== next.rule || c.step !== next.step), next]);
  const keep = (rule: string, step: number) =>
    setChanged((all) => all.filter((c) => c.rule !== rule || c.step !== step));
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void move(docket.ref, stage, data.stage, reason, changed).then((done) => done && onMoved());
      }}
    >
      {data.refusal ? <p>{data.refusal}</p> : null}
      {barred ? (
        <section>
          <b>{texts.stillToDoBefore(data.stage)}</b>
          <ul className="mt-0.5 grid gap-1">
            {data.inTheWay.map((g) => (
              <Gate
                key={g.of + g.stage}
                gate={g}
                docket={docket}
                mayLift={data.mayLift}
                onLifted={() => void refetch()}
              />
            ))}
          </ul>
        </section>
      ) : null}
      {data.refusal ? null : (
        <>
          <section>
            <b>{texts.movingTo(data.stage)}</b>
            <ul className="mt-0.5 list-disc pl-5">
              {data.setsOff.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ul>
          </section>
          {data.rules.map((r) => (
            <SetsOff key={r.rule} rule={r} means={data} changed={changed} put={put} keep={keep} />
          ))}
          {barred && !data.mayAllTheSame ? (
            <p className="text-[13px] text-soft">{texts.onlyItsOwnerManagers}</p>
          ) : (
            <>
              {barred ? (
                <label className="block">
                  <span className="mb-0.5 block text-[13px] font-semibold">{texts.reason}</span>
                  <textarea
                    className={inputClass}
                    rows={2}
                    required
                    maxLength={500}
                    placeholder={texts.reasonHint}
                    value={reason}
                    onChange={(e) => setReason(e.target.value)}
                  />
                </label>
              ) : null}
              <p className="text-right">
                <Button type="submit" look={barred ? 'plain' : 'main'} disabled={barred && reason.trim() === ''}>
                  {barred ? texts.moveToAnyway(data.stage) : texts.moveToOfStage(data.stage)}
                </Button>
              </p>
            </>
          )}
        </>
      )}
    </form>
  );
}

type GateProps = { gate: GateView; docket: DocketView; mayLift: boolean; onLifted: () => void };

/** Something in the way: who can open it and since when, asking them, and lifting it. */
function Gate({ gate, docket, mayLift, onLifted }: GateProps) {
  const [lifting, setLifting] = useState(false);
  const [asked, setAsked] = useState(false);
  const inside = docket.conversations.find((c) => c.audience === 'inside')?.id;
  const stage = docket.stages.find((s) => s.id === gate.stage)?.name ?? '';
  const { data: colleagues } = useColleagues();
  const people = (colleagues?.people ?? []).filter((p) => gate.people.includes(p.id));
  const ask = () =>
    taken(
      api.POST('/api/conversations/{id}/entries', {
        params: { path: { id: inside! } },
        body: {
          id: newId(),
          body: texts.asking(
            people.map((p) => `[@${p.name}](person:${p.id})`),
            gate.title,
            stage,
          ),
          close: false,
          knowing: false,
        },
      }),
    )
      .then(() => setAsked(true))
      .catch(sayWrong);
  const lift = (reason: string) =>
    taken(
      api.POST('/api/dockets/{reference}/gates/lifted', {
        params: { path: { reference: docket.ref } },
        body: { of: gate.of, stage: gate.stage, reason },
      }),
    )
      .then(() => {
        refreshDocket(docket.ref);
        onLifted();
      })
      .catch(sayWrong);
  return (
    <li className={cx('border-l-[3px] pl-2', gate.kind === 'lock' ? 'border-l-late' : 'border-l-soft')}>
      <p>
        {gate.title}
        {gate.kind === 'lock' ? <b className="text-late"> {texts.locked}</b> : null}
      </p>
      <p className="flex flex-wrap items-center gap-x-2 text-[13px] text-soft">
        <span>
          {gate.who || texts.anybody}
          {gate.since ? (
            <>
              {', '}
              <time dateTime={gate.since} title={exact(gate.since)}>
                {texts.since(day(gate.since))}
              </time>
            </>
          ) : null}
        </span>
        {people.length > 0 && inside ? (
          <button type="button" className="min-h-6 text-wren underline" disabled={asked} onClick={() => void ask()}>
            {asked ? texts.asked : texts.ask(people[0]!.firstName, people.length > 1)}
          </button>
        ) : null}
        {mayLift && !lifting ? (
          <button type="button" className="min-h-6 text-wren underline" onClick={() => setLifting(true)}>
            {texts.lift}
          </button>
        ) : null}
      </p>
      {lifting ? (
        <ReasonLine label={texts.whyLifted} act={texts.lift} onReason={(reason) => void lift(reason)} />
      ) : null}
    </li>
  );
}

type SetsOffProps = {
  rule: SetOffView;
  /** What its mover may change of it. */
  means: Pick<StageMoveView, 'mayRewrite' | 'mayLeaveOut'>;
  changed: SetOffChange[];
  put: (next: SetOffChange) => void;
  keep: (rule: string, step: number) => void;
};

/** What a rule will do: each text is read, and changed or left out by whose role allows that. */
function SetsOff({ rule, means, changed, put, keep }: SetsOffProps) {
  const [open, setOpen] = useState<number | null>(null);
  return (
    <section aria-label={texts.ruleNamed(rule.name)}>
      <b>{texts.ruleNamed(rule.name)}</b>
      <ul className="mt-0.5 grid gap-1">
        {rule.steps.map((s) => {
          const mine = changed.find((c) => c.rule === rule.rule && c.step === s.step);
          const left = mine !== undefined && mine.words === null;
          return (
            <li key={s.step}>
              <label className="flex items-start gap-2">
                <input
                  type="checkbox"
                  className="mt-1 size-4 accent-wren"
                  disabled={!means.mayLeaveOut}
                  checked={!left}
                  onChange={() =>
                    left ? keep(rule.rule, s.step) : put({ rule: rule.rule, step: s.step, words: null })
                  }
                />
                <span className={left ? 'text-soft line-through' : undefined}>{s.words}</span>
              </label>
              {s.text !== null && !left ? (
                open === s.step ? (
                  <textarea
                    aria-label={texts.textOf(s.words)}
                    className={cx(inputClass, 'mt-1')}
                    rows={5}
                    maxLength={10_000}
                    readOnly={!means.mayRewrite}
                    value={mine?.words ?? s.text ?? ''}
                    onChange={(e) => put({ rule: rule.rule, step: s.step, words: e.target.value })}
                  />
                ) : (
                  <button
                    type="button"
                    className="ml-6 min-h-6 text-[13px] text-wren underline"
                    onClick={() => setOpen(s.step)}
                  >
                    {means.mayRewrite ? texts.readAndChange : texts.read}
                  </button>
                )
              ) : null}
              {s.unfilled.length > 0 && !left ? (
                <p className="ml-6 text-[13px] text-late">{texts.unfilled(s.unfilled)}</p>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A reason in a line, and what is done with it. */
function ReasonLine({ label, act, onReason }: { label: string; act: string; onReason: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  return (
    <div className="mt-1 flex gap-1.5">
      <input
        autoFocus
        aria-label={label}
        placeholder={label}
        maxLength={500}
        className={inputClass}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          // It stands in the form of the move, which is another matter.
          e.preventDefault();
          if (reason.trim()) onReason(reason);
        }}
      />
      <Button disabled={reason.trim() === ''} onClick={() => onReason(reason)}>
        {act}
      </Button>
    </div>
  );
}

/** Locks a stage of the docket, for those whose role allows it. */
export function LockStage({ docket, stage, onDone }: { docket: string; stage: string; onDone: () => void }) {
  const [open, setOpen] = useState(false);
  const lock = (reason: string) =>
    taken(
      api.PUT('/api/dockets/{reference}/locks/{id}', {
        params: { path: { reference: docket, id: newId() } },
        body: { stage, reason },
      }),
    )
      .then(() => {
        refreshDocket(docket);
        onDone();
      })
      .catch(sayWrong);
  if (!open)
    return (
      <button type="button" className="mt-2 min-h-6 text-[13px] text-wren underline" onClick={() => setOpen(true)}>
        {texts.lock}
      </button>
    );
  return <ReasonLine label={texts.whyLocked} act={texts.lockIt} onReason={(reason) => void lock(reason)} />;
}
