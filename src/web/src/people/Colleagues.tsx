import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { type Me, type StandingView, type TalkRow, api, taken } from '../api/client';
import { keys, useTalkRows } from '../api/queries';
import { moment } from '../ui/time';
import { MomentField } from '../ui/MomentField';
import { Button, Field, cx, inputClass } from '../ui/controls';
import { Count, NameTag } from '../ui/tags';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const useStanding = (wanted: boolean) =>
  useQuery({
    queryKey: ['standing'],
    queryFn: () => taken(api.GET('/api/colleagues/standing')),
    enabled: wanted,
    refetchInterval: 30_000,
  });

/** How one can be reached, by a word and an edge: a full bar for here, a broken one for away, none for off duty. */
function Edge({ availability }: { availability: string }) {
  return (
    <span
      aria-hidden
      className={cx(
        'h-5 flex-none border-l-[3px]',
        availability === 'here' && 'border-l-done',
        availability === 'away' && 'border-l-soon [border-left-style:dashed]',
        availability === 'off-duty' && 'border-l-line [border-left-style:dotted]',
        availability === 'on-leave' && 'border-l-late [border-left-style:double]',
      )}
    />
  );
}

type Props = { me: Me; onCarry: (conversation: string) => void; onClose: () => void };

/** Colleagues: who is here, away, off duty or on leave, and the conversations one has with them. */
export function Colleagues({ me, onCarry, onClose }: Props) {
  const [part, setPart] = useState<'people' | 'group' | 'leave'>('people');
  const own = useTalkRows('own').data ?? [];
  const standing = useStanding(true);
  const { data: crews = [] } = useQuery({ queryKey: keys.crews, queryFn: () => taken(api.GET('/api/crews')) });
  const navigate = useNavigate();
  const begin = async (person: string, full: boolean) => {
    try {
      const made = await taken(
        api.POST('/api/conversations', {
          body: { id: newId(), audience: 'direct', people: [person], name: null, description: null },
        }),
      );
      onClose();
      if (full) void navigate(`/conversations/${made.id}`);
      else onCarry(made.id);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const groups = own.filter((r) => r.audience === 'group');
  const direct = new Map(
    own.filter((r) => r.audience === 'direct').map((r) => [r.members.find((m) => m.id !== me.person.id)?.id, r]),
  );
  return (
    <>
      <div className="mb-1 flex items-center gap-1">
        <h2 className="mr-auto font-bold">{texts.colleagues}</h2>
        <Button
          look="quiet"
          aria-pressed={part === 'group'}
          onClick={() => setPart(part === 'group' ? 'people' : 'group')}
        >
          {texts.newGroup}
        </Button>
        <Button
          look="quiet"
          aria-pressed={part === 'leave'}
          onClick={() => setPart(part === 'leave' ? 'people' : 'leave')}
        >
          {texts.myLeave}
        </Button>
      </div>
      {part === 'group' ? (
        <NewGroup
          people={(standing.data ?? []).filter((s) => s.person.id !== me.person.id)}
          onMade={(id) => {
            onClose();
            void navigate(`/conversations/${id}`);
          }}
        />
      ) : part === 'leave' ? (
        <MyLeave
          mine={standing.data?.find((s) => s.person.id === me.person.id)}
          others={(standing.data ?? []).filter((s) => s.person.id !== me.person.id)}
          onDone={() => void standing.refetch()}
        />
      ) : (
        <>
          <ul>
            {(standing.data ?? [])
              .filter((s) => s.person.id !== me.person.id)
              .map((s) => (
                <Colleague key={s.person.id} standing={s} row={direct.get(s.person.id)} onBegin={begin} />
              ))}
          </ul>
          {crews.length > 0 ? (
            <>
              <h3 className="mt-2 border-b pb-0.5 text-[12.5px] font-bold text-soft">{texts.crews}</h3>
              <p className="flex flex-wrap gap-x-3 gap-y-1 py-1">
                {crews.map((c) => (
                  <Link
                    key={c.id}
                    to={`/crews/${c.id}`}
                    onClick={() => onClose()}
                    className={cx('min-h-6 hover:underline max-md:min-h-[44px]', c.mine && 'font-semibold')}
                  >
                    {c.name}
                  </Link>
                ))}
              </p>
            </>
          ) : null}
          {groups.length > 0 ? (
            <h3 className="mt-2 border-b pb-0.5 text-[12.5px] font-bold text-soft">{texts.groups}</h3>
          ) : null}
          <ul>
            {groups.map((g) => (
              <li key={g.id} className="border-b py-1 last:border-0">
                <Link to={g.path} onClick={() => onClose()} className="block rounded-[3px] px-1 hover:bg-wren-wash">
                  <b>{g.title}</b>
                  <Count n={g.unread} />
                  <span className="line-clamp-1 text-[12.5px] text-soft">{g.lastWords ?? g.detail}</span>
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function Colleague({
  standing,
  row,
  onBegin,
}: {
  standing: StandingView;
  row: TalkRow | undefined;
  onBegin: (person: string, full: boolean) => void;
}) {
  const { person } = standing;
  return (
    <li className="flex items-center gap-2 border-b py-1 last:border-0">
      <Edge availability={standing.availability} />
      <NameTag who={person} />
      <button
        type="button"
        onClick={() => onBegin(person.id!, false)}
        title={texts.writeWithoutLeavingPage(person.firstName)}
        className="min-h-9 min-w-0 flex-1 rounded-[3px] px-1 text-left hover:bg-wren-wash max-md:min-h-[44px]"
      >
        <span className="flex items-baseline gap-2">
          <b className={cx(row?.unread ? 'font-bold' : 'font-semibold')}>{person.name}</b>
          <Count n={row?.unread ?? 0} />
          <span className="ml-auto text-[12px] text-soft">{row?.lastAt ? moment(row.lastAt) : ''}</span>
        </span>
        <span className="line-clamp-1 text-[12.5px] text-soft">
          {standing.label}
          {standing.cover ? texts.covers(standing.cover.firstName) : ''}
          {row?.lastWords ? ` · ${row.lastWords}` : ''}
        </span>
      </button>
      <Button look="quiet" className="text-[12.5px]" onClick={() => onBegin(person.id!, true)}>
        {texts.open}
      </Button>
    </li>
  );
}

function NewGroup({ people, onMade }: { people: StandingView[]; onMade: (id: string) => void }) {
  const [name, setName] = useState('');
  const [description, setDescription] = useState('');
  const [chosen, setChosen] = useState<string[]>([]);
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        taken(
          api.POST('/api/conversations', {
            body: { id: newId(), audience: 'group', people: chosen, name, description: description || null },
          }),
        )
          .then((c) => onMade(c.id))
          .catch(sayWrong);
      }}
    >
      <Field label={texts.name} value={name} onChange={(e) => setName(e.target.value)} />
      <Field label={texts.whatItIsFor} value={description} onChange={(e) => setDescription(e.target.value)} />
      <fieldset>
        <legend className="mb-0.5 text-[13px] font-semibold">{texts.withIt}</legend>
        {people.map(({ person }) => (
          <label key={person.id} className="flex min-h-7 items-center gap-2 max-md:min-h-[44px]">
            <input
              type="checkbox"
              checked={chosen.includes(person.id!)}
              onChange={(e) =>
                setChosen((all) => (e.target.checked ? [...all, person.id!] : all.filter((p) => p !== person.id)))
              }
            />
            {person.name}
          </label>
        ))}
      </fieldset>
      <Button look="main" type="submit" disabled={!name.trim() || chosen.length === 0}>
        {texts.createGroup}
      </Button>
    </form>
  );
}

function MyLeave({
  mine,
  others,
  onDone,
}: {
  mine: StandingView | undefined;
  others: StandingView[];
  onDone: () => void;
}) {
  const [first, setFirst] = useState('');
  const [last, setLast] = useState('');
  const [cover, setCover] = useState('');
  if (!mine) return null;
  const id = mine.person.id!;
  const there = mine.leaves.find((l) => l.first === first);
  return (
    <>
      <ul>
        {mine.leaves.map((l) => (
          <li key={l.first} className="flex items-center gap-2 border-b py-1">
            {l.first} {texts.to} {l.last}
            {l.cover ? texts.coversOfFirstName(l.cover.firstName) : ''}
            <Button
              look="quiet"
              className="ml-auto"
              onClick={() =>
                void taken(
                  api.DELETE('/api/colleagues/{id}/leave/{first}', {
                    params: { path: { id, first: l.first }, header: { 'If-Match': `"${l.version}"` } },
                  }),
                )
                  .then(onDone)
                  .catch(sayWrong)
              }
            >
              {texts.cancelLeave}
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 grid grid-cols-2 gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          taken(
            api.PUT('/api/colleagues/{id}/leave/{first}', {
              params: {
                path: { id, first },
                header: there ? { 'If-Match': `"${there.version}"` } : {},
              },
              body: { last: last || first, cover: cover || null, note: null },
            }),
          )
            .then(onDone)
            .catch(sayWrong);
        }}
      >
        <MomentField
          dayOnly
          label={texts.firstDay}
          sense="from"
          value={first}
          onChange={(day) => setFirst(day ?? '')}
        />
        <MomentField dayOnly label={texts.lastDay} sense="from" value={last} onChange={(day) => setLast(day ?? '')} />
        <label className="col-span-2 block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.whoCovers}</span>
          <select className={inputClass} value={cover} onChange={(e) => setCover(e.target.value)}>
            <option value="">{texts.nobody}</option>
            {others.map(({ person }) => (
              <option key={person.id} value={person.id!}>
                {person.name}
              </option>
            ))}
          </select>
        </label>
        <Button look="main" type="submit" disabled={!first} className="col-span-2">
          {texts.saveLeave}
        </Button>
      </form>
    </>
  );
}
