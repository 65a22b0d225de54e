import { type FormEvent, useMemo, useState } from 'react';
import { type KindSetting, Refusal, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries, useColleagues } from '../../api/queries';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { SiteField } from '../../ui/SiteField';
import { Button, Field } from '../../ui/controls';
import { say } from '../../ui/toasts';
import { useQueueNames } from '../setting';
import { FieldRows } from './FieldRows';
import { MilestoneRows } from './MilestoneRows';
import { StageRows } from './StageRows';
import { Part } from './rows';
import { texts } from './texts';

const named: Record<string, string> = {
  name: texts.kind.name,
  many: texts.kind.many,
  letters: texts.kind.letters,
  nextNumber: texts.kind.next,
  byYear: texts.kind.byYear,
  withParty: texts.kind.withParty,
  fromTalk: texts.kind.fromTalk,
  queue: texts.kind.queue,
  site: texts.kind.site,
  owner: texts.kind.owner,
  retired: texts.kind.isRetired,
  stages: texts.stage.title,
  milestones: texts.milestone.title,
  fields: texts.field.title,
};

/** What is stored already: taken away it is retired, not gone; a stage that is in use has its dockets moved. */
const storedIn = (kind: KindSetting): ReadonlySet<string> =>
  new Set(
    kind.version
      ? [
          ...kind.stages.flatMap((s) => (s.retired ? [s.id] : [s.id, `live ${s.id}`])),
          ...kind.milestones.map((m) => m.id),
          ...kind.fields.flatMap((f) => [f.id, ...f.choices.map((c) => c.id)]),
        ]
      : [],
  );

/** A kind of docket, to be changed as a whole. */
export function KindForm({ kind: first, onSaved }: { kind: KindSetting; onSaved: (kind: KindSetting) => void }) {
  const { value: kind, set, changed, clashes, begin, send } = useBegun(first);
  const [wrong, setWrong] = useState('');
  const { data: colleagues } = useColleagues();
  const { data: queues = [] } = useQueueNames(true);
  const stored = useMemo(() => storedIn(first), [first]);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      const now = await send((body, ifMatch) =>
        taken(api.PUT('/api/kinds/{id}', { params: { path: { id: kind.id }, header: { 'If-Match': ifMatch } }, body })),
      );
      setWrong('');
      begin(now);
      onSaved(now);
      void queries.invalidateQueries({ queryKey: keys.kinds });
      say(texts.saved(now.name));
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  const box = (name: 'byYear' | 'withParty' | 'fromTalk' | 'retired', label: string) => (
    <label className="flex min-h-[30px] items-center gap-1.5 max-md:min-h-[44px]">
      <input type="checkbox" checked={kind[name]} onChange={(e) => set({ [name]: e.target.checked })} />
      {label}
    </label>
  );
  const show = (field: string, value: unknown) =>
    Array.isArray(value)
      ? (value as { name: string; retired?: boolean }[])
          .filter((v) => !v.retired)
          .map((v) => v.name)
          .join(', ')
      : field === 'owner'
        ? colleagues?.people.find((p) => p.id === value)?.name
        : field === 'queue'
          ? queues.find((q) => q.id === value)?.name
          : undefined;
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={kind.name || texts.unnamed}
      className="grid min-w-0 gap-4 rounded-card border bg-surface p-4"
    >
      <div className="grid gap-2 sm:grid-cols-[1fr_1fr_90px_150px]">
        <Field
          label={texts.kind.name}
          required
          maxLength={40}
          value={kind.name}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Field
          label={texts.kind.many}
          required
          maxLength={40}
          value={kind.many}
          onChange={(e) => set({ many: e.target.value })}
        />
        <Field
          label={texts.kind.letters}
          required
          maxLength={3}
          value={kind.letters}
          onChange={(e) => set({ letters: e.target.value.toUpperCase() })}
        />
        <Field
          label={texts.kind.next}
          type="number"
          min={1}
          required
          value={kind.nextNumber}
          hint={first.nextRef && !changed ? texts.kind.nextHint(first.nextRef) : undefined}
          onChange={(e) => set({ nextNumber: e.target.valueAsNumber || 1 })}
        />
      </div>
      <StageRows kind={kind} set={set} stored={stored} />
      <FieldRows kind={kind} set={set} stored={stored} />
      <MilestoneRows kind={kind} set={set} stored={stored} />
      <Part title={texts.kind.numbers}>
        <div className="grid gap-x-4 sm:grid-cols-2">
          {box('byYear', texts.kind.byYear)}
          {box('withParty', texts.kind.withParty)}
          {box('fromTalk', texts.kind.fromTalk)}
          {box('retired', texts.kind.isRetired)}
        </div>
        <div className="mt-1 grid gap-2 sm:grid-cols-3">
          <Choose label={texts.kind.queue} value={kind.queue ?? ''} onChange={(v) => set({ queue: v || null })}>
            <option value="">{texts.kind.anyQueue}</option>
            {queues.map((q) => (
              <option key={q.id} value={q.id}>
                {q.name}
              </option>
            ))}
          </Choose>
          <SiteField label={texts.kind.site} value={kind.site} onChange={(site) => set({ site })} />
          <Choose label={texts.kind.owner} value={kind.owner ?? ''} onChange={(v) => set({ owner: v || null })}>
            <option value="">{texts.kind.maker}</option>
            {(colleagues?.people ?? []).map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}
              </option>
            ))}
          </Choose>
        </div>
      </Part>
      {wrong ? (
        <p role="alert" className="text-late">
          {wrong}
        </p>
      ) : null}
      <Clashes clashes={clashes} labels={named} show={show} onTheirs={(field, theirs) => set({ [field]: theirs })} />
      <p className="sticky -bottom-4 -mx-4 -mb-4 rounded-b-card border-t bg-surface px-4 py-2 text-right max-md:static">
        <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed}>
          {texts.save}
        </Button>
      </p>
    </form>
  );
}
