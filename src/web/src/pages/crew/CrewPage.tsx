import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { type CrewPageView, type Me, api, taken } from '../../api/client';
import { keys, queries, useConversation } from '../../api/queries';
import { readTalk } from '../../conversations/useTalk';
import { Wrong } from '../../ui/controls';
import { Part } from '../../ui/Part';
import { NameTag } from '../../ui/tags';
import { moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { Lanes } from '../talk/Lanes';
import { Duty } from './Duty';
import * as texts from './texts';

const path = (id: string) => ({ params: { path: { id } } });

/** A crew: its conversation, and beside it who is on duty and away, what they carry, and its worklists. */
export function CrewPage({ me }: { me: Me }) {
  const { id = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: keys.crew(id),
    queryFn: () => taken(api.GET('/api/crews/{id}', path(id))),
    refetchInterval: 60_000,
  });
  // Its conversation begins when one of the crew first looks at it.
  const begin = data?.mine && !data.conversation;
  useEffect(() => {
    if (!begin) return;
    taken(api.PUT('/api/crews/{id}/conversation', path(id))).then(
      (page) => queries.setQueryData(keys.crew(id), page),
      sayWrong,
    );
  }, [begin, id]);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-baseline gap-x-3 border-b bg-surface px-4 pb-2 pt-2.5">
        <h1 className="text-[19px] font-bold leading-tight tracking-tight">{data.name}</h1>
        <p className="text-[13px] text-soft">
          {[texts.people(data.members.length), data.queues.length > 0 ? texts.looksAfter(data.queues) : '']
            .filter(Boolean)
            .join(' · ')}
        </p>
      </header>
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-auto">
        <div className="flex min-h-0 min-w-0 flex-1 max-lg:min-h-[420px]">
          {data.conversation ? (
            <Talk id={data.conversation} me={me} />
          ) : (
            <p className="p-4 text-soft">{data.mine ? null : texts.onlyCrew}</p>
          )}
        </div>
        <aside
          aria-label={data.name}
          className="w-[340px] flex-none overflow-auto border-l bg-surface px-3.5 pb-4 max-lg:w-full max-lg:border-l-0 max-lg:border-t"
        >
          <Duty crew={data} me={me} />
          <Members crew={data} />
          <Load crew={data} />
          <Worklists crew={data} />
        </aside>
      </div>
    </div>
  );
}

function Talk({ id, me }: { id: string; me: Me }) {
  const { data } = useConversation(id);
  const read = useMemo(() => readTalk(null, id), [id]);
  return data ? (
    <Lanes key={id} me={me} talk={data.talk} marks={[data.marks]} conversations={[data.conversation]} read={read} />
  ) : null;
}

const Members = ({ crew }: { crew: CrewPageView }) => (
  <Part name={texts.members}>
    <ul className="grid gap-1 text-[13px]">
      {crew.members.map((m) => (
        <li key={m.person.id} className="flex items-start gap-1.5">
          <NameTag who={m.person} />
          <span className="min-w-0">
            <Link to={`/colleagues/${m.person.id}`} className="font-semibold hover:underline">
              {m.person.name}
            </Link>
            <span className="block text-soft">
              {[
                m.away ? texts.away(m.away, m.cover) : '',
                m.onDuty ? texts.onDutyUntil(moment(m.onDuty)) : '',
                m.purpose,
              ]
                .filter(Boolean)
                .join(' · ')}
            </span>
          </span>
        </li>
      ))}
    </ul>
  </Part>
);

const hours = (minutes: number) => `${Math.round(minutes / 6) / 10}`;

/** What the crew's people have to do in the coming days against the time that they have. */
function Load({ crew }: { crew: CrewPageView }) {
  const { data } = useQuery({
    queryKey: [...keys.load, '5'],
    queryFn: () => taken(api.GET('/api/tasks/load', { params: { query: { days: 5 } } })),
  });
  const ids = new Set(crew.members.map((m) => m.person.id));
  const rows = data?.rows.filter((r) => r.person && ids.has(r.person.id)) ?? [];
  if (rows.length === 0) return null;
  return (
    <Part name={texts.load}>
      <ul className="grid gap-1.5 text-[13px]">
        {rows.map((r) => {
          const work = r.cells.reduce((sum, d) => sum + d.plannedMinutes, 0);
          const free = r.cells.reduce((sum, d) => sum + d.freeMinutes, 0);
          return (
            <li key={r.name}>
              <span className="flex justify-between gap-2">
                <b>{r.person?.firstName}</b>
                <span className={r.cells.some((d) => d.overfull) ? 'text-late' : 'text-soft'}>
                  {texts.loadOf(hours(work), hours(free))}
                </span>
              </span>
              <span className="block h-1.5 border bg-paper" aria-hidden>
                <span
                  className={r.cells.some((d) => d.overfull) ? 'block h-full bg-late' : 'block h-full bg-done'}
                  style={{ width: `${free > 0 ? Math.min(100, (100 * work) / free) : work > 0 ? 100 : 0}%` }}
                />
              </span>
            </li>
          );
        })}
      </ul>
    </Part>
  );
}

function Worklists({ crew }: { crew: CrewPageView }) {
  const { data = [] } = useQuery({ queryKey: keys.worklists, queryFn: () => taken(api.GET('/api/worklists')) });
  const lists = data.filter((l) => l.crew === crew.name);
  return (
    <Part name={texts.worklists}>
      {lists.length === 0 ? <p className="text-[13px] text-soft">{texts.noWorklists}</p> : null}
      <ul className="text-[13px]">
        {lists.map((l) => (
          <li key={l.id} className="py-0.5">
            <Link to={`/tasks?way=columns&list=${l.id}`} className="font-semibold hover:underline">
              {l.name}
            </Link>
          </li>
        ))}
      </ul>
    </Part>
  );
}
