import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, Field } from '../../ui/controls';
import { Choose } from '../../ui/Choose';
import { day } from '../../ui/time';
import { LeavingPanel } from './LeavingPanel';
import { SamePerson } from '../../ui/SamePerson';
import { Alert, useSave } from './useSave';
import { say, sayWrong } from '../../ui/toasts';
import * as texts from './texts';

export function Staff({ data }: { data: SetUpView }) {
  const [added, setAdded] = useState<SetUpView['staff']>([]);
  const fresh = (): SetUpView['staff'][number] => ({
    id: newId(),
    name: '',
    role: 'member',
    purpose: '',
    crews: [],
    calendar: null,
    address: '',
    password: null,
  });
  return (
    <>
      <Crews data={data} />
      <p className="text-soft">{texts.aQueueSCrew}</p>
      {[...data.staff, ...added.filter((a) => !data.staff.some((s) => s.id === a.id))].map((s) => (
        <Colleague key={s.id} staff={s} data={data} fresh={!data.staff.some((d) => d.id === s.id)} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>{texts.newColleague}</Button>
      </div>
      {data.former.length > 0 ? <Former data={data} /> : null}
    </>
  );
}

/** Those who worked here, and how they come back. */
function Former({ data }: { data: SetUpView }) {
  const { wrong, save } = useSave();
  return (
    <section aria-label={texts.former} className="grid gap-1 rounded-card border bg-surface p-3">
      <b>{texts.former}</b>
      <ul>
        {data.former.map((f) => (
          <li key={f.id} className="flex flex-wrap items-center gap-2 border-b py-1 last:border-0">
            {f.name} <span className="text-soft">{texts.leftOn(f.role, day(f.left))}</span>
            <Button
              className="ml-auto"
              onClick={() =>
                void save(
                  taken(api.DELETE('/api/set-up/staff/{id}/leaving', { params: { path: { id: f.id } } })),
                  texts.isBack(f.name),
                )
              }
            >
              {texts.letComeBack}
            </Button>
          </li>
        ))}
      </ul>
      <Alert>{wrong}</Alert>
    </section>
  );
}

/** The crews by name; a press on one names it otherwise. */
function Crews({ data }: { data: SetUpView }) {
  const [at, setAt] = useState<SetUpView['crews'][number] | null>(null);
  return (
    <section aria-label={texts.crews} className="grid gap-2 rounded-card border bg-surface p-3">
      <p className="flex flex-wrap items-center gap-1.5">
        <b className="mr-1">{texts.crews}</b>
        {data.crews.map((c) => (
          <Button key={c.id} title={texts.rename} onClick={() => setAt(c)}>
            {c.name}
            {c.retired ? texts.retiredAfter : ''}
          </Button>
        ))}
        <Button look="quiet" onClick={() => setAt({ id: newId(), name: '', retired: false })}>
          {texts.newCrew}
        </Button>
      </p>
      {at ? <Crew key={at.id} crew={at} onDone={() => setAt(null)} /> : null}
    </section>
  );
}

function Crew({ crew, onDone }: { crew: SetUpView['crews'][number]; onDone: () => void }) {
  const { value, set, clashes, send } = useBegun(crew);
  const { wrong, save } = useSave();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const put = (body: typeof crew, ifMatch: string | undefined) =>
      taken(
        api.PUT('/api/set-up/crews/{id}', {
          params: { path: { id: crew.id! }, header: { 'If-Match': ifMatch } },
          body,
        }),
      );
    void save(send(put), texts.savedOfName(value.name)).then((done) => done && onDone());
  };
  return (
    <form onSubmit={submit} className="grid gap-2">
      <p className="flex flex-wrap items-end gap-2">
        <Field
          label={texts.nameOfTheCrew}
          required
          autoFocus
          maxLength={40}
          value={value.name}
          onChange={(e) => set({ name: e.target.value })}
        />
        <label className="flex min-h-[30px] items-center gap-1.5 max-md:min-h-[44px]">
          <input type="checkbox" checked={value.retired} onChange={(e) => set({ retired: e.target.checked })} />
          {texts.retiredCrew}
        </label>
        <Button look="main" type="submit" disabled={!value.name.trim()}>
          {texts.save}
        </Button>
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
      </p>
      <Alert>{wrong}</Alert>
      <Clashes
        clashes={clashes}
        labels={{ name: texts.name, retired: texts.retiredCrew }}
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
    </form>
  );
}

const labels = {
  name: texts.name,
  role: texts.role,
  purpose: texts.whatTheyDo,
  crews: texts.crews,
  calendar: texts.hours,
  address: texts.emailSign,
};

type ColleagueProps = { staff: SetUpView['staff'][number]; data: SetUpView; fresh: boolean };

function Colleague({ staff, data, fresh }: ColleagueProps) {
  const { data: roles } = useQuery({ queryKey: keys.roles, queryFn: () => taken(api.GET('/api/roles')) });
  const [leaving, setLeaving] = useState(false);
  const { value: s, set, changed, clashes, begin, send } = useBegun(staff);
  const { wrong, save } = useSave();
  const put = async (body: typeof s, ifMatch: string | undefined) => {
    const params = { path: { id: s.id }, header: { 'If-Match': ifMatch } };
    const made = await taken(api.PUT('/api/set-up/staff/{id}', { params, body }));
    begin(made.staff.find((d) => d.id === s.id)!);
    return made;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const invited = fresh && !s.password;
    void save(
      send(put),
      fresh && !invited ? texts.canNowSignPassword(s.name, s.address) : texts.savedOfName(s.name),
    ).then((done) => done && invited && void invite());
  };
  const invite = async () => {
    try {
      await taken(api.POST('/api/set-up/staff/{id}/invitation', { params: { path: { id: s.id } } }));
      say(texts.invitationSent(s.address));
    } catch (refusal) {
      sayWrong(refusal);
    }
  };
  const join = async (gone: string) => {
    await taken(api.PUT('/api/set-up/staff/{id}/same', { params: { path: { id: s.id } }, body: { gone } }));
    await queries.invalidateQueries({ queryKey: keys.setUp });
  };
  const show = (field: string, value: unknown) =>
    field === 'crews'
      ? (value as string[]).map((id) => data.crews.find((c) => c.id === id)?.name).join(', ') || texts.none
      : undefined;
  return (
    <form
      onSubmit={submit}
      aria-label={s.name || texts.newColleague}
      className="grid items-start gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.2fr_130px_150px_2fr_auto]"
    >
      <Field
        label={texts.name}
        required
        maxLength={80}
        value={s.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Choose label={texts.role} value={s.role} onChange={(role) => set({ role })}>
        {(roles?.roles.filter((r) => !r.retired || r.name === s.role).map((r) => r.name) ?? [s.role]).map((r) => (
          <option key={r}>{r}</option>
        ))}
      </Choose>
      <Choose label={texts.hours} value={s.calendar ?? ''} onChange={(v) => set({ calendar: v || null })}>
        <option value="">{texts.theFirmS}</option>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <fieldset>
        <legend className="mb-0.5 text-[13px] font-semibold">{texts.crews}</legend>
        <span className="flex flex-wrap gap-x-3">
          {data.crews
            .filter((c) => !c.retired || s.crews.includes(c.id!))
            .map((c) => (
              <label key={c.id} className="flex min-h-[30px] items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={s.crews.includes(c.id!)}
                  onChange={(e) =>
                    set({ crews: e.target.checked ? [...s.crews, c.id!] : s.crews.filter((x) => x !== c.id) })
                  }
                />
                {c.name}
              </label>
            ))}
        </span>
      </fieldset>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px]">
        {fresh ? texts.addColleague : texts.save}
      </Button>
      <div className="col-span-full grid items-end gap-2 sm:grid-cols-[1fr_1fr_1fr_auto]">
        <Field
          label={texts.emailSign}
          type="email"
          required
          maxLength={254}
          value={s.address}
          onChange={(e) => set({ address: e.target.value })}
        />
        <Field
          label={fresh ? texts.firstPassword : texts.newPassword}
          type="text"
          autoComplete="off"
          spellCheck={false}
          minLength={10}
          maxLength={256}
          placeholder={fresh ? texts.emptyToInvite : texts.onlyToResetIt}
          value={s.password ?? ''}
          onChange={(e) => set({ password: e.target.value || null })}
        />
        <Field
          label={texts.whatTheyDo}
          maxLength={120}
          value={s.purpose}
          onChange={(e) => set({ purpose: e.target.value })}
        />
        {fresh ? null : (
          <span className="flex flex-wrap gap-1">
            <Button look="quiet" onClick={() => void invite()}>
              {texts.sendAnInvitation}
            </Button>
            <SamePerson name={s.name} others={data.staff.filter((o) => o.id !== s.id)} onJoin={join} />
            <Button look="quiet" aria-expanded={leaving} onClick={() => setLeaving((on) => !on)}>
              {texts.leaves}
            </Button>
          </span>
        )}
      </div>
      {leaving ? <LeavingPanel staff={staff} data={data} onDone={() => setLeaving(false)} /> : null}
      <div className="col-span-full empty:hidden">
        <Alert>{wrong}</Alert>
        <Clashes clashes={clashes} labels={labels} show={show} onTheirs={(field, theirs) => set({ [field]: theirs })} />
      </div>
    </form>
  );
}
