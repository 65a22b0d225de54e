import { Bell, Check, CornerUpRight, Undo2, X } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import type { AskView } from '../api/client';
import { moment } from '../ui/time';
import { Button, Panel, cx, inputClass } from '../ui/controls';
import { NameTag, Standing } from '../ui/tags';
import { AnswerForm } from './AnswerForm';
import { act, kindWord, useAskable, withdrawAsk } from './asking';
import * as texts from './texts';

type Props = {
  ask: AskView;
  /** Whether the viewer is one of ours: people outside neither pass on nor take down answers. */
  staff: boolean;
};

const partWords: Record<string, string> = {
  waiting: texts.hasNotAnsweredYet,
  'not-yet': texts.willBeAskedLater,
  'not-mine': texts.saidNotThem,
  'not-needed': texts.noLongerNeeded,
};

/**
 * What is asked, how it stands, and the way to answer it. It cannot be put away: it is answered, passed on, or said to be
 * someone else's.
 */
export function AskCard({ ask, staff }: Props) {
  const [changing, setChanging] = useState(false);
  const open = ask.state === 'open';
  const good = ask.state === 'decided' && ask.approved !== false;
  const asked = ask.parts.filter((p) => p.state !== 'not-needed' || p.answer);
  return (
    <section
      aria-label={texts.askedBy(kindWord(ask.kind), ask.by.firstName)}
      onClick={(e) => e.stopPropagation()}
      className={cx(
        'mt-1.5 rounded-[3px] border border-l-[3px] border-l-ask bg-paper px-2 py-1.5 text-[13px]',
        !open && 'border-l-line',
      )}
    >
      <p className="flex flex-wrap items-center gap-x-2 gap-y-0.5">
        <b className="text-ask">{kindWord(ask.kind)}</b>
        <span className={cx('min-w-0 flex-1', good && 'font-semibold text-done', !open && !good && 'font-semibold')}>
          {good ? <Check size={13} className="mr-1 inline" aria-hidden /> : null}
          {ask.line}
        </span>
        {open && ask.due ? <Standing state={ask.dueState}>{ask.dueLabel}</Standing> : null}
      </p>
      {ask.anew ? <p className="text-[12.5px] text-soon">{texts.askedAgainWordingChanged(moment(ask.anew))}</p> : null}
      {ask.options.length > 0 && !ask.mayAnswer && !changing ? <Options ask={ask} /> : null}
      {asked.some((p) => !['waiting', 'not-yet'].includes(p.state) || p.from) ? (
        <ul className="mt-1 grid gap-0.5">
          {asked.map((p, i) => (
            <li key={i} className="flex flex-wrap items-center gap-x-1.5 text-[12.5px]">
              <NameTag who={p.whom} />
              <b className="font-semibold">{p.whom.firstName}</b>
              {p.crew ? <span className="text-soft">{texts.ofItOfCrew(p.crew)}</span> : null}
              <span className={cx(!p.answer && 'text-soft', p.answer === 'declines' && 'text-late')}>
                {p.state === 'answered' ? (p.answer ?? texts.hasAnswered) : partWords[p.state]}
              </span>
              {p.from ? (
                <span className="text-soft">{texts.from(p.from.firstName, p.why ? `: ${p.why}` : '')}</span>
              ) : p.why ? (
                <span className="text-soft">{p.why}</span>
              ) : null}
              {p.words ? <span className="basis-full whitespace-pre-wrap pl-8">{p.words}</span> : null}
            </li>
          ))}
        </ul>
      ) : null}
      {ask.mayAnswer || (ask.answered && changing) ? <AnswerForm ask={ask} onDone={() => setChanging(false)} /> : null}
      <div className="mt-1 flex flex-wrap gap-1.5 empty:hidden">
        {ask.answered && !changing ? (
          <Button look="quiet" className="!min-h-6 !py-0" onClick={() => setChanging(true)}>
            {texts.changeMyAnswer}
          </Button>
        ) : null}
        {ask.mayAnswer && staff ? (
          <FormPanel
            label={texts.passOn}
            name={
              <>
                <CornerUpRight size={13} aria-hidden /> {texts.passOn}
              </>
            }
          >
            {(close) => <PassForm ask={ask} onDone={close} />}
          </FormPanel>
        ) : null}
        {ask.mayAnswer ? (
          <FormPanel
            label={texts.notForMe}
            name={
              <>
                <X size={13} aria-hidden /> {texts.notForMe}
              </>
            }
          >
            {(close) => <NotMineForm ask={ask} onDone={close} />}
          </FormPanel>
        ) : null}
        {ask.mine && open ? (
          <Button look="quiet" className="!min-h-6 !py-0" onClick={() => void act(ask, 'reminders')}>
            <Bell size={13} aria-hidden />
            {ask.reminded ? texts.remindAgainLast(moment(ask.reminded)) : texts.remind}
          </Button>
        ) : null}
        {staff && open && ask.outside && ask.parts.some((p) => p.state === 'waiting') ? (
          <FormPanel label={texts.recordTheirAnswer} name={texts.recordTheirAnswer} className="w-96">
            {(close) => <TakeDownForm ask={ask} onDone={close} />}
          </FormPanel>
        ) : null}
        {ask.mine && (open || ask.state === 'returned') ? (
          <Button look="quiet" className="!min-h-6 !py-0" onClick={() => void withdrawAsk(ask)}>
            <Undo2 size={13} aria-hidden /> {texts.withdraw}
          </Button>
        ) : null}
      </div>
    </section>
  );
}

