import { CalendarClock, CalendarX, Check, Phone, X } from 'lucide-react';
import { type FormEvent, Suspense, useState } from 'react';
import { lazy } from '../../ui/lazy';
import { Link, useLocation } from 'react-router';
import type { MeetingView } from '../../api/client';
import { MomentField } from '../../ui/MomentField';
import { exact } from '../../ui/time';
import { Button, Panel, cx, inputClass } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { answerWords, change, minutesOf } from './meeting';
import * as texts from './texts';

const CallRoom = lazy(() => import('./CallRoom').then((m) => ({ default: m.CallRoom })));
const FreeTimes = lazy(() => import('./FreeTimes').then((m) => ({ default: m.FreeTimes })));

type Props = {
  meeting: MeetingView;
  /** Whether the viewer is one of ours: people outside see no transcript, and nobody's words but their own. */
  staff: boolean;
  /** Whether it stands on its own page, which holds its call and its transcript. */
  whole?: boolean;
};

const quiet = '!min-h-6 !py-0 max-md:!min-h-[44px]';
const states: Record<string, string> = { 'going-on': texts.now, over: texts.over, 'called-off': texts.cancelled };

/** A meeting with who comes, and the way to say whether one does. */
export function MeetingCard({ meeting, staff, whole }: Props) {
  const location = useLocation();
  const [room, setRoom] = useState(
    location.pathname === `/calls/${meeting.id}` || (whole && location.state?.call === true),
  );
  const off = meeting.state === 'called-off';
  const ahead = meeting.state === 'planned' || meeting.state === 'going-on';
  const words = meeting.invitees.filter((i) => i.words || i.proposes);
  return (
    <section
      aria-label={texts.meeting(meeting.title)}
      onClick={(e) => e.stopPropagation()}
      className={cx(
        'mt-1.5 rounded-[3px] border border-l-[3px] bg-paper px-2 py-1.5 text-[13px]',
        ahead ? 'border-l-wren' : 'border-l-line',
      )}
    >
      <p className="flex flex-wrap items-center gap-x-2 gap-y-0.5">
        {off ? (
          <CalendarX size={14} aria-hidden className="text-soft" />
        ) : (
          <CalendarClock size={14} aria-hidden className="text-wren" />
        )}
        <b className={cx('tabular-nums', off && 'line-through')} title={exact(meeting.from)}>
          {meeting.when}
        </b>
        {states[meeting.state] ? (
          <span className={cx('font-semibold', meeting.state === 'going-on' ? 'text-wren' : 'text-soft')}>
            {states[meeting.state]}
          </span>
        ) : null}
        {staff && !whole ? (
          <Link to={`/meetings/${meeting.id}`} className="min-w-0 flex-1 truncate hover:underline">
            {meeting.title}
          </Link>
        ) : (
          <span className="min-w-0 flex-1 truncate">{meeting.title}</span>
        )}
      </p>
      {meeting.where || meeting.call ? (
        <p className="text-soft">
          {[meeting.where, meeting.call ? texts.byTelephoneOrVideo : ''].filter(Boolean).join(texts.orAfter)}
        </p>
      ) : null}
      <ul className="mt-1 flex flex-wrap gap-x-3 gap-y-1" aria-label={texts.whoTakesPartTitle}>
        {meeting.invitees.map((i) => (
          <li key={i.whom.id} className="inline-flex items-center gap-1 text-[12.5px]">
            <NameTag who={i.whom} />
            <span className={cx(i.answer === 'unanswered' && 'text-soft', i.answer === 'not-coming' && 'text-late')}>
              {i.whom.firstName} {i.whom.id === meeting.by.id ? texts.invites : answerWords[i.answer]}
            </span>
          </li>
        ))}
      </ul>
      {words.map((i) => (
        <p key={i.whom.id} className="text-[12.5px]">
          <b>{i.whom.firstName}</b>: {i.words}{' '}
          {i.proposes ? <span className="text-soon">{texts.suggests(i.proposes)}</span> : null}
          {i.proposes && meeting.maySet ? (
            <Button
              className="ml-1.5 !min-h-6 !py-0"
              onClick={() => void change(meeting, { way: 'time', from: i.proposesAt!, minutes: minutesOf(meeting) })}
            >
              {texts.moveItToThen}
            </Button>
          ) : null}
        </p>
      ))}
      {meeting.mayAnswer ? <Answer key={meeting.from} meeting={meeting} /> : null}
      <div className="mt-1 flex flex-wrap gap-1.5 empty:hidden">
        {meeting.call && meeting.mine !== null && !off && !meeting.transcribed ? (
          <Button className={quiet} aria-expanded={room} onClick={() => setRoom(!room)}>
            <Phone size={13} aria-hidden /> {room ? texts.leaveTheCall : texts.joinTheCall}
          </Button>
        ) : null}
        {meeting.maySet ? <Move meeting={meeting} /> : null}
        {meeting.maySet ? <CallOff meeting={meeting} /> : null}
        {staff && meeting.transcribed && !whole ? (
          <Link to={`/meetings/${meeting.id}`} className="text-wren underline">
            {texts.transcript}
          </Link>
        ) : null}
      </div>
      <Suspense fallback={null}>{room ? <CallRoom meeting={meeting} staff={staff} /> : null}</Suspense>
    </section>
  );
}

