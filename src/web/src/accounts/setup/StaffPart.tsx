import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type SetUpView, api, taken } from '../../api/client';
import { Button, Field } from '../../ui/controls';
import { Choose } from '../../ui/Choose';
import { Alert, useSave } from './useSave';

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
      <p className="text-soft">
        A crew that a queue names is on duty there. Without hours of their own, people keep the firm’s.
      </p>
      {[...data.staff, ...added.filter((a) => !data.staff.some((s) => s.id === a.id))].map((s) => (
        <Colleague key={s.id} staff={s} data={data} fresh={!data.staff.some((d) => d.id === s.id)} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>New colleague</Button>
      </div>
    </>
  );
}

/** The crews by name; a press on one names it otherwise. */
function Crews({ data }: { data: SetUpView }) {
  const [at, setAt] = useState<{ id: string; name: string } | null>(null);
  const { wrong, save } = useSave();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/crews/{id}', { params: { path: { id: at!.id } }, body: { name: at!.name } })),
      `${at!.name} is set.`,
    ).then((done) => done && setAt(null));
  };
  return (
    <section aria-label="Crews" className="grid gap-2 rounded-card border bg-surface p-3">
      <p className="flex flex-wrap items-center gap-1.5">
        <b className="mr-1">Crews</b>
        {data.crews.map((c) => (
          <Button key={c.id} title="Name it otherwise" onClick={() => setAt({ id: c.id, name: c.name })}>
            {c.name}
          </Button>
        ))}
        <Button look="quiet" onClick={() => setAt({ id: newId(), name: '' })}>
          New crew
        </Button>
      </p>
      {at ? (
        <form onSubmit={submit} className="flex flex-wrap items-end gap-2">
          <Field
            label="Name of the crew"
            required
            autoFocus
            maxLength={40}
            value={at.name}
            onChange={(e) => setAt({ ...at, name: e.target.value })}
          />
          <Button look="main" type="submit" disabled={!at.name.trim()}>
            Save
          </Button>
          <Button look="quiet" onClick={() => setAt(null)}>
            Leave it
          </Button>
        </form>
      ) : null}
      <Alert>{wrong}</Alert>
    </section>
  );
}

type ColleagueProps = { staff: SetUpView['staff'][number]; data: SetUpView; fresh: boolean };

function Colleague({ staff, data, fresh }: ColleagueProps) {
  const [s, setS] = useState(staff);
  const { wrong, save } = useSave();
  const set = (part: Partial<typeof s>) => setS((all) => ({ ...all, ...part }));
  const changed = JSON.stringify(s) !== JSON.stringify(data.staff.find((d) => d.id === s.id));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/staff/{id}', { params: { path: { id: s.id } }, body: s })),
      fresh ? `${s.name} can sign in now, with ${s.address} and the password.` : `${s.name} is set.`,
    ).then((done) => done && set({ password: null }));
  };
  return (
    <form
      onSubmit={submit}
      aria-label={s.name || 'New colleague'}
      className="grid items-start gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.2fr_130px_150px_2fr_auto]"
    >
      <Field label="Name" required maxLength={80} value={s.name} onChange={(e) => set({ name: e.target.value })} />
      <Choose label="Role" value={s.role} onChange={(role) => set({ role })}>
        {['member', 'coordinator', 'manager', 'administrator'].map((r) => (
          <option key={r}>{r}</option>
        ))}
      </Choose>
      <Choose label="Hours" value={s.calendar ?? ''} onChange={(v) => set({ calendar: v || null })}>
        <option value="">the firm’s</option>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <fieldset>
        <legend className="mb-0.5 text-[13px] font-semibold">Crews</legend>
        <span className="flex flex-wrap gap-x-3">
          {data.crews.map((c) => (
            <label key={c.id} className="flex min-h-[30px] items-center gap-1.5">
              <input
                type="checkbox"
                checked={s.crews.includes(c.id)}
                onChange={(e) =>
                  set({ crews: e.target.checked ? [...s.crews, c.id] : s.crews.filter((x) => x !== c.id) })
                }
              />
              {c.name}
            </label>
          ))}
        </span>
      </fieldset>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px]">
        {fresh ? 'Take on' : 'Save'}
      </Button>
      <div className="col-span-full grid gap-2 sm:grid-cols-3">
        <Field
          label="Address to sign in with"
          type="email"
          required
          maxLength={254}
          value={s.address}
          onChange={(e) => set({ address: e.target.value })}
        />
        <Field
          label={fresh ? 'Password to begin with' : 'New password'}
          type="text"
          autoComplete="off"
          spellCheck={false}
          required={fresh}
          minLength={10}
          maxLength={256}
          placeholder={fresh ? 'at least 10 characters' : 'only to replace theirs'}
          value={s.password ?? ''}
          onChange={(e) => set({ password: e.target.value || null })}
        />
        <Field
          label="What they are there for"
          maxLength={120}
          value={s.purpose}
          onChange={(e) => set({ purpose: e.target.value })}
        />
      </div>
      {wrong ? (
        <div className="col-span-full">
          <Alert>{wrong}</Alert>
        </div>
      ) : null}
    </form>
  );
}
