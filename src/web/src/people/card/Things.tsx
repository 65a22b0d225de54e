import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { type PartyCardView, type PartyThingView, api, taken } from '../../api/client';
import { Choose } from '../../ui/Choose';
import { Button, Field, inputClass } from '../../ui/controls';
import { CardForm, Listed, Tick } from './CardForm';
import { Section } from './Section';
import * as texts from './texts';

/** What is theirs and worked on, with the dockets about it. */
export function Things({ card, party, mayChange }: { card: PartyCardView; party: string; mayChange: boolean }) {
  const [params] = useSearchParams();
  const [changing, setChanging] = useState<string | null>(null);
  const live = card.sites.filter((s) => !s.retired);
  const form = (thing: PartyThingView) => (
    <CardForm
      first={thing}
      party={party}
      labels={{
        name: texts.name,
        number: texts.number,
        sort: texts.sort,
        site: texts.place,
        notes: texts.notes,
        fields: texts.line,
        retired: texts.gone,
      }}
      show={(field, value) =>
        field === 'fields'
          ? (value as PartyThingView['fields']).map((f) => `${f.name}: ${f.value}`).join(', ')
          : field === 'site'
            ? card.sites.find((s) => s.id === value)?.name
            : undefined
      }
      put={(mine, ifMatch) =>
        taken(
          api.PUT('/api/contacts/{party}/things/{id}', {
            params: { path: { party, id: thing.id }, header: { 'If-Match': ifMatch } },
            body: mine,
          }),
        )
      }
      onDone={() => setChanging(null)}
    >
      {(value, set, wrong) => (
        <>
          <div className="grid gap-2 sm:grid-cols-2">
            <Field
              label={texts.name}
              required
              autoFocus
              maxLength={120}
              wrong={wrong('name')}
              value={value.name}
              onChange={(e) => set({ name: e.target.value })}
            />
            <Field
              label={texts.number}
              hint={texts.numberHint}
              maxLength={80}
              wrong={wrong('number')}
              value={value.number}
              onChange={(e) => set({ number: e.target.value })}
            />
            <Field
              label={texts.sort}
              hint={texts.sortHint}
              maxLength={40}
              list="thing-sorts"
              value={value.sort}
              onChange={(e) => set({ sort: e.target.value })}
            />
            <datalist id="thing-sorts">
              {card.sorts.map((s) => (
                <option key={s} value={s} />
              ))}
            </datalist>
            {live.length > 0 ? (
              <Choose label={texts.place} value={value.site ?? ''} onChange={(v) => set({ site: v || null })}>
                <option value="">{texts.none}</option>
                {card.sites
                  .filter((s) => !s.retired || s.id === value.site)
                  .map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
              </Choose>
            ) : null}
          </div>
          <Lines value={value} set={set} wrong={wrong('fields')} />
          <Field
            label={texts.notes}
            maxLength={4000}
            value={value.notes}
            onChange={(e) => set({ notes: e.target.value })}
          />
          {thing.version ? (
            <Tick label={texts.gone} on={value.retired} onChange={(retired) => set({ retired })} />
          ) : null}
        </>
      )}
    </CardForm>
  );
  return (
    <Section title={texts.things}>
      <Listed
        all={card.things}
        changing={changing}
        marked={params.get('thing')}
        onChange={mayChange ? setChanging : undefined}
        form={form}
        fresh={() => ({
          id: newId(),
          site: null,
          sort: '',
          name: '',
          number: '',
          notes: '',
          fields: [],
          retired: false,
        })}
        add={texts.addThing}
        none={texts.noThings}
        past={texts.gonePast}
        show={(t) => (
          <>
            <b dir="auto">{t.name}</b>
            {t.number ? <span className="tabular-nums"> {t.number}</span> : null}
            <span className="text-soft">
              {[t.sort, card.sites.find((s) => s.id === t.site)?.name, t.retired ? texts.goneShort : '']
                .filter(Boolean)
                .map((w) => ` · ${w}`)
                .join('')}
            </span>
            {t.fields.length + t.notes.length > 0 ? (
              <span dir="auto" className="block text-soft">
                {[...t.fields.map((f) => `${f.name}: ${f.value}`), t.notes].filter(Boolean).join(' · ')}
              </span>
            ) : null}
            <span className="flex flex-wrap gap-x-2">
              {card.dockets
                .filter((d) => d.things.includes(t.id))
                .map((d) => (
                  <Link key={d.ref} to={`/dockets/${d.ref}`} className="text-wren underline" title={d.subject}>
                    {d.ref}
                  </Link>
                ))}
            </span>
          </>
        )}
      />
    </Section>
  );
}

type LinesProps = { value: PartyThingView; set: (part: Partial<PartyThingView>) => void; wrong?: string };

/** Anything else that is kept of a thing, line by line. */
function Lines({ value, set, wrong }: LinesProps) {
  const change = (at: number, part: Partial<PartyThingView['fields'][number]>) =>
    set({ fields: value.fields.map((f, i) => (i === at ? { ...f, ...part } : f)) });
  return (
    <div className="grid gap-1">
      {value.fields.map((f, i) => (
        <div key={i} className="grid grid-cols-[minmax(0,1fr)_minmax(0,2fr)_auto] gap-2">
          <input
            aria-label={`${texts.line} ${i + 1}`}
            placeholder={texts.name}
            maxLength={40}
            className={inputClass}
            value={f.name}
            onChange={(e) => change(i, { name: e.target.value })}
          />
          <input
            aria-label={`${texts.value} ${i + 1}`}
            placeholder={texts.value}
            maxLength={400}
            className={inputClass}
            value={f.value}
            onChange={(e) => change(i, { value: e.target.value })}
          />
          <Button look="quiet" onClick={() => set({ fields: value.fields.filter((_, n) => n !== i) })}>
            {texts.remove}
          </Button>
        </div>
      ))}
      {wrong ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <p>
        <Button onClick={() => set({ fields: [...value.fields, { name: '', value: '' }] })}>{texts.addLine}</Button>
      </p>
    </div>
  );
}
