import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type RolesView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, Wrong } from '../../ui/controls';
import { NameTag } from '../../ui/tags';
import { say } from '../../ui/toasts';
import { Alert } from './useSave';
import * as texts from './texts';

type Role = RolesView['roles'][number];

/** The roles with their rights, and what each person may do and why. */
export function Roles() {
  const { data, error, refetch } = useQuery({ queryKey: keys.roles, queryFn: () => taken(api.GET('/api/roles')) });
  const [at, setAt] = useState<Role | null>(null);
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const chosen = at ?? data.roles[0]!;
  return (
    <div className="grid gap-4 lg:grid-cols-2">
      <section aria-label={texts.roles} className="grid content-start gap-3 rounded-card border bg-surface p-3">
        <p className="text-soft">{texts.rolesAreSets}</p>
        <p role="group" aria-label={texts.roles} className="flex flex-wrap gap-1.5">
          {data.roles.map((r) => (
            <Button
              key={r.id}
              aria-pressed={r.id === chosen.id}
              className={r.id === chosen.id ? '!border-ink' : ''}
              onClick={() => setAt(r)}
            >
              {r.name}
              {r.retired ? texts.retiredAfter : ''}
            </Button>
          ))}
          <Button look="quiet" onClick={() => setAt({ id: newId(), name: '', rights: [], retired: false })}>
            {texts.newRole}
          </Button>
        </p>
        <RoleForm key={chosen.id} role={chosen} rights={data.rights} onDone={setAt} />
      </section>
      <section aria-label={texts.whoMayDoWhat} className="grid content-start gap-3 rounded-card border bg-surface p-3">
        <h2 className="font-bold">{texts.whoMayDoWhat}</h2>
        <Permissions view={data} />
      </section>
    </div>
  );
}

function RoleForm({ role, rights, onDone }: { role: Role; rights: RolesView['rights']; onDone: (role: Role) => void }) {
  const { value, set, changed, clashes, begin, send } = useBegun(role);
  const [wrong, setWrong] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setWrong('');
    try {
      const view = await send((body, ifMatch) =>
        taken(
          api.PUT('/api/set-up/roles/{id}', {
            params: { path: { id: role.id! }, header: { 'If-Match': ifMatch } },
            body,
          }),
        ),
      );
      queries.setQueryData(keys.roles, view);
      const made = view.roles.find((r) => r.id === role.id)!;
      begin(made);
      onDone(made);
      void queries.invalidateQueries({ queryKey: keys.me });
      say(texts.roleSaved(made.name));
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  const words = (list: unknown) =>
    (list as string[]).map((r) => rights.find((x) => x.right === r)?.words ?? r).join(', ') || texts.none;
  return (
    <form onSubmit={(e) => void submit(e)} className="grid gap-3">
      <Field
        label={texts.nameOfTheRole}
        required
        maxLength={40}
        className="max-w-[280px]"
        value={value.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <fieldset className="grid">
        <legend className="mb-1 text-[13px] font-semibold">{texts.whoHasItCan}</legend>
        {rights.map((r) => (
          <label key={r.right} className="flex min-h-[28px] items-center gap-2 max-md:min-h-[44px]">
            <input
              type="checkbox"
              checked={value.rights.includes(r.right)}
              onChange={(e) =>
                set({
                  rights: e.target.checked ? [...value.rights, r.right] : value.rights.filter((x) => x !== r.right),
                })
              }
            />
            {r.words}
          </label>
        ))}
      </fieldset>
      <label className="flex min-h-[28px] items-center gap-2 max-md:min-h-[44px]">
        <input type="checkbox" checked={value.retired} onChange={(e) => set({ retired: e.target.checked })} />
        {texts.retiredRole}
      </label>
      <p className="text-[13px] text-soft">{texts.rolesTakeEffect}</p>
      <Alert>{wrong}</Alert>
      <Clashes
        clashes={clashes}
        labels={{ name: texts.nameOfTheRole, rights: texts.whoHasItCan, retired: texts.retiredRole }}
        show={(field, list) => (field === 'rights' ? words(list) : undefined)}
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p>
        <Button look="main" type="submit" disabled={!changed || !value.name.trim()}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

/** What one person may do and may not, each with its reason. */
function Permissions({ view }: { view: RolesView }) {
  const [whom, setWhom] = useState(view.people[0]?.person.id ?? '');
  const chosen = view.people.find((p) => p.person.id === whom) ?? view.people[0];
  if (!chosen) return null;
  return (
    <>
      <ul className="flex flex-wrap gap-1.5">
        {view.people.map((p) => (
          <li key={p.person.id}>
            <Button
              aria-pressed={p === chosen}
              className={p === chosen ? '!border-ink' : ''}
              onClick={() => setWhom(p.person.id!)}
            >
              <NameTag who={p.person} /> {p.person.name}
            </Button>
          </li>
        ))}
      </ul>
      <ul aria-label={texts.whatCanDo(chosen.person.name)} className="grid">
        {chosen.permissions.map((m) => (
          <li key={m.right} className="flex flex-wrap gap-x-2 border-b py-1 last:border-0">
            <span className={m.allowed ? 'font-semibold' : 'text-soft'}>
              {m.allowed ? texts.yes : texts.no} {view.rights.find((r) => r.right === m.right)?.words}
            </span>
            <span className="text-soft">{m.reason}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
