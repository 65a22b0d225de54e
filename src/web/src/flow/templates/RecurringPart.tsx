import { type FormEvent, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { type RecurringSetting, Refusal, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries, useColleagues, useDocket, useStock } from '../../api/queries';
import { useParties, useQueueNames } from '../../dockets/setting';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { MomentField } from '../../ui/MomentField';
import { SiteField } from '../../ui/SiteField';
import { Button, Empty, Field, Wrong } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import { texts } from './texts';
import { useRecurring, useTemplates } from './useTemplates';

const words = texts.again;

const labels = {
  subject: words.subject,
  template: words.template,
  next: words.next,
  rule: words.rule,
  owner: words.owner,
  party: words.party,
  queue: words.queue,
  hears: words.hears,
  message: words.message,
  paused: words.paused,
};

/** Dockets that come round. With the reference of a docket, one begins with what that docket is. */
export function RecurringPart({ may, of }: { may: boolean; of: string | null }) {
  const { data: all, error, refetch } = useRecurring();
  const templates = useTemplates().data;
  const docket = useDocket(of ?? '').data;
  const [added, setAdded] = useState<RecurringSetting[]>([]);
  if (error && !all) return <Wrong error={error} again={() => void refetch()} />;
  if (!all || !templates || (of && !docket)) return null;
  const live = templates.filter((t) => !t.retired);
  const usual = live.find((t) => t.kind === docket?.kindId) ?? live[0];
  const fresh = (): RecurringSetting => ({
    id: newId(),
    template: usual?.id ?? '',
    subject: docket?.subject ?? usual?.subject ?? '',
    site: docket?.site ?? '',
    owner: docket?.owner?.id ?? null,
    party: docket?.conversations.find((c) => c.party?.id)?.party?.id ?? null,
    queue: null,
    rule: 'FREQ=YEARLY',
    next: null,
    hears: 'nothing',
    message: null,
    paused: false,
  });
  const rows = [...all, ...added.filter((a) => !all.some((r) => r.id === a.id))];
  const begun = of && rows.length === all.length && added.length === 0;
  return (
    <>
      <p className="max-w-[760px] text-soft">{words.intro}</p>
      {rows.length === 0 && !begun ? (
        <Empty title={words.none}>{live.length === 0 ? words.needsTemplate : words.noneHint}</Empty>
      ) : null}
      {(begun && may && usual ? [...rows, begunOf(of, fresh)] : rows).map((r) => (
        <RecurringForm
          key={r.id}
          recurring={r}
          may={may}
          templates={templates}
          onGone={() => setAdded((a) => a.filter((x) => x.id !== r.id))}
        />
      ))}
      {may ? (
        <div>
          <Button disabled={live.length === 0} onClick={() => setAdded((a) => [...a, fresh()])}>
            {words.add}
          </Button>
        </div>
      ) : null}
    </>
  );
}

const begunFrom = new Map<string, RecurringSetting>();

/** What is begun from a docket stays the same while the page is drawn again. */
function begunOf(reference: string, fresh: () => RecurringSetting) {
  const there = begunFrom.get(reference) ?? fresh();
  begunFrom.set(reference, there);
  return there;
}

type FormProps = {
  recurring: RecurringSetting;
  may: boolean;
  templates: { id: string; name: string; retired: boolean }[];
  onGone: () => void;
};

function RecurringForm({ recurring, may, templates, onGone }: FormProps) {
  const { value: r, set, changed, clashes, begin, send } = useBegun(recurring);
  const [wrong, setWrong] = useState('');
  const { data: colleagues } = useColleagues();
  const { data: parties = [] } = useParties(true);
  const { data: queues = [] } = useQueueNames(true);
  const stock = (useStock().data ?? []).filter((s) => !s.own);
  const isNew = !recurring.version;
  const path = { id: r.id };
  const save = async (event: FormEvent) => {
    event.preventDefault();
    try {
      begin(
        await send((body, ifMatch) =>
          taken(
            api.PUT('/api/recurring-dockets/{id}', {
              params: { path, header: { 'If-Match': ifMatch } },
              body: { ...body, message: body.hears === 'nothing' ? null : body.message },
            }),
          ),
        ),
      );
      setWrong('');
      void queries.invalidateQueries({ queryKey: keys.recurring });
      say(words.saved(r.subject));
    } catch (refusal) {
      setWrong(refusal instanceof Refusal && refusal.status === 412 ? '' : (refusal as Error).message);
    }
  };
  const remove = async () => {
    try {
      if (!isNew) await taken(api.DELETE('/api/recurring-dockets/{id}', { params: { path } }));
      await queries.invalidateQueries({ queryKey: keys.recurring });
      onGone();
      if (!isNew) say(words.removed(r.subject));
    } catch (refusal) {
      sayWrong(refusal);
    }
  };
  const option = (list: { id: string; name: string }[]) =>
    list.map((o) => (
      <option key={o.id} value={o.id}>
        {o.name}
      </option>
    ));
  return (
    <form
      onSubmit={(e) => void save(e)}
      aria-label={r.subject || words.unnamed}
      className="rounded-card border bg-surface p-3"
    >
      <fieldset disabled={!may} className="grid min-w-0 items-end gap-2 sm:grid-cols-2 lg:grid-cols-4">
        <Field
          className="sm:col-span-2"
          label={words.subject}
          required
          maxLength={200}
          value={r.subject}
          onChange={(e) => set({ subject: e.target.value })}
        />
        <Choose label={words.template} value={r.template} onChange={(template) => set({ template })}>
          {option(templates.filter((t) => !t.retired || t.id === r.template))}
        </Choose>
        <SiteField value={r.site} onChange={(site) => set({ site })} />
        <MomentField
          label={words.next}
          dayOnly
          sense="from"
          required={isNew}
          value={r.next ?? null}
          onChange={(next) => set({ next })}
        />
        <Choose label={words.rule} value={r.rule} onChange={(rule) => set({ rule })}>
          {Object.entries({ ...words.rules, ...(words.rules[r.rule] ? {} : { [r.rule]: r.rule }) }).map(
            ([rule, name]) => (
              <option key={rule} value={rule}>
                {name}
              </option>
            ),
          )}
        </Choose>
        <Choose label={words.owner} value={r.owner ?? ''} onChange={(v) => set({ owner: v || null })}>
          <option value="">{words.maker}</option>
          {option(colleagues?.people ?? [])}
        </Choose>
        <Choose
          label={words.party}
          value={r.party ?? ''}
          onChange={(v) => set({ party: v || null, queue: v ? (r.queue ?? queues[0]?.id ?? null) : null })}
        >
          <option value="">{words.nobody}</option>
          {option(parties)}
        </Choose>
        {r.party ? (
          <>
            <Choose label={words.queue} value={r.queue ?? ''} onChange={(v) => set({ queue: v || null })}>
              <option value="">{words.noQueue}</option>
              {option(queues)}
            </Choose>
            <Choose label={words.hears} value={r.hears} onChange={(hears) => set({ hears })}>
              {Object.entries(words.hearsWays).map(([way, name]) => (
                <option key={way} value={way}>
                  {name}
                </option>
              ))}
            </Choose>
            {r.hears === 'nothing' ? null : (
              <Choose label={words.message} value={r.message ?? ''} onChange={(v) => set({ message: v || null })}>
                <option value="">{words.choose}</option>
                {option(stock)}
              </Choose>
            )}
          </>
        ) : null}
        <label className="flex min-h-[30px] items-center gap-1.5 max-md:min-h-[44px]">
          <input type="checkbox" checked={r.paused} onChange={(e) => set({ paused: e.target.checked })} />
          {words.paused}
        </label>
      </fieldset>
      {wrong ? (
        <p role="alert" className="mt-2 text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <Clashes clashes={clashes} labels={labels} onTheirs={(field, theirs) => set({ [field]: theirs })} />
      <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 text-[13px] text-soft">
        {r.by ? <span>{words.setUpBy(r.by)}</span> : null}
        {r.last ? (
          <span>
            {words.last}{' '}
            <Link to={`/dockets/${r.last}`} className="underline underline-offset-2">
              {r.last}
            </Link>
          </span>
        ) : null}
        {may ? (
          <span className="ml-auto flex gap-1.5">
            <Button look="quiet" onClick={() => void remove()}>
              {words.remove}
            </Button>
            <Button type="submit" look={changed || isNew ? 'main' : 'plain'} disabled={!changed && !isNew}>
              {words.save}
            </Button>
          </span>
        ) : null}
      </p>
    </form>
  );
}
