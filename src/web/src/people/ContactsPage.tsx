import { useQuery } from '@tanstack/react-query';
import { type ChangeEvent, type FormEvent, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { type ContactView, type Me, type PartyFile, type PartyRow, Refusal, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Empty, Field, Panel, Wrong, cx, inputClass } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';

const heading = 'mb-1 border-b pb-1 text-[13px] font-bold';
const took = (file: PartyFile) => {
  queries.setQueryData(keys.contact(file.id), file);
  void queries.invalidateQueries({ queryKey: keys.contacts, exact: true });
};

/** Customers and partners: who speaks for them, how they are reached, and what there was with them. */
export function ContactsPage({ me }: { me: Me }) {
  const { data, error, refetch } = useQuery({
    queryKey: keys.contacts,
    queryFn: () => taken(api.GET('/api/contacts')),
  });
  const [typed, setTyped] = useState('');
  const [params, setParams] = useSearchParams();
  const mayChange = me.person.role !== 'member';
  const words = typed.trim().toLowerCase();
  const shown = (data ?? []).filter((p) =>
    `${p.name} ${p.people.join(' ')} ${p.dockets.join(' ')}`.toLowerCase().includes(words),
  );
  const chosen = params.get('party') ?? shown[0]?.id;
  const choose = (id: string) => setParams((p) => (p.set('party', id), p));
  const picker = useRef<HTMLInputElement>(null);
  const bring = async (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (!file) return;
    try {
      const done = await taken(api.POST('/api/contacts/cards', { body: { text: await file.text() } }));
      say(
        <span>
          {done.added} added, {done.changed} brought up to date.{' '}
          {done.left.length > 0 ? `Left out: ${done.left.join(' ')}` : ''}
        </span>,
        { stays: done.left.length > 0 },
      );
      void queries.invalidateQueries({ queryKey: keys.contacts });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const add = async (kind: 'customer' | 'partner') => {
    try {
      const file = await taken(
        api.PUT('/api/contacts/{party}', {
          params: { path: { party: newId() } },
          body: { name: typed.trim() || 'New contact', kind },
        }),
      );
      took(file);
      choose(file.id);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">Contacts</h1>
        <input
          aria-label="Find a contact"
          placeholder="A name or a docket"
          className={cx(inputClass, '!w-56')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        {mayChange ? (
          <>
            <Button onClick={() => void add('customer')}>New customer</Button>
            <Button onClick={() => void add('partner')}>New partner</Button>
            <input
              ref={picker}
              type="file"
              accept=".vcf,text/vcard"
              className="sr-only"
              tabIndex={-1}
              aria-label="vCard file"
              onChange={(e) => void bring(e)}
            />
            <Button onClick={() => picker.current?.click()}>Bring in vCards</Button>
          </>
        ) : null}
        <a
          href="/api/contacts/cards"
          className="inline-flex min-h-[28px] items-center rounded-card border bg-surface px-2.5 hover:border-soft max-md:min-h-[44px]"
        >
          Take out as vCards
        </a>
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      <div className="grid min-h-0 flex-1 md:grid-cols-[300px_minmax(0,1fr)]">
        <nav aria-label="Contacts" className="min-h-0 overflow-auto border-r max-md:max-h-64">
          {data && shown.length === 0 ? (
            <Empty title="Nobody of that name">Try fewer letters, or make them a customer above.</Empty>
          ) : null}
          <ul>
            {shown.map((p) => (
              <li key={p.id} className="border-b">
                <button
                  type="button"
                  aria-current={p.id === chosen}
                  onClick={() => choose(p.id)}
                  className={cx(
                    'block min-h-[44px] w-full px-4 py-1.5 text-left text-[13px]',
                    p.id === chosen ? 'bg-surface' : 'hover:bg-surface',
                  )}
                >
                  <span className="flex justify-between gap-2">
                    <b className="truncate">{p.name}</b>
                    <span className="flex-none text-soft">{p.open > 0 ? `${p.open} open` : ''}</span>
                  </span>
                  <span className="block truncate text-soft">
                    {[p.kind === 'partner' ? 'partner' : null, ...p.people.filter((n) => n !== p.name), ...p.dockets]
                      .filter(Boolean)
                      .join(', ') || 'nothing with them yet'}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div className="min-h-0 overflow-auto p-4">
          {chosen ? <Party key={chosen} id={chosen} mayChange={mayChange} all={data ?? []} /> : null}
        </div>
      </div>
    </div>
  );
}

function Party({ id, mayChange, all }: { id: string; mayChange: boolean; all: PartyRow[] }) {
  const {
    data: party,
    error,
    refetch,
  } = useQuery({
    queryKey: keys.contact(id),
    queryFn: () => taken(api.GET('/api/contacts/{party}', { params: { path: { party: id } } })),
  });
  const [adding, setAdding] = useState(false);
  if (error && !party) return <Wrong error={error} again={() => void refetch()} />;
  if (!party) return null;
  const rename = async (name: string, kind: string) => {
    try {
      took(await taken(api.PUT('/api/contacts/{party}', { params: { path: { party: id } }, body: { name, kind } })));
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const undo = async (merge: string) => {
    try {
      await taken(api.DELETE('/api/contacts/merges/{id}', { params: { path: { id: merge } } }));
      await queries.invalidateQueries({ queryKey: keys.contacts });
      say('They are two again, each with what it had.');
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const merge = async (gone: PartyRow) => {
    try {
      const file = await taken(
        api.POST('/api/contacts/{party}/merges', { params: { path: { party: id } }, body: { gone: gone.id } }),
      );
      took(file);
      await queries.invalidateQueries({ queryKey: keys.contacts });
      const made = file.merges.find((m) => m.name === gone.name);
      say(
        `${gone.name} is part of ${file.name} now.`,
        made ? { action: { label: 'Undo', run: () => void undo(made.id) } } : {},
      );
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <article aria-label={party.name} className="grid max-w-[860px] gap-5">
      <header className="flex flex-wrap items-center gap-2">
        <h2 className="mr-2 text-[17px] font-bold">{party.name}</h2>
        <span className="text-soft">{party.kind}</span>
        {mayChange ? (
          <span className="ml-auto flex gap-1.5">
            <Rename party={party} onSave={rename} />
            <MergeWith all={all.filter((p) => p.id !== id)} name={party.name} onMerge={(gone) => void merge(gone)} />
          </span>
        ) : null}
      </header>
      <section aria-labelledby="people">
        <h3 id="people" className={heading}>
          Who speaks for them
        </h3>
        <ul className="grid gap-3">
          {party.people.map((p) => (
            <li key={p.id}>
              <Contact contact={p} party={id} mayChange={mayChange} />
            </li>
          ))}
          {adding ? (
            <li>
              <ContactForm
                contact={{ id: newId(), name: '', address: null, language: '', reaches: [] }}
                party={id}
                onDone={() => setAdding(false)}
              />
            </li>
          ) : mayChange ? (
            <li>
              <Button onClick={() => setAdding(true)}>Add a person</Button>
            </li>
          ) : null}
        </ul>
      </section>
      <section aria-labelledby="history">
        <h3 id="history" className={heading}>
          What there was with them
        </h3>
        {party.history.length === 0 ? (
          <p className="text-soft">Nothing yet. What they write, and what we write to them, stands here.</p>
        ) : null}
        <ul>
          {party.history.map((h) => (
            <li key={h.conversation} className="border-b py-1.5 last:border-0">
              <Link
                to={h.docket ? `/dockets/${h.docket}` : `/conversations/${h.conversation}`}
                className="font-semibold hover:underline"
              >
                {h.docket ? `${h.docket} ` : ''}
                {h.subject}
              </Link>{' '}
              <span className="text-[12.5px] text-soft">
                {h.open ? 'open' : 'closed'}
                {h.lastAt ? `, ${moment(h.lastAt)}` : ''}
              </span>
              <span className="block truncate text-[13px] text-soft">{h.lastWords}</span>
            </li>
          ))}
        </ul>
      </section>
      {party.merges.length > 0 ? (
        <section aria-labelledby="merges">
          <h3 id="merges" className={heading}>
            Merged into it
          </h3>
          <ul>
            {party.merges.map((m) => (
              <li key={m.id} className="flex items-center gap-3">
                <b>{m.name}</b>{' '}
                <span className="text-soft">
                  by {m.by}, {moment(m.at)}
                </span>
                {mayChange ? <Button onClick={() => void undo(m.id)}>Take apart again</Button> : null}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </article>
  );
}

function Rename({ party, onSave }: { party: PartyFile; onSave: (name: string, kind: string) => Promise<void> }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(party.name);
  const [kind, setKind] = useState(party.kind);
  return (
    <Panel label="Name and kind" open={open} onOpenChange={setOpen} align="end" trigger={<Button>Change</Button>}>
      <form
        className="grid gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void onSave(name, kind).then(() => setOpen(false));
        }}
      >
        <Field label="Name" required maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">Kind</span>
          <select className={inputClass} value={kind} onChange={(e) => setKind(e.target.value)}>
            <option>customer</option>
            <option>partner</option>
          </select>
        </label>
        <Button look="main" type="submit">
          Save
        </Button>
      </form>
    </Panel>
  );
}

function MergeWith({ all, name, onMerge }: { all: PartyRow[]; name: string; onMerge: (gone: PartyRow) => void }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const found = all
    .filter((p) => `${p.name} ${p.people.join(' ')}`.toLowerCase().includes(typed.toLowerCase()))
    .slice(0, 8);
  return (
    <Panel label="Merge" open={open} onOpenChange={setOpen} align="end" trigger={<Button>Merge</Button>}>
      <p className="mb-1.5">
        <b>Which other one is {name} too?</b>{' '}
        <span className="text-soft">Its people and conversations come over. It can be undone at any time.</span>
      </p>
      <input
        aria-label="The other one"
        className={inputClass}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
      />
      <ul className="mt-1">
        {found.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              className="min-h-[32px] w-full rounded-[3px] px-1.5 text-left hover:bg-wren-wash max-md:min-h-[44px]"
              onClick={() => {
                setOpen(false);
                onMerge(p);
              }}
            >
              {p.name} <span className="text-soft">{p.dockets.join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function Contact({ contact, party, mayChange }: { contact: ContactView; party: string; mayChange: boolean }) {
  const [changing, setChanging] = useState(false);
  if (changing) return <ContactForm contact={contact} party={party} onDone={() => setChanging(false)} />;
  return (
    <div className="flex items-start gap-4">
      <div className="min-w-0 flex-1">
        <b>{contact.name}</b>{' '}
        {contact.language ? (
          <span className="text-[12.5px] text-soft">writes in {languageName(contact.language)}</span>
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
            <span className="text-soft">no address or number known</span>
          ) : null}
        </p>
      </div>
      {mayChange ? <Button onClick={() => setChanging(true)}>Change</Button> : null}
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

function ContactForm({ contact, party, onDone }: { contact: ContactView; party: string; onDone: () => void }) {
  const [name, setName] = useState(contact.name);
  const [address, setAddress] = useState(contact.address ?? '');
  const [language, setLanguage] = useState(contact.language);
  const [reaches, setReaches] = useState(contact.reaches);
  const [wrong, setWrong] = useState<{ field?: string; words: string } | null>(null);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setWrong(null);
    try {
      took(
        await taken(
          api.PUT('/api/contacts/people/{id}', {
            params: { path: { id: contact.id } },
            body: {
              party,
              name,
              address: address.trim() || null,
              language,
              reaches: reaches.filter((r) => r.value.trim()),
            },
          }),
        ),
      );
      onDone();
    } catch (refusal) {
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
        <Field label="Name" required maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
        <Field
          label="Mail address"
          value={address}
          wrong={wrong?.field === 'address' ? wrong.words : undefined}
          onChange={(e) => setAddress(e.target.value)}
        />
        <Field
          label="Language"
          placeholder="en"
          maxLength={35}
          value={language}
          onChange={(e) => setLanguage(e.target.value)}
        />
      </div>
      {reaches.map((r, i) => (
        <div key={i} className="grid grid-cols-[100px_1fr_120px_auto] items-end gap-2">
          <label className="block">
            <span className="sr-only">Kind</span>
            <select className={inputClass} value={r.kind} onChange={(e) => change(i, { kind: e.target.value })}>
              <option value="phone">number</option>
              <option value="mail">mail</option>
            </select>
          </label>
          <input
            aria-label={r.kind === 'phone' ? 'Number' : 'Further mail address'}
            className={inputClass}
            value={r.value}
            onChange={(e) => change(i, { value: e.target.value })}
          />
          <input
            aria-label="What it is for"
            placeholder="mobile"
            className={inputClass}
            value={r.label ?? ''}
            onChange={(e) => change(i, { label: e.target.value })}
          />
          <Button look="quiet" onClick={() => setReaches((all) => all.filter((_, n) => n !== i))}>
            Take out
          </Button>
        </div>
      ))}
      {wrong && wrong.field !== 'address' ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong.words}
        </p>
      ) : null}
      <p className="flex gap-2">
        <Button onClick={() => setReaches((all) => [...all, { kind: 'phone', value: '', label: '', shown: null }])}>
          Add a number or address
        </Button>
        <Button look="main" type="submit" className="ml-auto">
          Save
        </Button>
        <Button onClick={onDone}>Leave as it was</Button>
      </p>
    </form>
  );
}
