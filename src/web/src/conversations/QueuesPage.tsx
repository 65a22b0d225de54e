import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Me, QueueRow } from '../api/client';
import { useQueues } from '../api/queries';
import { exact, moment } from '../app/time';
import { Empty, Wrong, cx } from '../ui/controls';
import { NameTag, Standing } from '../ui/tags';

const filters: [string, (row: QueueRow, me: Me) => boolean][] = [
  ['All', () => true],
  ['Mine', (r, me) => r.conversation.owner?.id === me.person.id],
  ["Nobody's", (r) => r.conversation.owner === null],
  ['Our turn', (r) => r.conversation.turn === 'ours'],
];

/** The open conversations of all queues, those whose goal is nearest first. */
export function QueuesPage({ me }: { me: Me }) {
  const { data, error, refetch } = useQueues();
  const [chosen, setChosen] = useState(0);
  const groups = useMemo(() => {
    const shown = (data ?? []).filter((r) => filters[chosen]![1](r, me));
    const byQueue = new Map<string, QueueRow[]>();
    for (const row of shown)
      byQueue.set(row.conversation.queue ?? '', [...(byQueue.get(row.conversation.queue ?? '') ?? []), row]);
    const urgency = (rows: QueueRow[]) => Math.min(...rows.map((r) => r.conversation.clock?.leftMinutes ?? Infinity));
    return [...byQueue].sort((a, b) => urgency(a[1]) - urgency(b[1]));
  }, [data, chosen, me]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">Queues</h1>
        <div role="group" aria-label="Which" className="flex flex-wrap gap-1">
          {filters.map(([name, fits], i) => (
            <button
              key={name}
              type="button"
              aria-pressed={chosen === i}
              onClick={() => setChosen(i)}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                chosen === i ? 'border-ink bg-ink text-surface' : 'bg-paper',
              )}
            >
              {name} {(data ?? []).filter((r) => fits(r, me)).length}
            </button>
          ))}
        </div>
      </header>
      <div
        className="min-h-0 flex-1 overflow-auto px-4 pb-4"
        role="region"
        aria-label="Conversations by queue"
        tabIndex={0}
      >
        {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
        {data && groups.length === 0 ? (
          <Empty title="Nothing waits here">
            What customers and partners write stands here until it is answered and closed.
          </Empty>
        ) : null}
        {groups.map(([queue, rows]) => (
          <section key={queue} aria-label={queue}>
            <h2 className="border-b pb-[3px] pt-3 text-[12.5px] font-bold">{queue}</h2>
            <ul>
              {rows.map(({ conversation: c, lastWords, lastBy, lastAt }) => (
                <li key={c.id} className="border-b">
                  <Link
                    to={c.docket ? `/dockets/${c.docket}` : `/conversations/${c.id}`}
                    className="grid items-center gap-x-3 py-1.5 text-[13px] hover:bg-surface md:grid-cols-[30px_190px_minmax(0,1fr)_170px_100px]"
                  >
                    <span className="max-md:hidden">
                      {c.owner ? (
                        <NameTag who={c.owner} />
                      ) : (
                        <span
                          className="grid h-5 w-[26px] place-items-center rounded-[2px] border border-dashed border-soft text-[12px] text-soft"
                          title="Nobody owns it"
                        >
                          ?
                        </span>
                      )}
                    </span>
                    <b className="truncate">
                      {c.docket ? `${c.docket} ${c.docketName}` : (c.party?.name ?? c.subject)}
                    </b>
                    <span className="truncate text-soft">
                      {lastBy ? `${lastBy.split(' ')[0]}: ` : ''}
                      {lastWords}
                    </span>
                    <span>
                      {c.clock ? (
                        <Standing state={c.clock.state}>{c.clock.label}</Standing>
                      ) : (
                        <span className="text-soft">{c.turn === 'theirs' ? 'their turn' : 'nothing due'}</span>
                      )}
                    </span>
                    <span
                      className="text-right text-[12px] text-soft max-md:hidden"
                      title={lastAt ? exact(lastAt) : undefined}
                    >
                      {lastAt ? moment(lastAt) : ''}
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
