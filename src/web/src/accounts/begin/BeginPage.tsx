import { useQuery } from '@tanstack/react-query';
import { type ChangeEvent, type FormEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { type SetUpView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Field, Wrong, inputClass } from '../../ui/controls';
import { say } from '../../ui/toasts';
import { FirstSteps } from './FirstSteps';
import * as texts from './texts';

const parts = ['colleagues', 'crews', 'queues', 'done'] as const;

/** What comes after the firm is there: who works with one, in which crews, where mail waits, and what to do first. */
export function BeginPage() {
  const { data, error, refetch } = useQuery({ queryKey: keys.setUp, queryFn: () => taken(api.GET('/api/set-up')) });
  const [at, setAt] = useState(0);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const next = () => setAt((n) => Math.min(n + 1, parts.length - 1));
  return (
    <div className="min-h-0 flex-1 overflow-auto p-4" tabIndex={0} role="region" aria-label={texts.setUpYourFirm}>
      <div className="grid max-w-[760px] gap-4">
        <p className="text-soft">{texts.step(at + 4, parts.length + 3)}</p>
        {parts[at] === 'colleagues' ? <Colleagues data={data} next={next} /> : null}
        {parts[at] === 'crews' ? <Crews data={data} next={next} /> : null}
        {parts[at] === 'queues' ? <Queues data={data} next={next} /> : null}
        {parts[at] === 'done' ? (
          <>
            <Title>{texts.whatFirst}</Title>
            <FirstSteps whole />
            <p>
              <Link
                to="/"
                className="inline-flex min-h-[28px] items-center rounded-card border border-wren bg-wren px-2.5 font-semibold text-wren-ink max-md:min-h-[44px]"
              >
                {texts.toToday}
              </Link>
            </p>
          </>
        ) : null}
        {at > 0 && parts[at] !== 'done' ? (
          <p>
            <Button look="quiet" onClick={() => setAt(at - 1)}>
              {texts.back}
            </Button>
          </p>
        ) : null}
      </div>
    </div>
  );
}

/** The heading of a step; the work goes on there. */
function Title({ children }: { children: ReactNode }) {
  const ref = useRef<HTMLHeadingElement>(null);
  useEffect(() => ref.current?.focus(), []);
  return (
    <h1 ref={ref} tabIndex={-1} className="text-[19px] font-bold tracking-tight outline-none">
      {children}
    </h1>
  );
}

type Part = { data: SetUpView; next: () => void };
const took = (view: SetUpView) => queries.setQueryData(keys.setUp, view);
const failed = (wrong: string) =>
  wrong ? (
    <p role="alert" className="text-late">
      {wrong}
    </p>
  ) : null;

function Colleagues({ data, next }: Part) {
  const [text, setText] = useState('');
  const [roles, setRoles] = useState<Record<string, string>>({});
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const { data: view } = useQuery({ queryKey: keys.roles, queryFn: () => taken(api.GET('/api/roles')) });
  const { data: people } = useQuery({
    queryKey: ['people-list', text],
    queryFn: () => taken(api.POST('/api/set-up/people-list', { body: { text } })),
    enabled: text.trim().length > 0,
    placeholderData: (before) => before,
  });
  const shown = text.trim() ? (people ?? []) : [];
  const able = shown.filter((p) => !p.problem);
  const bring = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (file) setText(await file.text());
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (busy) return;
    setBusy(true);
    setWrong('');
    try {
      for (const person of able) {
        const id = newId();
        took(
          await taken(
            api.PUT('/api/set-up/staff/{id}', {
              params: { path: { id } },
              body: {
                id,
                name: person.name,
                address: person.address,
                role: roles[person.address] ?? 'member',
                purpose: '',
                crews: [],
                calendar: null,
                password: null,
              },
            }),
          ),
        );
        await taken(api.POST('/api/set-up/staff/{id}/invitation', { params: { path: { id } } })).catch((no: Error) =>
          say(texts.notInvited(person.name, no.message), { stays: true }),
        );
      }
      if (able.length > 0) say(texts.added(able.length));
      next();
    } catch (refusal) {
      setWrong((refusal as Error).message);
      setBusy(false);
    }
  };
  return (
    <form onSubmit={(e) => void submit(e)} className="grid gap-3">
      <Title>{texts.whoElse}</Title>
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.colleagues}</span>
        <textarea dir="auto" className={inputClass} rows={5} value={text} onChange={(e) => setText(e.target.value)} />
        <span className="text-[12.5px] text-soft">{texts.pasteThem}</span>
      </label>
      <ul>
        {shown.map((p) => (
          <li
            key={p.address || p.name}
            className="grid items-center gap-2 border-b py-1 last:border-0 sm:grid-cols-[1fr_1fr_150px]"
          >
            <b dir="auto">{p.name}</b>
            <span className={p.problem ? 'text-late' : 'text-soft'}>{p.problem ?? p.address}</span>
            {p.problem ? null : (
              <select
                aria-label={texts.role(p.name)}
                className="min-h-[30px] rounded-card border bg-surface px-2 max-md:min-h-[44px]"
                value={roles[p.address] ?? 'member'}
                onChange={(e) => setRoles({ ...roles, [p.address]: e.target.value })}
              >
                {view?.roles
                  .filter((r) => !r.retired)
                  .map((r) => (
                    <option key={r.id}>{r.name}</option>
                  ))}
              </select>
            )}
          </li>
        ))}
      </ul>
      {able.length > 0 ? <p className="text-[13px] text-soft">{texts.eachGetsAMail}</p> : null}
      {failed(wrong)}
      <p className="flex flex-wrap gap-2">
        {able.length > 0 ? (
          <Button look="main" type="submit" disabled={busy}>
            {texts.addAndInvite(able.length)}
          </Button>
        ) : null}
        <input
          ref={picker}
          type="file"
          accept=".csv,.vcf,.txt,text/csv,text/vcard,text/plain"
          className="sr-only"
          tabIndex={-1}
          aria-label={texts.fromAFile}
          onChange={(e) => void bring(e)}
        />
        <Button onClick={() => picker.current?.click()}>{texts.fromAFile}</Button>
        <Button look="quiet" onClick={next}>
          {data.staff.length > 1 ? texts.goOn : texts.skip}
        </Button>
      </p>
    </form>
  );
}

