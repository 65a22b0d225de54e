import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { DocketRow, Me } from '../api/client';
import { useDockets } from '../api/queries';
import { exact, moment } from '../ui/time';
import { Empty, Wrong, cx, inputClass } from '../ui/controls';
import { NewDocket } from './NewDocket';
import { Due, NameTag, Priority, Standing } from '../ui/tags';

type Column = { name: string; value: (r: DocketRow) => string | number; width: string };

const rank: Record<string, number> = { critical: 0, high: 1, normal: 2, low: 3 };

const columns: Column[] = [
  { name: 'Docket', value: (r) => r.ref, width: 'w-[22%]' },
  { name: 'Stage', value: (r) => r.stage, width: 'w-[9%]' },
  { name: 'Last inside', value: (r) => r.lastInside ?? '', width: 'w-[19%]' },
  { name: 'Last outside', value: (r) => r.lastOutside ?? '', width: 'w-[19%]' },
  { name: 'Waits', value: (r) => r.clock?.leftMinutes ?? (r.turn === 'theirs' ? 1e8 : 1e9), width: 'w-[13%]' },
  { name: 'Next', value: (r) => r.nextTask?.due ?? '9', width: 'w-[18%]' },
];

const turns: Record<string, string> = { theirs: 'their turn', nobodys: 'no reply needed', ours: 'our turn' };

/** All dockets in sight, to sort and filter. */
export function DocketsPage({ me }: { me: Me }) {
  const [open, setOpen] = useState(true);
  const [typed, setTyped] = useState('');
  const [sort, setSort] = useState<{ by: number; down: boolean } | null>(null);
  const { data, error, refetch } = useDockets(open);
  const navigate = useNavigate();
  const rows = useMemo(() => {
    const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
    const list = (data ?? []).filter((r) => {
      const text = [r.ref, r.subject, r.party, r.site, r.owner?.name, r.stage, r.lastInside, r.lastOutside]
        .join(' ')
        .toLowerCase();
      return words.every((w) => text.includes(w));
    });
    const newest = (r: DocketRow) => r.lastAt ?? '';
    if (!sort)
      return list.sort(
        (a, b) =>
          (rank[a.priority]! === 0 ? 0 : 1) - (rank[b.priority]! === 0 ? 0 : 1) || newest(b).localeCompare(newest(a)),
      );
    const value = columns[sort.by]!.value;
    return list.sort((a, b) => {
      const [x, y] = [value(a), value(b)];
      const less =
        typeof x === 'number' && typeof y === 'number'
          ? x - y
          : String(x).localeCompare(String(y), 'en', { numeric: true });
      return sort.down ? -less : less;
    });
  }, [data, typed, sort]);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-3 border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">Dockets</h1>
        <div role="group" aria-label="Which" className="flex gap-1">
          {[true, false].map((which) => (
            <button
              key={String(which)}
              type="button"
              aria-pressed={open === which}
              onClick={() => setOpen(which)}
              className={cx(
                'min-h-7 rounded-card border px-2.5 max-md:min-h-[44px]',
                open === which ? 'border-ink bg-ink text-surface' : 'bg-paper',
              )}
            >
              {which ? 'Open' : 'Closed'}
            </button>
          ))}
        </div>
        <Link to="/talk" className="text-soft underline underline-offset-2 hover:text-ink">
          All conversations
        </Link>
        <input
          aria-label="Filter"
          placeholder="Filter by subject, person, site, words"
          className={cx(inputClass, 'ml-auto max-w-80')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        <NewDocket rows={data ?? []} me={me.person.id!} />
      </header>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="List of dockets">
        {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
        {data && rows.length === 0 ? (
          <Empty title={typed ? 'No docket matches' : 'No dockets yet'}>
            {typed
              ? 'Try fewer words, or look in Closed.'
              : 'Every job, ticket and project is listed here with its last messages and next step. Press New docket to open one.'}
          </Empty>
        ) : null}
        {rows.length > 0 ? (
          <>
            <table className="w-full table-fixed border-collapse text-[13px] max-md:hidden">
              <thead className="sticky top-0 z-10 bg-paper text-left">
                <tr>
                  {columns.map((c, i) => (
                    <th
                      key={c.name}
                      scope="col"
                      aria-sort={sort?.by === i ? (sort.down ? 'descending' : 'ascending') : undefined}
                      className={cx('border-b px-3 py-1 font-semibold first:pl-4', c.width)}
                    >
                      <button
                        type="button"
                        className="min-h-6 rounded-[3px] hover:underline"
                        onClick={() =>
                          setSort((s) =>
                            s?.by === i ? (s.down ? null : { by: i, down: true }) : { by: i, down: false },
                          )
                        }
                      >
                        {c.name}
                        {sort?.by === i ? (sort.down ? ' ↓' : ' ↑') : ''}
                      </button>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((r) => (
                  <tr
                    key={r.ref}
                    className="cursor-pointer border-b align-top hover:bg-surface"
                    onClick={() => void navigate(`/dockets/${r.ref}`)}
                  >
                    <td className="px-3 py-1.5 pl-4">
                      <span className="flex gap-2">
                        {r.owner ? <NameTag who={r.owner} /> : null}
                        <span className="min-w-0">
                          <Link to={`/dockets/${r.ref}`} className="font-semibold hover:underline">
                            {r.ref} {r.subject}
                          </Link>
                          <span className="block truncate text-soft">
                            {[r.party, r.site].filter(Boolean).join(' · ')}
                          </span>
                        </span>
                      </span>
                    </td>
                    <td className="px-3 py-1.5">
                      {r.stage}
                      {r.priority !== 'normal' ? (
                        <span className="block">
                          <Priority value={r.priority} />
                        </span>
                      ) : null}
                    </td>
                    <td className="px-3 py-1.5 text-soft">
                      <span className="line-clamp-2">{r.lastInside}</span>
                    </td>
                    <td className="px-3 py-1.5 text-soft">
                      <span className="line-clamp-2">{r.lastOutside}</span>
                    </td>
                    <td className="px-3 py-1.5">
                      {r.clock ? (
                        <Standing state={r.clock.state}>{r.clock.label}</Standing>
                      ) : (
                        <span className="text-soft">{r.turn ? turns[r.turn] : ''}</span>
                      )}
                      {r.lastAt ? (
                        <span className="mt-0.5 block text-[12px] text-soft" title={exact(r.lastAt)}>
                          {moment(r.lastAt)}
                        </span>
                      ) : null}
                    </td>
                    <td className="px-3 py-1.5">
                      {r.nextTask ? (
                        <>
                          <span className="line-clamp-1">{r.nextTask.title}</span>
                          <Due task={r.nextTask} />
                        </>
                      ) : null}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <ul className="md:hidden">
              {rows.map((r) => (
                <li key={r.ref} className="border-b">
                  <Link to={`/dockets/${r.ref}`} className="block min-h-[44px] px-4 py-2">
                    <b>
                      {r.ref} {r.subject}
                    </b>
                    <span className="line-clamp-1 text-soft">{r.lastOutside ?? r.lastInside}</span>
                    {r.clock ? <Standing state={r.clock.state}>{r.clock.label}</Standing> : null}
                  </Link>
                </li>
              ))}
            </ul>
          </>
        ) : null}
      </div>
    </div>
  );
}
