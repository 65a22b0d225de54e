import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { type QueueSetting, type SetUpView, api, taken } from '../../api/client';
import { Button, Field, cx } from '../../ui/controls';
import { Choose } from '../../ui/Choose';
import { Alert, useSave } from './useSave';

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
  });
  return (
    <>
      <p className="text-soft">
        Goals are minutes of the queue’s own working time. Anyone may take what nobody owns; who may reassign the rest
        is set here. A change is on every clock at once.
      </p>
      {[...data.queues, ...added.filter((a) => !data.queues.some((q) => q.id === a.id))].map((q) => (
        <Queue key={q.id} queue={q} data={data} />
      ))}
      <div>
        <Button onClick={() => setAdded((all) => [...all, fresh()])}>New queue</Button>
      </div>
    </>
  );
}

function Queue({ queue, data }: { queue: QueueSetting; data: SetUpView }) {
  const [q, setQ] = useState(queue);
  const { wrong, save } = useSave();
  const set = (part: Partial<QueueSetting>) => setQ((all) => ({ ...all, ...part }));
  const changed = JSON.stringify(q) !== JSON.stringify(data.queues.find((d) => d.id === q.id));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save(
      taken(api.PUT('/api/set-up/queues/{id}', { params: { path: { id: q.id } }, body: q })),
      `${q.name} is set. Its clocks count by it from now on.`,
    );
  };
  return (
    <form
      onSubmit={submit}
      aria-label={q.name || 'New queue'}
      className={cx(
        'grid gap-2 rounded-card border bg-surface p-3 sm:grid-cols-[1.4fr_1fr_1fr_1fr]',
        'lg:grid-cols-[1.3fr_1fr_1fr_1fr_80px_80px_1.1fr_1.1fr_auto]',
      )}
    >
      <Field
        label="Name"
        required
        maxLength={60}
        value={q.name}
        hint={q.unsorted ? 'holds what the router was unsure of' : undefined}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Field label="Site" maxLength={60} value={q.site} onChange={(e) => set({ site: e.target.value })} />
      <Choose label="On duty" value={q.crew ?? ''} onChange={(v) => set({ crew: v || null })}>
        <option value="">nobody</option>
        {data.crews.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </Choose>
      <Choose label="Hours" value={q.calendar} onChange={(calendar) => set({ calendar })}>
        {data.calendars.map((c) => (
          <option key={c.name}>{c.name}</option>
        ))}
      </Choose>
      <Field
        label="First reply"
        type="number"
        min={1}
        required
        value={q.firstMinutes}
        onChange={(e) => set({ firstMinutes: e.target.valueAsNumber || 0 })}
      />
      <Field
        label="Later"
        type="number"
        min={1}
        required
        value={q.laterMinutes}
        onChange={(e) => set({ laterMinutes: e.target.valueAsNumber || 0 })}
      />
      <Choose label="Who may reassign" value={q.handover} onChange={(handover) => set({ handover })}>
        <option value="anyone">anyone</option>
        <option value="crew">owner, crew on duty, coordinators</option>
        <option value="owner">owner and managers</option>
      </Choose>
      <Choose label="When late, tell also" value={q.lateTo ?? ''} onChange={(v) => set({ lateTo: v || null })}>
        <option value="">nobody</option>
        {data.staff.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </Choose>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed} className="mt-[22px] self-start">
        Save
      </Button>
      {wrong ? (
        <div className="col-span-full">
          <Alert>{wrong}</Alert>
        </div>
      ) : null}
    </form>
  );
}
