import { type FormEvent, useState } from 'react';
import { type ContactView, Refusal, api, taken } from '../api/client';
import { useBegun } from '../api/meanwhile';
import { keys, queries } from '../api/queries';
import { Clashes } from '../ui/Clashes';
import { Button, Field, inputClass } from '../ui/controls';
import { SamePerson } from '../ui/SamePerson';
import { took } from './took';
import * as texts from './texts';

type Props = { contact: ContactView; party: string; mayChange: boolean; speaks: boolean; others: ContactView[] };

export function Contact({ contact, party, mayChange, speaks, others }: Props) {
  const [changing, setChanging] = useState(false);
  const join = async (gone: string) => {
    await taken(api.PUT('/api/contacts/people/{id}/same', { params: { path: { id: contact.id } }, body: { gone } }));
    await queries.invalidateQueries({ queryKey: keys.contacts });
  };
  if (changing) return <ContactForm contact={contact} party={party} onDone={() => setChanging(false)} />;
  return (
    <div className="flex items-start gap-4">
      <div className="min-w-0 flex-1">
        <b>{contact.name}</b>{' '}
        {contact.language ? (
          <span className="text-[12.5px] text-soft">{texts.writesIn(languageName(contact.language))}</span>
        ) : null}
        {speaks ? <span className="ml-1.5 text-[12.5px] font-semibold">{texts.speaksFirst}</span> : null}
        {contact.purpose ? (
          <p dir="auto" className="text-[13px] text-soft">
            {contact.purpose}
          </p>
        ) : null}
        <p className="flex flex-wrap gap-x-4 text-[13px]">
          {contact.address ? <a href={`mailto:${contact.address}`}>{contact.address}</a> : null}
          {contact.reaches.map((r) => (
            <span key={r.kind + r.value}>
              <a href={r.kind === 'phone' ? `tel:${r.value}` : `mailto:${r.value}`}>{r.shown ?? r.value}</a>
              {r.label ? <span className="text-soft"> {r.label}</span> : null}
            </span>
          ))}
          {!contact.address && contact.reaches.length === 0 ? (
            <span className="text-soft">{texts.noAddressNumberKnown}</span>
          ) : null}
        </p>
      </div>
      {mayChange ? (
        <>
          <SamePerson name={contact.name} others={others} onJoin={join} />
          <Button onClick={() => setChanging(true)}>{texts.edit}</Button>
        </>
      ) : null}
    </div>
  );
}

function languageName(tag: string) {
  try {
    return new Intl.DisplayNames('en-GB', { type: 'language' }).of(tag) ?? tag;
  } catch {
    return tag;
  }
}

export function ContactForm({ contact, party, onDone }: { contact: ContactView; party: string; onDone: () => void }) {
  const { value, set, clashes, send } = useBegun(contact);
  const { name, language, reaches } = value;
  const setReaches = (become: (all: typeof reaches) => typeof reaches) => set({ reaches: become(reaches) });
  const [wrong, setWrong] = useState<{ field?: string; words: string } | null>(null);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(null);
    try {
      took(
        await send((mine, ifMatch) =>
          taken(
            api.PUT('/api/contacts/people/{id}', {
              params: { path: { id: contact.id }, header: { 'If-Match': ifMatch } },
              body: {
                party,
                name: mine.name,
                address: mine.address?.trim() || null,
                language: mine.language,
                purpose: mine.purpose,
                reaches: mine.reaches.filter((r) => r.value.trim()),
              },
            }),
          ),
        ),
      );
      onDone();
    } catch (refusal) {
      if (refusal instanceof Refusal && refusal.status === 412) return;
      setWrong({
        field: refusal instanceof Refusal ? Object.keys(refusal.fields)[0] : undefined,
        words: (refusal as Error).message,
      });
    }
  };
  const change = (i: number, part: Partial<(typeof reaches)[number]>) =>
    setReaches((all) => all.map((r, n) => (n === i ? { ...r, ...part } : r)));
  return (
    <form onSubmit={(e) => void save(e)} className="grid gap-2 rounded-card border bg-surface p-3">
      <div className="grid gap-2 sm:grid-cols-[1fr_1fr_110px]">
        <Field
          label={texts.name}
          required
          maxLength={80}
          value={name}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Field
          label={texts.mailAddress}
          value={value.address ?? ''}
          wrong={wrong?.field === 'address' ? wrong.words : undefined}
          onChange={(e) => set({ address: e.target.value })}
        />
        <Field
          label={texts.language}
          placeholder={texts.en}
          maxLength={35}
          value={language}
          onChange={(e) => set({ language: e.target.value })}
        />
      </div>
      <Field
        label={texts.speaksFor}
        hint={texts.speaksForHint}
        maxLength={120}
        value={value.purpose}
        onChange={(e) => set({ purpose: e.target.value })}
      />
      {reaches.map((r, i) => (
        <div key={i} className="grid grid-cols-[100px_1fr_120px_auto] items-end gap-2">
          <label className="block">
            <span className="sr-only">{texts.kind}</span>
            <select className={inputClass} value={r.kind} onChange={(e) => change(i, { kind: e.target.value })}>
              <option value="phone">{texts.number}</option>
              <option value="mail">{texts.mail}</option>
            </select>
          </label>
          <input
            aria-label={r.kind === 'phone' ? texts.numberTitle : texts.furtherMailAddress}
            className={inputClass}
            value={r.value}
            onChange={(e) => change(i, { value: e.target.value })}
          />
          <input
            aria-label={texts.whatItIsFor}
            placeholder={texts.mobile}
            className={inputClass}
            value={r.label ?? ''}
            onChange={(e) => change(i, { label: e.target.value })}
          />
          <Button look="quiet" onClick={() => setReaches((all) => all.filter((_, n) => n !== i))}>
            {texts.remove}
          </Button>
        </div>
      ))}
      {wrong && wrong.field !== 'address' ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong.words}
        </p>
      ) : null}
      <Clashes
        clashes={clashes}
        labels={{
          name: texts.name,
          address: texts.mailAddress,
          language: texts.language,
          purpose: texts.speaksFor,
          reaches: texts.numbersAndAddresses,
        }}
        show={(field, all) =>
          field === 'reaches' ? (all as typeof reaches).map((r) => r.value).join(', ') || texts.none : undefined
        }
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p className="flex gap-2">
        <Button onClick={() => setReaches((all) => [...all, { kind: 'phone', value: '', label: '', shown: null }])}>
          {texts.addNumberAddress}
        </Button>
        <Button look="main" type="submit" className="ml-auto">
          {texts.save}
        </Button>
        <Button onClick={onDone}>{texts.cancel}</Button>
      </p>
    </form>
  );
}