function Crews({ data, next }: Part) {
  const [name, setName] = useState('');
  const [members, setMembers] = useState<string[]>([]);
  const [wrong, setWrong] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong('');
    try {
      const id = newId();
      const body = { name: name.trim(), retired: false };
      let view = await taken(api.PUT('/api/set-up/crews/{id}', { params: { path: { id } }, body }));
      for (const member of view.staff.filter((s) => members.includes(s.id)))
        view = await taken(
          api.PUT('/api/set-up/staff/{id}', {
            params: { path: { id: member.id }, header: { 'If-Match': `"${member.version}"` } },
            body: { ...member, crews: [...member.crews, id] },
          }),
        );
      took(view);
      say(texts.crewAdded(body.name));
      setName('');
      setMembers([]);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <form onSubmit={(e) => void submit(e)} className="grid gap-3">
      <Title>{texts.whichCrews}</Title>
      <p className="text-soft">{texts.crewsAre}</p>
      <ul>
        {data.crews.map((c) => (
          <li key={c.id}>
            {texts.crewWith(
              c.name,
              data.staff.filter((s) => s.crews.includes(c.id!)).map((s) => s.name),
            )}
          </li>
        ))}
      </ul>
      <Field
        label={texts.crewName}
        maxLength={40}
        className="max-w-[280px]"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <fieldset>
        <legend className="mb-0.5 text-[13px] font-semibold">{texts.whoIsInIt}</legend>
        <span className="flex flex-wrap gap-x-4">
          {data.staff.map((s) => (
            <label key={s.id} className="flex min-h-[28px] items-center gap-1.5 max-md:min-h-[44px]">
              <input
                type="checkbox"
                checked={members.includes(s.id)}
                onChange={(e) => setMembers(e.target.checked ? [...members, s.id] : members.filter((m) => m !== s.id))}
              />
              {s.name}
            </label>
          ))}
        </span>
      </fieldset>
      {failed(wrong)}
      <p className="flex flex-wrap gap-2">
        <Button look={name.trim() ? 'main' : 'plain'} type="submit" disabled={!name.trim()}>
          {texts.addCrew}
        </Button>
        <Button look={name.trim() || data.crews.length === 0 ? 'quiet' : 'main'} onClick={next}>
          {data.crews.length > 0 ? texts.goOn : texts.skip}
        </Button>
      </p>
    </form>
  );
}

