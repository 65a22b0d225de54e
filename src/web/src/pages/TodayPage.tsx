import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { FirstSteps } from '../accounts/begin/FirstSteps';
import { may } from '../accounts/rights';
import { AlertWords, markRead } from '../alerts/PopUp';
import { pathOf } from '../alerts/go';
import {
  type AlertView,
  type AskItem,
  type DayView,
  type Me,
  type MeetingItem,
  type NeedView,
  type SinceView,
  type TaskView,
  api,
  taken,
} from '../api/client';
import { keys, queries, useAlerts, useTasks } from '../api/queries';
import { kindWord } from '../asks/asking';
import { useAsks } from '../asks/useAsks';
import { useMeetings } from '../conversations/meetings/meeting';
import { type Row, standing, useBoard, useNow } from '../conversations/queues/board';
import { VisitsToday } from '../flow/visits/VisitsToday';
import { FinishBox } from '../tasks/FinishBox';
import { DiscussionRow, useAssigned } from '../sheets/discuss/DiscussionsPage';
import { Button, cx } from '../ui/controls';
import { Due, Priority, Standing } from '../ui/tags';
import { clock, day, moment } from '../ui/time';
import { sayWrong } from '../ui/toasts';
import { Swap } from './crew/Swap';
import * as texts from './texts';

const pathOfRow = (row: Row) => `/queues?conversation=${row.id}`;

function Part({ id, title, note, children }: { id: string; title: string; note?: string; children: ReactNode }) {
  return (
    <section aria-labelledby={id} className="min-w-0">
      <div className="mb-1 flex items-baseline justify-between gap-2 border-b pb-1 text-[13px]">
        {/* Its name is the same before and after the note has come. */}
        <h2 id={id} className="font-bold">
          {title}
        </h2>
        <span className="text-soft">{note}</span>
      </div>
      {children}
    </section>
  );
}

/** What needs me, what my day holds, and what happened since I left. */
export function TodayPage({ me }: { me: Me }) {
  const needs = useQuery({
    queryKey: keys.needs,
    queryFn: () => taken(api.GET('/api/needs')),
    refetchInterval: 30_000,
  });
  const today = useQuery({
    queryKey: keys.today,
    queryFn: () => taken(api.GET('/api/today')),
    refetchInterval: 60_000,
    staleTime: 5_000,
  });
  return (
    <div className="flex-1 overflow-auto p-4">
      <h1 className="mb-3 text-[19px] font-bold tracking-tight">
        {texts.today} {me.person.firstName}{' '}
        <span className="font-normal text-soft">{day(me.now) === 'today' ? '' : day(me.now)}</span>
      </h1>
      {may(me, 'set-up') ? (
        <div className="mb-4 max-w-[560px] empty:hidden">
          <FirstSteps />
        </div>
      ) : null}
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,300px)_minmax(0,1fr)]">
        <Part id="needs" title={texts.needsYou} note={needs.data?.length ? texts.leastTimeLeftFirst : ''}>
          {needs.data ? <Needs needs={needs.data} /> : <Coming lines={5} />}
        </Part>
        <Part id="hours" title={texts.yourDay}>
          <MyDuty />
          <VisitsToday />
          {today.data ? <Day day={today.data.day} /> : <Coming lines={8} />}
        </Part>
        <Part id="since" title={texts.sinceYouLeft} note={today.data?.sinceWords}>
          {today.data ? <Since changes={today.data.changes} /> : <Coming lines={4} />}
        </Part>
      </div>
    </div>
  );
}

