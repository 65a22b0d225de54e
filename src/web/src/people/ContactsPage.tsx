import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { at } from '../api/at';
import { type Me, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Button, Empty, Field, Wrong, cx, inputClass } from '../ui/controls';
import { sayWrong } from '../ui/toasts';
import { Party } from './ContactParty';
import { took } from './took';
import { may } from '../accounts/rights';
import * as texts from './texts';

const linkClass =
  'inline-flex min-h-[28px] items-center rounded-card border bg-surface px-2.5 hover:border-soft max-md:min-h-[44px]';

/** Customers and partners: who speaks for them, how they are reached, and what there was with them. */
export function ContactsPage({ me }: { me: Me }) {
  const { data, error, refetch } = useQuery({
    queryKey: keys.contacts,
    queryFn: () => taken(api.GET('/api/contacts')),
  });
  const [typed, setTyped] = useState('');
  const [adding, setAdding] = useState<'customer' | 'partner' | null>(null);
  const [params, setParams] = useSearchParams();
  const mayChange = may(me, 'manage-contacts');
  const words = typed.trim().toLowerCase();
  const shown = (data ?? []).filter((p) =>
    `${p.name} ${p.people.join(' ')} ${p.dockets.join(' ')}`.toLowerCase().includes(words),
  );
  const chosen = params.get('party') ?? shown[0]?.id;
  const choose = (id: string) => setParams((p) => (p.set('party', id), p));
  const add = async (kind: 'customer' | 'partner', name: string) => {
    try {
      const file = await taken(
        api.PUT('/api/contacts/{party}', {
          params: { path: { party: newId() } },
          body: { name, kind },
        }),
      );
      took(file);
      setAdding(null);
      choose(file.id);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-2 border-b bg-surface px-4 py-2">
        <h1 className="mr-2 text-[19px] font-bold tracking-tight">{texts.contacts}</h1>
        <input
          aria-label={texts.findAContact}
          placeholder={texts.aNameDocket}
          className={cx(inputClass, '!w-56')}
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
        />
        {mayChange ? (
          <>
            <Button aria-expanded={adding === 'customer'} onClick={() => setAdding('customer')}>
              {texts.newCustomer}
            </Button>
            <Button aria-expanded={adding === 'partner'} onClick={() => setAdding('partner')}>
              {texts.newPartner}
            </Button>
            <Link to="/imports?kind=contacts" className={linkClass}>
              {texts.importContacts}
            </Link>
          </>
        ) : null}
        {may(me, 'export') ? (
          <a href={at('/api/contacts/cards')} className={linkClass}>
            {texts.exportVcards}
          </a>
        ) : null}
        {adding ? (
          <form
            key={adding}
            className="flex w-full flex-wrap items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              const name = String(new FormData(e.currentTarget).get('name')).trim();
              if (name) void add(adding, name);
            }}
          >
            <Field label={texts.nameFirst} name="name" required maxLength={80} autoFocus defaultValue={typed.trim()} />
            <Button look="main" type="submit">
              {adding === 'customer' ? texts.addCustomer : texts.addPartner}
            </Button>
            <Button look="quiet" onClick={() => setAdding(null)}>
              {texts.cancel}
            </Button>
          </form>
        ) : null}
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      <div className="grid min-h-0 flex-1 md:grid-cols-[300px_minmax(0,1fr)]">
        <nav aria-label={texts.contacts} className="min-h-0 overflow-auto border-r max-md:max-h-64">
          {data?.length === 0 ? <Empty title={texts.noContactsYet}>{texts.noContactsHow}</Empty> : null}
          {data && data.length > 0 && shown.length === 0 ? (
            <Empty title={texts.nobodyOfThatName}>{texts.tryFewerLettersAdd}</Empty>
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
                      .join(', ') || texts.nothingWithThemYet}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div className="min-h-0 overflow-auto p-4">
          {chosen ? (
            <Party key={chosen} id={chosen} mayChange={mayChange} maySend={may(me, 'send-outside')} all={data ?? []} />
          ) : null}
        </div>
      </div>
    </div>
  );
}
