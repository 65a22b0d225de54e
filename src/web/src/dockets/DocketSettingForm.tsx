import { type FormEvent, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { type DocketFields, type DocketSetting, type Me, Refusal, api, taken } from '../api/client';
import { useBegun } from '../api/meanwhile';
import { keys, queries, useColleagues } from '../api/queries';
import { moment } from '../ui/time';
import { Clashes } from '../ui/Clashes';
import { Button, Field } from '../ui/controls';
import { Choose } from '../ui/Choose';
import { SiteField } from '../ui/SiteField';
import { MilestoneFields } from './MilestoneFields';
import { OwnField, shownOwn, useOwnFields } from './OwnField';
import { refreshDocket } from './setting';
import * as texts from './docketTexts';

/** The details of a docket, to be changed. */
export function DocketSettingForm({ reference, onDone }: { reference: string; onDone: () => void }) {
  const { data } = useQuery({
    queryKey: [...keys.docket(reference), 'setting'],
    queryFn: () => taken(api.GET('/api/dockets/{reference}/setting', { params: { path: { reference } } })),
    staleTime: 0,
    gcTime: 0,
  });
  return data ? (
    <Form reference={reference} setting={data} onDone={onDone} />
  ) : (
    <p className="text-soft">{texts.loading}</p>
  );
}

/** A docket's own fields stand beside what every docket has, each under its id, so that two who fill in different ones
 * do not collide. */
type Begun = Omit<DocketFields, 'values'> & { version?: string } & { [own: `own ${string}`]: string };

const begun = ({ fields: { values, ...fields }, version }: DocketSetting): Begun => ({
  ...fields,
  version,
  ...Object.fromEntries(
    Object.entries(values ?? {}).map(([id, value]) => [`own ${id}`, (value as string | null) ?? '']),
  ),
});

const ended = ({ version: _version, ...all }: Begun): DocketFields => {
  const own = Object.entries(all).filter(([name]) => name.startsWith('own '));
  const fields = Object.fromEntries(Object.entries(all).filter(([name]) => !name.startsWith('own ')));
  return {
    ...(fields as Omit<DocketFields, 'values'>),
    values: Object.fromEntries(own.map(([name, value]) => [name.slice(4), value as string])),
  };
};

/** How it is now, with its version among its fields. */
const flat = (refusal: Refusal) => new Refusal(412, refusal.message, {}, [], begun(refusal.current as DocketSetting));

const labels = {
  subject: texts.subject,
  site: texts.site,
  owner: texts.owner,
  priority: texts.priority,
  limited: texts.onlyForThoseListed,
  people: texts.peopleListed,
  crews: texts.crewsListed,
  milestones: texts.milestones,
};

function Form({ reference, setting, onDone }: { reference: string; setting: DocketSetting; onDone: () => void }) {
  const own = useOwnFields(setting);
  const { value: fields, set, clashes, send } = useBegun<Begun>(begun(setting));
  const [wrong, setWrong] = useState('');
  const { data: colleagues } = useColleagues();
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await send((value, ifMatch) =>
        taken(
          api.PUT('/api/dockets/{reference}/setting', {
            params: { path: { reference }, header: { 'If-Match': ifMatch } },
            body: ended(value),
          }),
        ).catch((refusal: unknown) => {
          throw refusal instanceof Refusal && refusal.status === 412 ? flat(refusal) : refusal;
        }),
      );
      refreshDocket(reference);
      onDone();
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  const named = (id: unknown) => [...(colleagues?.people ?? []), ...(colleagues?.crews ?? [])].find((x) => x.id === id);
  const show = (field: string, value: unknown) =>
    field.startsWith('own ')
      ? shownOwn(own, field, value, named)
      : field === 'milestones'
        ? (value as DocketFields['milestones']).map((m) => `${m.name} ${moment(m.at)}`).join(', ')
        : Array.isArray(value)
          ? value.map((id) => named(id)?.name ?? '').join(', ')
          : named(value)?.name;
  /** Whoever limits it, and its owner, are on the list to begin with. */
  const limit = () => {
    const me = queries.getQueryData<Me>(keys.me)?.person.id;
    set({
      limited: true,
      people: [...new Set([...fields.people, ...[fields.owner, me].filter((p) => !!p)])] as string[],
    });
  };
  const listed = (kind: 'people' | 'crews', id: string, on: boolean) => {
    const next = on ? [...fields[kind], id] : fields[kind].filter((x) => x !== id);
    set(kind === 'people' ? { people: next } : { crews: next });
  };
  return (
    <form onSubmit={(e) => void save(e)} className="grid gap-2">
      <Field
        label={texts.subject}
        required
        maxLength={200}
        value={fields.subject}
        onChange={(e) => set({ subject: e.target.value })}
      />
      <div className="grid grid-cols-2 gap-2">
        <SiteField value={fields.site} onChange={(site) => set({ site })} />
        <Choose label={texts.priority} value={fields.priority} onChange={(priority) => set({ priority })}>
          {['critical', 'high', 'normal', 'low'].map((p) => (
            <option key={p} value={p}>
              {p.charAt(0).toUpperCase() + p.slice(1)}
            </option>
          ))}
        </Choose>
      </div>
      <Choose label={texts.owner} value={fields.owner ?? ''} onChange={(v) => set({ owner: v || null })}>
        <option value="">{texts.nobody}</option>
        {(colleagues?.people ?? []).map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Choose>
      {own.length > 0 ? (
        <div className="grid grid-cols-2 gap-2">
          {own.map((f) => (
            <OwnField
              key={f.id}
              field={f}
              value={fields[`own ${f.id}`] ?? ''}
              onChange={(value) => set({ [`own ${f.id}`]: value })}
            />
          ))}
        </div>
      ) : null}
      <MilestoneFields
        reference={reference}
        milestones={fields.milestones}
        onChange={(milestones) => set({ milestones })}
      />
      <fieldset>
        <legend className="text-[13px] font-semibold">{texts.whichColleaguesCanSee}</legend>
        <label className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
          <input type="radio" name="sight" checked={!fields.limited} onChange={() => set({ limited: false })} />
          {texts.allColleagues}
        </label>
        <label className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
          <input type="radio" name="sight" checked={fields.limited} onChange={limit} />
          {texts.onlyThese}
        </label>
        {fields.limited ? (
          <div className="mt-1 grid max-h-44 grid-cols-2 overflow-auto rounded-card border p-1.5 text-[13px]">
            {(colleagues?.crews ?? []).map((c) => (
              <label key={c.id} className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
                <input
                  type="checkbox"
                  checked={fields.crews.includes(c.id)}
                  onChange={(e) => listed('crews', c.id, e.target.checked)}
                />
                {texts.crew} {c.name}
              </label>
            ))}
            {(colleagues?.people ?? []).map((p) => (
              <label key={p.id} className="flex min-h-6 items-center gap-1.5 max-md:min-h-[44px]">
                <input
                  type="checkbox"
                  checked={fields.people.includes(p.id)}
                  onChange={(e) => listed('people', p.id, e.target.checked)}
                />
                {p.name}
              </label>
            ))}
          </div>
        ) : null}
      </fieldset>
      {wrong ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <Clashes
        clashes={clashes}
        labels={{ ...labels, ...Object.fromEntries(own.map((f) => [`own ${f.id}`, f.name])) }}
        show={show}
        onTheirs={(field, theirs) => set({ [field]: theirs } as Partial<Begun>)}
      />
      <p className="flex justify-end gap-2">
        <Button look="quiet" onClick={onDone}>
          {texts.cancel}
        </Button>
        <Button look="main" type="submit" disabled={!fields.subject.trim()}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}
