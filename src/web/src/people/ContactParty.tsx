import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { type PartyFile, type PartyRow, Refusal, api, taken } from '../api/client';
import { useBegun } from '../api/meanwhile';
import { keys, queries } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Field, Panel, Wrong, inputClass } from '../ui/controls';
import { Clashes } from '../ui/Clashes';
import { say, sayWrong } from '../ui/toasts';
import { Contact, ContactForm } from './ContactForm';
import { About, Dockets, Owed } from './card/About';
import { Places } from './card/Places';
import { Things } from './card/Things';
import { PartyLinks } from './PartyLinks';
import { took } from './took';
import * as texts from './texts';

const heading = 'mb-1 border-b pb-1 text-[13px] font-bold';

type Props = { id: string; mayChange: boolean; maySend: boolean; all: PartyRow[] };

export function Party({ id, mayChange, maySend, all }: Props) {
  const {
    data: party,
    error,
    refetch,
  } = useQuery({
    queryKey: keys.contact(id),
    queryFn: () => taken(api.GET('/api/contacts/{party}', { params: { path: { party: id } } })),
  });
  const { data: card } = useQuery({
    queryKey: keys.card(id),
    queryFn: () => taken(api.GET('/api/contacts/{party}/card', { params: { path: { party: id } } })),
  });
  const [adding, setAdding] = useState(false);
  if (error && !party) return <Wrong error={error} again={() => void refetch()} />;
  if (!party) return null;
  const undo = async (merge: string) => {
    try {
      await taken(api.DELETE('/api/contacts/merges/{id}', { params: { path: { id: merge } } }));
      await queries.invalidateQueries({ queryKey: keys.contacts });
      say(texts.mergeUndoneEachHas);
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
        texts.isPartOfNow(gone.name, file.name),
        made ? { action: { label: texts.undo, run: () => void undo(made.id) } } : {},
      );
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <article aria-label={party.name} className="grid max-w-[860px] grid-cols-[minmax(0,1fr)] gap-5">
      <header className="flex flex-wrap items-center gap-2">
        <h2 className="mr-2 text-[17px] font-bold">{party.name}</h2>
        <span className="text-soft">{party.kind}</span>
        {mayChange ? (
          <span className="ml-auto flex gap-1.5">
            <Rename party={party} />
            <MergeWith all={all.filter((p) => p.id !== id)} name={party.name} onMerge={(gone) => void merge(gone)} />
          </span>
        ) : null}
      </header>
      {card ? <Owed card={card} name={party.name} /> : null}
      {card ? <About card={card} party={party} mayChange={mayChange} /> : null}
      <section aria-labelledby="people">
        <h3 id="people" className={heading}>
          {texts.people}
        </h3>
        <ul className="grid gap-3">
          {party.people.map((p) => (
            <li key={p.id}>
              <Contact
                contact={p}
                party={id}
                mayChange={mayChange}
                speaks={card?.card.speaker === p.id}
                others={party.people.filter((o) => o.id !== p.id)}
              />
            </li>
          ))}
          {adding ? (
            <li>
              <ContactForm
                contact={{ id: newId(), name: '', address: null, language: '', purpose: '', reaches: [] }}
                party={id}
                onDone={() => setAdding(false)}
              />
            </li>
          ) : mayChange ? (
            <li>
              <Button onClick={() => setAdding(true)}>{texts.addAPerson}</Button>
            </li>
          ) : null}
        </ul>
      </section>
      {card ? <Places card={card} party={id} mayChange={mayChange} /> : null}
      {card ? <Things card={card} party={id} mayChange={mayChange} /> : null}
      {card ? <Dockets card={card} /> : null}
      <section aria-labelledby="links">
        <h3 id="links" className={heading}>
          {texts.links}
        </h3>
        <PartyLinks party={party} maySend={maySend} />
      </section>
      <section aria-labelledby="history">
        <h3 id="history" className={heading}>
          {texts.conversations}
        </h3>
        {party.history.length === 0 ? <p className="text-soft">{texts.nothingYetMessagesFrom}</p> : null}
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
                {h.open ? texts.openInline : texts.closed}
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
            {texts.mergedIntoIt}
          </h3>
          <ul>
            {party.merges.map((m) => (
              <li key={m.id} className="flex items-center gap-3">
                <b>{m.name}</b> <span className="text-soft">{texts.by(m.by, moment(m.at))}</span>
                {mayChange ? <Button onClick={() => void undo(m.id)}>{texts.undoMerge}</Button> : null}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </article>
  );
}

function Rename({ party }: { party: PartyFile }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.nameAndKind}
      open={open}
      onOpenChange={setOpen}
      align="end"
      trigger={<Button>{texts.edit}</Button>}
    >
      <RenameForm party={party} onDone={() => setOpen(false)} />
    </Panel>
  );
}

function RenameForm({ party, onDone }: { party: PartyFile; onDone: () => void }) {
  const { id, name, kind, version } = party;
  const { value, set, clashes, send } = useBegun({ name, kind, version });
  const save = async () => {
    try {
      const put = (body: typeof value, ifMatch: string | undefined) =>
        taken(
          api.PUT('/api/contacts/{party}', { params: { path: { party: id }, header: { 'If-Match': ifMatch } }, body }),
        );
      took(await send(put));
      onDone();
    } catch (wrong) {
      if (!(wrong instanceof Refusal && wrong.status === 412)) sayWrong(wrong);
    }
  };
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Field
        label={texts.name}
        required
        maxLength={80}
        value={value.name}
        onChange={(e) => set({ name: e.target.value })}
      />
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.kind}</span>
        <select className={inputClass} value={value.kind} onChange={(e) => set({ kind: e.target.value })}>
          <option>{texts.customer}</option>
          <option>{texts.partner}</option>
        </select>
      </label>
      <Clashes
        clashes={clashes}
        labels={{ name: texts.name, kind: texts.kind }}
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <Button look="main" type="submit">
        {texts.save}
      </Button>
    </form>
  );
}

function MergeWith({ all, name, onMerge }: { all: PartyRow[]; name: string; onMerge: (gone: PartyRow) => void }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const found = all
    .filter((p) => `${p.name} ${p.people.join(' ')}`.toLowerCase().includes(typed.toLowerCase()))
    .slice(0, 8);
  return (
    <Panel label={texts.merge} open={open} onOpenChange={setOpen} align="end" trigger={<Button>{texts.merge}</Button>}>
      <p className="mb-1.5">
        <b>{texts.whichOtherOneToo(name)}</b> <span className="text-soft">{texts.itsPeopleConversationsCome}</span>
      </p>
      <input
        aria-label={texts.theOtherOne}
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