/** One's own turns of duty, now or within a week, and swaps that one is asked for. */
function MyDuty() {
  const { data } = useQuery({
    queryKey: keys.duty,
    queryFn: () => taken(api.GET('/api/duty')),
    refetchInterval: 60_000,
  });
  const next = data?.duties.find((d) => !d.now);
  const shown = [...(data?.duties.filter((d) => d.now) ?? []), ...(next ? [next] : [])];
  if (!data || shown.length + data.asked.length === 0) return null;
  return (
    <ul className="mb-2 grid gap-1">
      {data.asked.map((s) => (
        <Swap key={s.id} swap={s} crew={s.crew} />
      ))}
      {shown.map((d) => (
        <li
          key={d.line + d.slot}
          className="rounded-card border border-l-[3px] border-l-done bg-surface px-2 py-1 text-[13px]"
        >
          <Link to={`/crews/${d.crew}`} className="hover:underline">
            {d.now ? texts.youAreOnDuty(d.name, moment(d.until)) : texts.yourNextDuty(d.name, moment(d.from))}
          </Link>
          {d.reason ? <span className="text-soft"> {d.reason}</span> : null}
        </li>
      ))}
    </ul>
  );
}

/** The room of what is being read, so that nothing moves when it comes. */
const Coming = ({ lines }: { lines: number }) => (
  <ul aria-busy="true" aria-label={texts.beingRead} className="grid gap-1.5">
    {Array.from({ length: lines }, (_, i) => (
      <li key={i} className="h-14 rounded-card border border-dashed bg-surface/50" />
    ))}
  </ul>
);

/** All that needs somebody in the order of the server's core, each as it stands now. */
function Needs({ needs }: { needs: NeedView[] }) {
  const queues = useBoard();
  const now = useNow(15_000);
  const tasks = useTasks().data ?? [];
  const alerts = useAlerts().data?.alerts ?? [];
  const asks = useAsks('on-me').data ?? [];
  const invitations = useMeetings().data ?? [];
  const discussions = useAssigned().data ?? [];
  const clockOf = (row: Row) =>
    standing(
      row,
      queues.data?.queues.find((q) => q.id === row.queue),
      now,
    );
  const rows: Record<string, (id: string) => ReactNode> = {
    ask: (id) => {
      const item = asks.find((a) => a.ask.id === id);
      return item ? <AskNeed {...item} /> : null;
    },
    invitation: (id) => {
      const item = invitations.find((i) => i.meeting.id === id && i.meeting.mine === 'unanswered');
      return item ? <InvitationNeed {...item} /> : null;
    },
    conversation: (id) => {
      const row = queues.data?.rows.find((r) => r.id === id && r.needsYou);
      return row ? <ConversationNeed row={row} stands={clockOf(row)} /> : null;
    },
    discussion: (id) => {
      const discussion = discussions.find((d) => d.id === id);
      return discussion ? <DiscussionRow discussion={discussion} /> : null;
    },
    task: (id) => {
      const task = tasks.find((t) => t.id === id && t.pressing);
      return task ? <TaskNeed task={task} /> : null;
    },
    alert: (id) => {
      const alert = alerts.find((a) => a.id === id && !a.read);
      return alert ? <AlertNeed alert={alert} /> : null;
    },
  };
  if (needs.length === 0)
    return (
      <p className="rounded-card border border-dashed p-3 text-soft">
        {texts.nothingNeedsJustNow}{' '}
        <Link to="/queues" className="text-wren underline">
          {texts.seeAllQueues}
        </Link>
      </p>
    );
  return (
    <ul className="grid gap-1.5">
      {needs.slice(0, MostNeeds).map(({ kind, id }) => {
        const row = rows[kind]?.(id);
        return row ? <li key={`${kind} ${id}`}>{row}</li> : null;
      })}
      {needs.length > MostNeeds ? (
        <li className="py-1 text-soft">{texts.andMoreMoreTime(needs.length - MostNeeds)}</li>
      ) : null}
    </ul>
  );
}

const MostNeeds = 60;
const card = 'block rounded-card border bg-surface px-3 py-2';