/** The options of a choice, with a tally for each answer. */
function Options({ ask }: { ask: AskView }) {
  const most = Math.max(1, ...ask.options.map((o) => o.count ?? 0));
  return (
    <ul className="mt-1 grid gap-0.5">
      {ask.options.map((o, i) => (
        <li key={i} className="grid grid-cols-[minmax(0,1fr)_90px_24px] items-center gap-2">
          <span className={cx(o.right && 'font-semibold text-done')}>
            {o.words}
            {o.right ? texts.right : ''}
          </span>
          <span aria-hidden className="h-2 border-b border-line">
            <span className="block h-2 bg-ask/60" style={{ width: `${((o.count ?? 0) / most) * 100}%` }} />
          </span>
          <span className="text-right tabular-nums text-soft">{o.count ?? ''}</span>
        </li>
      ))}
    </ul>
  );
}

/** A quiet button that opens a form beside it; the form is made anew each time, and says when it is done. */
function FormPanel({
  label,
  name,
  className,
  children,
}: {
  label: string;
  name: ReactNode;
  className?: string;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={label}
      className={className}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet" className="!min-h-6 !py-0">
          {name}
        </Button>
      }
    >
      {open ? children(() => setOpen(false)) : null}
    </Panel>
  );
}

function PassForm({ ask, onDone }: { ask: AskView; onDone: () => void }) {
  const [to, setTo] = useState('');
  const [reason, setReason] = useState('');
  const people = useAskable(ask.conversation).filter((a) => a.who.kind === 'person' && a.who.id !== ask.by.id);
  const chosen = people.find((a) => a.who.id === to);
  return (
    <form
      className="grid gap-2 text-[13px]"
      onSubmit={(e) => {
        e.preventDefault();
        void act(ask, 'passing', { to, reason }).then((done) => done && onDone());
      }}
    >
      <label>
        {texts.toWhom}
        <select required className={inputClass} value={to} onChange={(e) => setTo(e.target.value)}>
          <option value="">{texts.chooseTitle}</option>
          {people.map(({ who }) => (
            <option key={who.id} value={who.id}>
              {who.name}
            </option>
          ))}
        </select>
      </label>
      {chosen?.away ? (
        <p className="text-soon">
          {texts.isOfFirstName(
            chosen.who.firstName,
            chosen.away,
            chosen.cover ? texts.covers(chosen.cover.firstName) : '.',
          )}
        </p>
      ) : null}
      <label>
        {texts.why}
        <input
          required
          maxLength={500}
          className={inputClass}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <Button look="main" type="submit">
        {texts.passOn}
      </Button>
    </form>
  );
}

function NotMineForm({ ask, onDone }: { ask: AskView; onDone: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="grid gap-2 text-[13px]"
      onSubmit={(e) => {
        e.preventDefault();
        void act(ask, 'not-mine', { reason }).then((done) => done && onDone());
      }}
    >
      <label>
        {texts.reasonOptional}
        <input
          autoFocus
          maxLength={500}
          className={inputClass}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
      </label>
      <Button look="main" type="submit">
        {texts.notMeAnswer}
      </Button>
    </form>
  );
}

/** What someone outside has answered in words of their own, taken down by one of us. */
function TakeDownForm({ ask, onDone }: { ask: AskView; onDone: () => void }) {
  const waiting = ask.parts.filter((p) => p.state === 'waiting');
  const [whose, setWhose] = useState(waiting[0]?.whom.id ?? '');
  return (
    <>
      {waiting.length > 1 ? (
        <select
          aria-label={texts.whoseAnswer}
          className={inputClass}
          value={whose ?? ''}
          onChange={(e) => setWhose(e.target.value)}
        >
          {waiting.map((p) => (
            <option key={p.whom.id} value={p.whom.id ?? ''}>
              {p.whom.name}
            </option>
          ))}
        </select>
      ) : (
        <p className="text-[13px]">{texts.whatTheyAnswered(waiting[0]?.whom.name ?? '')}</p>
      )}
      <AnswerForm ask={ask} whose={whose ?? undefined} onDone={onDone} />
    </>
  );
}
