import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type QueueSetting, type SetUpView, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, cx } from '../../ui/controls';
import { Choose } from '../../ui/Choose';
import { SiteField } from '../../ui/SiteField';
import { Alert, useSave } from './useSave';
import * as texts from './texts';

export function Queues({ data }: { data: SetUpView }) {
  const [added, setAdded] = useState<QueueSetting[]>([]);
  const fresh = (): QueueSetting => ({
    id: newId(),
    name: '',
    site: '',
    crew: null,
    calendar: data.calendars[0]!.name,
    firstMinutes: 240,
    laterMinutes: 240,
    handover: 'crew',
    unsorted: false,
    lateTo: null,
    retired: false,
    address: null,
  });
  return (
    <>
      <p className="text-soft">{texts.goalsMinutesQueueS}</p>
      {[...data.queues, ...added.filter((a) => !data.queues.some((q) => q.id === a.id))].map((q) => (
        <Queue key={q.id} queue={q} data={data} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>{texts.newQueue}</Button>
      </div>
    </>
  );
}

const labels = {
  name: texts.name,
  site: texts.site,
  crew: texts.onDuty,
  calendar: texts.hours,
  firstMinutes: texts.firstReply,
  laterMinutes: texts.later,
  handover: texts.whoCanReassign,
  lateTo: texts.whenLateAlsoTell,
  retired: texts.retiredQueue,
  address: texts.itsOwnAddress,
};

function Queue({ queue, data }: { queue: QueueSetting; data: SetUpView }) {
  const { value: q, set, changed, clashes, begin, send } = useBegun(queue);
  const { wrong, save } = useSave();
  const put = async (body: QueueSetting, ifMatch: string | undefined) => {
    const params = { path: { id: q.id }, header: { 'If-Match': ifMatch } };
    const made = await taken(api.PUT('/api/set-up/queues/{id}', { params, body }));
    begin(made.queues.find((d) => d.id === q.id)!);
    return made;
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(send(put), texts.savedItsClocksUse(q.name));
  };
  /** Who or what an id stands for. */
  const show = (_: string, value: unknown) =>
    data.crews.find((c) => c.id === value)?.name ?? data.staff.find((s) => s.id === value)?.name;
  return (
    <form
      onSubmit={submit}
      aria-label={q.name || texts.newQueue}
      className={cx(
        'grid gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.4fr_1fr_1fr_1fr]',
        'lg:grid-cols-[1.2fr_0.9fr_0.9fr_0.9fr_76px_76px_1.5fr_1.2fr_auto]',
      )}
    >
      <Field
        label={texts.name}
        required
        maxLength={60}
        value={q.name}
        hint={q.unsorted ? texts.forMailRouterNot : undefined}
        onChange={(e) => set({ name: e.target.value })}
      />
      <SiteField value={q.site} onChange={(site) => set({ site })} />
      <Choose label={texts.onDuty} value={q.crew ?? ''} onChange={(v) => set({ crew: v || null })}>
        <option value="">{texts.nobody}</option>
        {data.crews
          .filter((c) => !c.retired || c.id === q.crew)
          .map((c) => (
            <option key={c.id} value={c.id!}>
              {c.name}
            </option>
          ))}
      </Choose>
      <Choose label={texts.hours} value={q.calendar} onChange={(calendar) => set({ calendar })}>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <Field
        label={texts.firstReply}
        type="number"
        min={1}
        required
        value={q.firstMinutes}
        onChange={(e) => set({ firstMinutes: e.target.valueAsNumber || 0 })}
      />
      <Field
        label={texts.later}
        type="number"
        min={1}
        required
        value={q.laterMinutes}
        onChange={(e) => set({ laterMinutes: e.target.valueAsNumber || 0 })}
      />
      <Choose label={texts.whoCanReassign} value={q.handover} onChange={(handover) => set({ handover })}>
        <option value="anyone">{texts.anyone}</option>
        <option value="crew">{texts.crewAndCoordinators}</option>
        <option value="owner">{texts.ownerAndManagers}</option>
      </Choose>
      <Choose label={texts.whenLateAlsoTell} value={q.lateTo ?? ''} onChange={(v) => set({ lateTo: v || null })}>
        <option value="">{texts.nobody}</option>
        {data.staff.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </Choose>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px] self-start">
        {texts.save}
      </Button>
      {q.unsorted ? null : (
        <Field
          label={texts.itsOwnAddress}
          type="email"
          maxLength={254}
          hint={texts.addressOfQueueDoes}
          className="col-span-full max-w-[420px]"
          value={q.address ?? ''}
          onChange={(e) => set({ address: e.target.value || null })}
        />
      )}
      {q.unsorted ? null : (
        <label className="col-span-full flex min-h-6 items-center gap-1.5 text-[13px] max-md:min-h-[44px]">
          <input type="checkbox" checked={q.retired} onChange={(e) => set({ retired: e.target.checked })} />
          {texts.retiredQueue}
        </label>
      )}
      <div className="col-span-full empty:hidden">
        <Alert>{wrong}</Alert>
        <Clashes clashes={clashes} labels={labels} show={show} onTheirs={(field, theirs) => set({ [field]: theirs })} />
      </div>
    </form>
  );
}
