import { Link } from 'react-router';
import { AlertWords, markRead } from '../alerts/PopUp';
import { pathOf } from '../alerts/go';
import type { Me, QueueRow } from '../api/client';
import { useAlerts, useQueues, useTasks } from '../api/queries';
import { FinishBox } from '../tasks/FinishBox';
import { Empty } from '../ui/controls';
import { Due, Priority, Standing } from '../ui/tags';
import { day } from './time';

const heading = 'mb-1 border-b pb-1 text-[13px] font-bold';

const pathOfRow = (row: QueueRow) =>
  row.conversation.docket ? `/dockets/${row.conversation.docket}` : `/conversations/${row.conversation.id}`;

/** What needs me, what is due, and what I was told. */
export function TodayPage({ me }: { me: Me }) {
  const queues = useQueues();
  const tasks = useTasks();
  const alerts = useAlerts();
  const waiting = (queues.data ?? []).filter(
    (q) =>
      q.conversation.turn === 'ours' && (q.conversation.owner === null || q.conversation.owner.id === me.person.id),
  );
  const due = (tasks.data ?? []).filter((t) => t.state !== 'done' && t.state !== 'dropped' && t.dueState !== 'well');
  const unread = (alerts.data?.alerts ?? []).filter((a) => !a.read);
  const ready = queues.data && tasks.data && alerts.data;
  return (
    <div className="flex-1 overflow-auto p-4">
      <h1 className="mb-3 text-[19px] font-bold tracking-tight">
        Today, {me.person.firstName}{' '}
        <span className="font-normal text-soft">{day(me.now) === 'today' ? '' : day(me.now)}</span>
      </h1>
      {ready && waiting.length + due.length + unread.length === 0 ? (
        <Empty title="Nothing needs you just now">
          Conversations that wait for your answer, tasks that are due and what you were told will stand here.{' '}
          <Link to="/queues" className="text-wren underline">
            See all queues
          </Link>
        </Empty>
      ) : null}
      {ready ? (
        <div className="grid gap-6 lg:grid-cols-3">
          {waiting.length > 0 ? (
            <section aria-labelledby="waiting">
              <h2 id="waiting" className={heading}>
                Waits for an answer
              </h2>
              <ul className="grid gap-1.5">
                {waiting.map((row) => (
                  <li key={row.conversation.id}>
                    <Link
                      to={pathOfRow(row)}
                      className="block rounded-card border bg-surface px-3 py-2 hover:border-wren"
                    >
                      <span className="flex flex-wrap items-center justify-between gap-2">
                        <b>
                          {row.conversation.docket
                            ? `${row.conversation.docket} ${row.conversation.docketName}`
                            : row.conversation.party?.name}
                        </b>
                        {row.conversation.clock ? (
                          <Standing state={row.conversation.clock.state}>{row.conversation.clock.label}</Standing>
                        ) : null}
                      </span>
                      <span className="line-clamp-2 text-soft">
                        {row.lastBy}: {row.lastWords}
                      </span>
                      <span className="text-[12.5px]">
                        {row.conversation.owner ? 'You own it' : 'Nobody owns it yet'}
                      </span>
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
          {due.length > 0 ? (
            <section aria-labelledby="due">
              <h2 id="due" className={heading}>
                Due
              </h2>
              <ul>
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
              </ul>
            </section>
          ) : null}
          {unread.length > 0 ? (
            <section aria-labelledby="told">
              <h2 id="told" className={heading}>
                You were told
              </h2>
              <ul>
                {unread.map((a) => (
                  <li key={a.id} className="border-b py-2 last:border-0">
                    <Link to={pathOf(a)} onClick={() => void markRead(a.id, true)} className="block hover:underline">
                      <AlertWords alert={a} />
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          ) : null}
        </div>
      ) : null}
    </div>
  );
}