const AskNeed = ({ ask, words, place }: AskItem) => (
  <Link to={`/asks#${ask.id}`} className={cx(card, 'border-l-[3px] border-l-ask hover:border-ask')}>
    <span className="flex flex-wrap items-center justify-between gap-2">
      <b dir="auto">{place}</b>
      {ask.due ? <Standing state={ask.dueState}>{ask.dueLabel}</Standing> : null}
    </span>
    <span dir="auto" className="line-clamp-2 text-soft">
      {ask.by.firstName}: {words}
    </span>
    <span className="text-[12.5px] text-ask">{texts.needsYourAnswer(kindWord(ask.kind))}</span>
  </Link>
);

const InvitationNeed = ({ meeting, place, path }: MeetingItem) => (
  <Link to={path} className={cx(card, 'border-l-[3px] border-l-wren hover:border-wren')}>
    <span className="flex flex-wrap items-center justify-between gap-2">
      <b dir="auto">{place}</b>
      <span className="tabular-nums">{meeting.when}</span>
    </span>
    <span dir="auto" className="text-soft">
      {meeting.by.firstName}: {meeting.title}
    </span>
    <span className="block text-[12.5px] text-wren">{texts.meetingSayIfWill}</span>
  </Link>
);

const ConversationNeed = ({ row, stands }: { row: Row; stands: ReturnType<typeof standing> }) => (
  <Link to={pathOfRow(row)} className={cx(card, 'border-l-[3px] border-l-outside-ink hover:border-wren')}>
    <span className="flex flex-wrap items-center justify-between gap-2">
      <b dir="auto">{row.docket ? `${row.docket} ${row.name}` : row.party}</b>
      {stands ? <Standing state={stands.state}>{stands.label}</Standing> : null}
    </span>
    <span dir="auto" className="line-clamp-2 text-soft">
      {row.lastBy}: {row.lastWords}
    </span>
    <span className="text-[12.5px]">{texts.waitingForAReply(row.owner ? texts.youOwnIt : texts.nobodyOwnsItYet)}</span>
  </Link>
);

const TaskNeed = ({ task }: { task: TaskView }) => (
  <div className={cx(card, 'flex items-start gap-2')}>
    <FinishBox task={task} />
    <span className="min-w-0 flex-1">
      <span className="flex flex-wrap items-baseline justify-between gap-x-2">
        <Link to={`/tasks?task=${task.id}`} dir="auto" className="min-w-0 hover:underline">
          {task.title}
        </Link>
        <Due task={task} />
      </span>
      <span className="flex flex-wrap gap-x-3 text-[12.5px] text-soft">
        <Priority value={task.priority} />
        {task.docket}
      </span>
    </span>
  </div>
);

const AlertNeed = ({ alert }: { alert: AlertView }) => (
  <Link to={pathOf(alert)} onClick={() => void markRead(alert.id, true)} className={cx(card, 'hover:border-wren')}>
    <AlertWords alert={alert} />
  </Link>
);

const HourHeight = 44;