type Queue = SetUpView['queues'][number];

function Queues({ data, next }: Part) {
  const live = data.queues.filter((q) => !q.unsorted && !q.retired);
  const fresh = (): Queue => ({
    id: newId(),
    name: '',
    site: '',
    crew: null,
    calendar: data.calendars[0]!.name,
    firstMinutes: 120,
    laterMinutes: 240,
    handover: 'anyone',
    unsorted: false,
    lateTo: null,
    retired: false,
    address: null,
  });
  const [added, setAdded] = useState<Queue[]>([]);
  return (
    <section aria-label={texts.whereMailWaits} className="grid gap-3">
      <Title>{texts.whereMailWaits}</Title>
      <p className="text-soft">{texts.queuesAre}</p>
      {[...live, ...added.filter((a) => !live.some((q) => q.id === a.id))].map((q) => (
        <QueueForm key={q.id} queue={q} data={data} />
      ))}
      <p className="flex flex-wrap gap-2">
        <Button look="main" onClick={next}>
          {texts.goOn}
        </Button>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>{texts.addQueue}</Button>
      </p>
    </section>
  );
}

function QueueForm({ queue, data }: { queue: Queue; data: SetUpView }) {
  const [q, setQ] = useState(queue);
  const [wrong, setWrong] = useState('');
  const set = (part: Partial<Queue>) => setQ((all) => ({ ...all, ...part }));
  const changed = JSON.stringify(q) !== JSON.stringify(queue);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong('');
    try {
      const params = { path: { id: q.id }, header: { 'If-Match': q.version ? `"${q.version}"` : undefined } };
      const view = await taken(api.PUT('/api/set-up/queues/{id}', { params, body: q }));
      took(view);
      setQ(view.queues.find((x) => x.id === q.id)!);
      say(texts.queueSaved(q.name));
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <form
      onSubmit={(e) => void submit(e)}
      aria-label={q.name || texts.addQueue}
      className="grid items-end gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1fr_1.4fr_120px_130px_auto]"
    >
      <Field
        label={texts.queueName}
        required
        maxLength={60}
        value={q.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Field
        label={texts.queueAddress}
        type="email"
        maxLength={254}
        value={q.address ?? ''}
        onChange={(e) => set({ address: e.target.value || null })}
      />
      <Field
        label={texts.firstReply}
        type="number"
        min={1}
        required
        value={q.firstMinutes}
        onChange={(e) => set({ firstMinutes: e.target.valueAsNumber || 1 })}
      />
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.onDuty}</span>
        <select className={inputClass} value={q.crew ?? ''} onChange={(e) => set({ crew: e.target.value || null })}>
          <option value="">{texts.nobody}</option>
          {data.crews
            .filter((c) => !c.retired)
            .map((c) => (
              <option key={c.id} value={c.id!}>
                {c.name}
              </option>
            ))}
        </select>
      </label>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed || !q.name.trim()}>
        {texts.saveQueue}
      </Button>
      <div className="col-span-full empty:hidden">{failed(wrong)}</div>
    </form>
  );
}
