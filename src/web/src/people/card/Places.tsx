import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { type PartyCardView, type PartySiteView, api, taken } from '../../api/client';
import { Field } from '../../ui/controls';
import { CardForm, Listed, Tick } from './CardForm';
import { Section } from './Section';
import * as texts from './texts';

/** The places where work is done for them. */
export function Places({ card, party, mayChange }: { card: PartyCardView; party: string; mayChange: boolean }) {
  const [changing, setChanging] = useState<string | null>(null);
  const form = (place: PartySiteView) => (
    <CardForm
      first={place}
      party={party}
      labels={{ name: texts.placeName, address: texts.address, notes: texts.placeNotes, retired: texts.closedPlace }}
      put={(mine, ifMatch) =>
        taken(
          api.PUT('/api/contacts/{party}/sites/{id}', {
            params: { path: { party, id: place.id }, header: { 'If-Match': ifMatch } },
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
              label={texts.placeName}
              required
              autoFocus
              maxLength={80}
              wrong={wrong('name')}
              value={value.name}
              onChange={(e) => set({ name: e.target.value })}
            />
            <Field
              label={texts.address}
              maxLength={300}
              value={value.address}
              onChange={(e) => set({ address: e.target.value })}
            />
          </div>
          <Field
            label={texts.placeNotes}
            maxLength={2000}
            value={value.notes}
            onChange={(e) => set({ notes: e.target.value })}
          />
          {place.version ? (
            <Tick label={texts.closedPlace} on={value.retired} onChange={(retired) => set({ retired })} />
          ) : null}
        </>
      )}
    </CardForm>
  );
  return (
    <Section title={texts.places}>
      <Listed
        all={card.sites}
        changing={changing}
        onChange={mayChange ? setChanging : undefined}
        form={form}
        fresh={() => ({ id: newId(), name: '', address: '', notes: '', retired: false })}
        add={texts.addPlace}
        none={texts.noPlaces}
        past={texts.notUsedPast}
        show={(s) => (
          <>
            <b dir="auto">{s.name}</b>
            {s.retired ? <span className="text-soft"> {texts.notUsed}</span> : null}
            <span dir="auto" className="block text-soft">
              {[s.address, s.notes].filter(Boolean).join(' · ')}
            </span>
          </>
        )}
      />
    </Section>
  );
}