/** The working hours as they lie, with what is due at its time, and a line for now. */
function Day({ day: view }: { day: DayView }) {
  const first = view.shifts[0];
  const last = view.shifts.at(-1);
  if (!first || !last)
    return <p className="py-2 text-soft">{texts.youAreOffToday(view.due.length > 0 ? texts.dueAnyway : '')}</p>;
  const begins = Math.floor(Date.parse(first.from) / 3_600_000) * 3_600_000;
  const ends = Math.ceil(Date.parse(last.to) / 3_600_000) * 3_600_000;
  const place = (at: number) => ((Math.min(ends, Math.max(begins, at)) - begins) / 3_600_000) * HourHeight;
  const hours = Array.from({ length: (ends - begins) / 3_600_000 + 1 }, (_, i) => begins + i * 3_600_000);
  const now = Date.parse(view.now);
  // What is due at the same time stands below one another.
  const slots = new Map<number, typeof view.due>();
  for (const t of view.due) {
    const at = Math.floor(Date.parse(t.due!) / 1_800_000) * 1_800_000;
    slots.set(at, [...(slots.get(at) ?? []), t]);
  }
  return (
    <>
      <p className="py-1 text-[13px]">{view.words}</p>
      <div className="relative ml-11 border-l" style={{ height: place(ends) + 30 }}>
        {view.shifts.map((s) => (
          <span
            key={s.from}
            aria-hidden
            className="absolute inset-x-0 bg-surface"
            style={{ top: place(Date.parse(s.from)), height: place(Date.parse(s.to)) - place(Date.parse(s.from)) }}
          />
        ))}
        {hours.map((h) => (
          <span key={h} aria-hidden className="absolute -left-11 right-0 border-t" style={{ top: place(h) }}>
            <span className="absolute -top-2 left-0 bg-paper pr-1 text-[12px] text-soft">
              {clock(new Date(h).toISOString())}
            </span>
          </span>
        ))}
        {view.meetings.map((m) => (
          <Link
            key={m.id}
            to={`/meetings/${m.id}`}
            className={cx(
              'absolute left-[38%] right-1 z-[6] truncate overflow-hidden',
              'rounded-[3px] border border-l-[3px] border-wren bg-surface px-1.5 text-[12.5px] leading-tight hover:underline',
              m.mine === 'unanswered' && 'border-dashed',
            )}
            style={{
              top: place(Date.parse(m.from)) + 1,
              height: Math.max(20, place(Date.parse(m.until)) - place(Date.parse(m.from)) - 2),
            }}
            title={`${m.when}: ${m.title}. ${m.line}`}
          >
            {clock(m.from)} {m.title}
          </Link>
        ))}
        {now >= begins && now <= ends ? (
          <span className="absolute inset-x-0 z-10 border-t-2 border-ink" style={{ top: place(now) }}>
            <span className="absolute -top-[9px] right-0 rounded-[3px] bg-ink px-1 text-[11px] font-bold leading-4 text-paper">
              {clock(view.now)}
            </span>
          </span>
        ) : null}
        <ul>
          {[...slots].map(([at, list]) => (
            <li key={at} className="absolute inset-x-1 z-[5] grid gap-0.5" style={{ top: place(at) + 3 }}>
              {list.map((t) => (
                <Link
                  key={t.id}
                  to={`/tasks?task=${t.id}`}
                  className={cx(
                    'truncate rounded-[3px] border-l-[3px] bg-wren-wash px-1.5 py-0.5 text-[12.5px] hover:underline',
                    t.state === 'done' ? 'border-l-done text-soft line-through' : 'border-l-wren',
                  )}
                >
                  {clock(t.due!)} {t.title}
                </Link>
              ))}
            </li>
          ))}
        </ul>
      </div>
    </>
  );
}

/** What happened in each docket, in a sentence, until one says that one has seen it. */
function Since({ changes }: { changes: SinceView[] }) {
  if (changes.length === 0) return <p className="py-2 text-soft">{texts.nothingNewSinceLeft}</p>;
  const seen = (change: SinceView) => {
    queries.setQueryData<{ changes: SinceView[] }>(
      keys.today,
      (t) => t && { ...t, changes: t.changes.filter((c) => c.docket !== change.docket) },
    );
    void taken(
      api.PUT('/api/dockets/{reference}/looked-through', {
        params: { path: { reference: change.docket } },
        body: { upTo: change.upTo },
      }),
    ).catch(sayWrong);
  };
  return (
    <ul>
      {changes.map((c) => (
        <li key={c.docket} className="flex items-start gap-2 border-b py-2 last:border-0">
          <span className="min-w-0 flex-1">
            <Link to={`/dockets/${c.docket}`} className="font-semibold hover:underline">
              {c.docket} {c.name}
            </Link>
            <span className="block">{c.sentence}</span>
            <span className="text-[12.5px] text-soft">{moment(c.at)}</span>
          </span>
          <Button look="quiet" className="flex-none text-[12.5px]" onClick={() => seen(c)}>
            {texts.markAllAsSeen}
          </Button>
        </li>
      ))}
    </ul>
  );
}
