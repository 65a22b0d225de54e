import { type FormEvent, useState } from 'react';
import { v7 as newId } from 'uuid';
import { Refusal, type SetUpView, type SiteSetting, api, taken } from '../api/client';
import { useBegun } from '../api/meanwhile';
import { keys, queries, useSites } from '../api/queries';
import { Choose } from '../ui/Choose';
import { Clashes } from '../ui/Clashes';
import { Button, Field } from '../ui/controls';
import { say } from '../ui/toasts';
import { texts } from './texts';

const words = texts.sites;

const labels = {
  name: words.name,
  address: words.address,
  zone: words.zone,
  hours: words.hours,
  retired: words.retired,
};

/** The places where the firm works. */
export function SitesPart({ data }: { data: SetUpView }) {
  const { data: sites = [] } = useSites();
  const [added, setAdded] = useState<SiteSetting[]>([]);
  const fresh = (): SiteSetting => ({ id: newId(), name: '', address: '', zone: '', hours: '', retired: false });
  const all = [...sites, ...added.filter((a) => !sites.some((s) => s.id === a.id))];
  return (
    <>
      <p className="max-w-[760px] text-soft">{words.intro}</p>
      {all.map((s) => (
        <SiteForm key={s.id} site={s} hours={data.calendars.map((c) => c.name)} />
      ))}
      <div>
        <Button onClick={() => setAdded((a) => [...a, fresh()])}>{words.add}</Button>
      </div>
    </>
  );
}

function SiteForm({ site, hours }: { site: SiteSetting; hours: string[] }) {
  const { value: s, set, changed, clashes, begin, send } = useBegun(site);
  const [wrong, setWrong] = useState('');
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      begin(
        await send((body, ifMatch) =>
          taken(api.PUT('/api/sites/{id}', { params: { path: { id: s.id }, header: { 'If-Match': ifMatch } }, body })),
        ),
      );
      setWrong('');
      void queries.invalidateQueries({ queryKey: keys.sites });
      void queries.invalidateQueries({ queryKey: keys.setUp });
      void queries.invalidateQueries({ queryKey: keys.kinds });
      say(words.saved(s.name));
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={s.name || words.unnamed}
      className="grid items-end gap-2 rounded-card border bg-surface p-3 sm:grid-cols-2 lg:grid-cols-[1fr_1.6fr_1fr_1fr_auto_auto]"
    >
      <Field
        label={words.name}
        required
        maxLength={60}
        value={s.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <Field
        label={words.address}
        maxLength={300}
        value={s.address}
        onChange={(e) => set({ address: e.target.value })}
      />
      <Choose label={words.hours} value={s.hours} onChange={(v) => set({ hours: v })}>
        <option value="">{words.firms}</option>
        {hours.map((h) => (
          <option key={h}>{h}</option>
        ))}
      </Choose>
      <Field
        label={words.zone}
        maxLength={60}
        placeholder={words.firms}
        value={s.zone}
        onChange={(e) => set({ zone: e.target.value })}
      />
      <label className="flex min-h-[30px] items-center gap-1.5 max-md:min-h-[44px]">
        <input type="checkbox" checked={s.retired} onChange={(e) => set({ retired: e.target.checked })} />
        {words.retired}
      </label>
      <Button type="submit" look={changed ? 'main' : 'plain'} disabled={!changed}>
        {words.save}
      </Button>
      <div className="col-span-full empty:hidden">
        {wrong ? (
          <p role="alert" className="text-[13px] text-late">
            {wrong}
          </p>
        ) : null}
        <Clashes clashes={clashes} labels={labels} onTheirs={(field, theirs) => set({ [field]: theirs })} />
      </div>
    </form>
  );
}
