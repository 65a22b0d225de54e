import { useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { cx } from '../ui/controls';
import { AlertWords, markRead } from '../alerts/PopUp';
import { pathOf } from '../alerts/go';
import { type DayView, type Me, type SinceView, api, taken } from '../api/client';
import { keys, queries, useAlerts, useTasks } from '../api/queries';
import { kindWord } from '../asks/asking';
import { useAsks } from '../asks/useAsks';
import { useMeetings } from '../conversations/meetings/meeting';
import { type Row, standing, useBoard, useNow } from '../conversations/queues/board';
import { FinishBox } from '../tasks/FinishBox';
import { Button } from '../ui/controls';
import { Due, Priority, Standing } from '../ui/tags';
import { clock, day, moment } from '../ui/time';
import { sayWrong } from '../ui/toasts';

const pathOfRow = (row: Row) => `/queues?conversation=${row.id}`;

function Part({ id, title, note, children }: { id: string; title: string; note?: string; children: ReactNode }) {
  return (
    <section aria-labelledby={id} className="min-w-0">
      <h2 id={id} className="mb-1 flex items-baseline justify-between gap-2 border-b pb-1 text-[13px] font-bold">
        {title} <span className="font-normal text-soft">{note}</span>
      </h2>
      {children}
    </section>
  );
}

/** What needs me, what my day holds, and what happened since I left. */
export function TodayPage({ me }: { me: Me }) {
  const queues = useBoard();
  const now = useNow(15_000);
  const tasks = useTasks();
  const alerts = useAlerts();
  const asks = useAsks('on-me').data ?? [];
  const invitations = (useMeetings().data ?? []).filter((i) => i.meeting.mayAnswer && i.meeting.mine === 'unanswered');
  const today = useQuery({
    queryKey: keys.today,
    queryFn: () => taken(api.GET('/api/today')),
    refetchInterval: 60_000,
    staleTime: 5_000,
  });
  const waiting = (queues.data?.rows ?? []).filter((r) => r.needsYou);
  const clockOf = (row: Row) =>
    standing(
      row,
      queues.data?.queues.find((q) => q.id === row.queue),
      now,
    );
  const due = (tasks.data ?? []).filter((t) => t.pressing);
  const unread = (alerts.data?.alerts ?? []).filter((a) => !a.read && a.needsYou);
  const ready = queues.data && tasks.data && alerts.data;
  const nothing = ready && waiting.length + due.length + unread.length + asks.length + invitations.length === 0;
  return (
    <div className="flex-1 overflow-auto p-4">
      <h1 className="mb-3 text-[19px] font-bold tracking-tight">
        Today, {me.person.firstName}{' '}
        <span className="font-normal text-soft">{day(me.now) === 'today' ? '' : day(me.now)}</span>
      </h1>
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,300px)_minmax(0,1fr)]">
        {ready ? (
          <Part id="needs" title="Needs you" note={nothing ? '' : 'most urgent first'}>
            {nothing ? (
              <p className="py-2 text-soft">
                Nothing needs you just now. Conversations that wait for your answer, tasks that are due and what you
                were told will stand here.{' '}
                <Link to="/queues" className="text-wren underline">
                  See all queues
                </Link>
              </p>
            ) : null}
            <ul className="grid gap-1.5">
              {asks.map(({ ask, words, place }) => (
                <li key={ask.id}>
                  <Link
                    to={`/asks#${ask.id}`}
                    className="block rounded-card border border-l-[3px] border-l-ask bg-surface px-3 py-2 hover:border-ask"
                  >
                    <span className="flex flex-wrap items-center justify-between gap-2">
                      <b>{place}</b>
                      {ask.due ? <Standing state={ask.dueState}>{ask.dueLabel}</Standing> : null}
                    </span>
                    <span className="line-clamp-2 text-soft">
                      {ask.by.firstName}: {words}
                    </span>
                    <span className="text-[12.5px] text-ask">{kindWord(ask.kind)}: your answer is wanted</span>
                  </Link>
                </li>
              ))}
              {invitations.map(({ meeting, place, path }) => (
                <li key={meeting.id}>
                  <Link
                    to={path}
                    className="block rounded-card border border-l-[3px] border-l-wren bg-surface px-3 py-2 hover:border-wren"
                  >
                    <span className="flex flex-wrap items-center justify-between gap-2">
                      <b>{place}</b>
                      <span className="tabular-nums">{meeting.when}</span>
                    </span>
                    <span className="text-soft">
                      {meeting.by.firstName}: {meeting.title}
                    </span>
                    <span className="block text-[12.5px] text-wren">Meeting: say whether you come</span>
                  </Link>
                </li>
              ))}
              {waiting.slice(0, 40).map((row) => {
                const stands = clockOf(row);
                return (
                  <li key={row.id}>
                    <Link
                      to={pathOfRow(row)}
                      className="block rounded-card border bg-surface px-3 py-2 hover:border-wren"
                    >
                      <span className="flex flex-wrap items-center justify-between gap-2">
                        <b>{row.docket ? `${row.docket} ${row.name}` : row.party}</b>
                        {stands ? <Standing state={stands.state}>{stands.label}</Standing> : null}
                      </span>
                      <span className="line-clamp-2 text-soft">
                        {row.lastBy}: {row.lastWords}
                      </span>
                      <span className="text-[12.5px]">
                        Waits for an answer; {row.owner ? 'you own it' : 'nobody owns it yet'}
                      </span>
                    </Link>
                  </li>
                );
              })}
              {due.map((t) => (
                <li key={t.id} className="flex items-start gap-2 border-b py-2 last:border-0">
                  <FinishBox task={t} />
                  <span className="min-w-0">
                    <Link to={`/tasks?task=${t.id}`} className="block hover:underline">
                      {t.title}
                    </Link>
                    <span className="flex flex-wrap gap-x-3 text-[12.5px] text-soft">
                      <Due task={t} />
                      <Priority value={t.priority} />
                      {t.docket}
                    </span>
                  </span>
                </li>
              ))}
              {unread.map((a) => (
                <li key={a.id} className="border-b py-2 last:border-0">
                  <Link to={pathOf(a)} onClick={() => void markRead(a.id, true)} className="block hover:underline">
                    <AlertWords alert={a} />
                  </Link>
                </li>
              ))}
            </ul>
          </Part>
        ) : null}
        {today.data ? (
          <>
            <Part id="hours" title="Your day">
              <Day day={today.data.day} />
            </Part>
            <Part id="since" title="Since you left" note={today.data.sinceWords}>
              <Since changes={today.data.changes} />
            </Part>
          </>
        ) : null}
      </div>
    </div>
  );
}

const HourHeight = 44;

/** The working hours as they lie, with what is due at its time, and a line for now. */
function Day({ day: view }: { day: DayView }) {
  const first = view.shifts[0];
  const last = view.shifts.at(-1);
  if (!first || !last)
    return <p className="py-2 text-soft">You are off today. {view.due.length > 0 ? 'Due nevertheless:' : ''}</p>;
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
  if (changes.length === 0) return <p className="py-2 text-soft">Nothing happened that you have not seen.</p>;
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
            Seen all
          </Button>
        </li>
      ))}
    </ul>
  );
}