/** Whether one comes, with a word and another time if one likes. */
function Answer({ meeting }: { meeting: MeetingView }) {
  const [more, setMore] = useState<string | null>(null);
  const [words, setWords] = useState('');
  const [proposes, setProposes] = useState<string | null>(null);
  const give = (answer: string) => void change(meeting, { way: 'answer', answer });
  const say = (event: FormEvent) => {
    event.preventDefault();
    void change(meeting, { way: 'answer', answer: more!, words, proposes }).then((done) => done && setMore(null));
  };
  const own = (answer: string, name: string, icon: React.ReactNode, onClick: () => void) => (
    <Button
      className={quiet}
      look={meeting.mine === answer ? 'main' : 'plain'}
      aria-pressed={meeting.mine === answer}
      onClick={onClick}
    >
      {icon} {name}
    </Button>
  );
  return (
    <div className="mt-1.5">
      <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label={texts.willYouCome}>
        {own('coming', texts.yes, <Check size={13} aria-hidden />, () => give('coming'))}
        {own('perhaps', texts.maybe, null, () => setMore('perhaps'))}
        {own('not-coming', texts.no, <X size={13} aria-hidden />, () => setMore('not-coming'))}
      </div>
      {more ? (
        <form className="mt-1.5 grid gap-1.5" onSubmit={say}>
          <input
            autoFocus
            aria-label={texts.comment}
            placeholder={texts.commentOptional}
            maxLength={500}
            className={inputClass}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <div className="flex flex-wrap items-center gap-1.5">
            {texts.better}
            <MomentField
              bare
              label={texts.aTimeWouldSuit}
              sense="from"
              className="w-44"
              value={proposes}
              onChange={setProposes}
            />
            <Button look="main" type="submit">
              {texts.sendAnswer}
            </Button>
            <Button look="quiet" onClick={() => setMore(null)}>
              {texts.notNow}
            </Button>
          </div>
        </form>
      ) : null}
    </div>
  );
}

function Move({ meeting }: { meeting: MeetingView }) {
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(meeting.from);
  return (
    <Panel
      label={texts.anotherTime}
      className="w-[min(92vw,440px)]"
      open={open}
      onOpenChange={(now) => {
        setFrom(meeting.from);
        setOpen(now);
      }}
      trigger={
        <Button look="quiet" className={quiet}>
          <CalendarClock size={13} aria-hidden /> {texts.move}
        </Button>
      }
    >
      {open ? (
        <form
          className="text-[13px]"
          onSubmit={(e) => {
            e.preventDefault();
            void change(meeting, { way: 'time', from, minutes: minutesOf(meeting) }).then(
              (done) => done && setOpen(false),
            );
          }}
        >
          <Suspense fallback={null}>
            <FreeTimes
              conversation={meeting.conversation}
              people={meeting.invitees.map((i) => i.whom.id!).filter((id) => id !== meeting.by.id)}
              minutes={minutesOf(meeting)}
              from={from}
              onChoose={setFrom}
            />
          </Suspense>
          <p className="my-1.5 text-soft">{texts.everybodyToldOnceAsked}</p>
          <Button look="main" type="submit" disabled={Date.parse(from) === Date.parse(meeting.from)}>
            {texts.moveMeeting}
          </Button>
        </form>
      ) : null}
    </Panel>
  );
}

function CallOff({ meeting }: { meeting: MeetingView }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.cancelMeeting}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button look="quiet" className={quiet}>
          <CalendarX size={13} aria-hidden /> {texts.cancelMeeting}
        </Button>
      }
    >
      <p className="mb-2 text-[13px]">{texts.everybodyInvitedToldOnce}</p>
      <Button
        look="main"
        onClick={() => void change(meeting, { way: 'calling-off' }).then((done) => done && setOpen(false))}
      >
        {texts.cancelThisMeeting}
      </Button>
    </Panel>
  );
}
