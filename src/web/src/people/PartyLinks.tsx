import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type PartyFile, type PartyLinksView, api, taken } from '../api/client';
import { keys } from '../api/queries';
import { Choose } from '../ui/Choose';
import { Button, Wrong, inputClass } from '../ui/controls';
import { moment } from '../ui/time';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

/** The links by which a party's people reach their page: who made them, when they were used, when they end. */
export function PartyLinks({ party, maySend }: { party: PartyFile; maySend: boolean }) {
  const client = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: keys.links(party.id),
    queryFn: () => taken(api.GET('/api/contacts/{party}/links', { params: { path: { party: party.id } } })),
  });
  const [making, setMaking] = useState(false);
  const again = () => void client.invalidateQueries({ queryKey: keys.links(party.id) });
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  const nameOf = (id: string) => party.people.find((p) => p.id === id)?.name ?? '';
  const end = async (run: Promise<unknown>) => {
    try {
      await run;
      say(texts.linkEnded);
      again();
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const working = [...new Set(data.links.filter((l) => l.works).map((l) => l.contact))];
  return (
    <>
      {data.links.length === 0 ? <p className="text-soft">{texts.noLinksYet}</p> : null}
      <ul>
        {data.links.map((l) => (
          <li key={l.id} className="flex flex-wrap items-center gap-x-3 border-b py-1.5 last:border-0">
            <span className="min-w-0 flex-1">
              <b>{nameOf(l.contact)}</b> <span>{texts.wayOf(l.way, l.by ?? null, moment(l.made))}</span>
              <span className="block text-[12.5px] text-soft">
                {l.lastUsed ? texts.lastUsed(moment(l.lastUsed)) : texts.neverUsed}{' '}
                {l.works ? texts.endsOn(moment(l.ends)) : texts.ended}
              </span>
            </span>
            {l.works && maySend ? (
              <Button
                onClick={() =>
                  void end(taken(api.DELETE('/api/contacts/links/{id}', { params: { path: { id: l.id } } })))
                }
              >
                {texts.endLink}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {maySend ? (
        <div className="mt-2 flex flex-wrap gap-2">
          <Button aria-expanded={making} disabled={party.people.length === 0} onClick={() => setMaking((on) => !on)}>
            {texts.newLink}
          </Button>
          {working.map((id) => (
            <Button
              key={id}
              onClick={() =>
                void end(taken(api.DELETE('/api/contacts/people/{id}/links', { params: { path: { id } } })))
              }
            >
              {texts.endAllOf(nameOf(id))}
            </Button>
          ))}
        </div>
      ) : null}
      {making ? (
        <NewLink
          party={party}
          view={data}
          onDone={() => {
            setMaking(false);
            again();
          }}
        />
      ) : null}
    </>
  );
}

function NewLink({ party, view, onDone }: { party: PartyFile; view: PartyLinksView; onDone: () => void }) {
  const [contact, setContact] = useState(party.people[0]!.id);
  const person = party.people.find((p) => p.id === contact)!;
  const phone = person.reaches.some((r) => r.kind === 'phone');
  const [way, setWay] = useState(person.address ? 'mail' : phone ? 'text' : 'copied');
  const [words, setWords] = useState<string | null>(null);
  const [endOthers, setEndOthers] = useState(false);
  const [wrong, setWrong] = useState('');
  const text = words ?? view.words[contact] ?? '';
  const older = view.links.filter((l) => l.contact === contact && l.works).length;
  const make = async () => {
    setWrong('');
    try {
      const made = await taken(
        api.POST('/api/contacts/people/{id}/links', {
          params: { path: { id: contact } },
          body: { way, words: text, endOthers },
        }),
      );
      if (made.address) {
        const url = window.location.origin + new URL(made.address).pathname;
        await navigator.clipboard?.writeText(url).catch(() => undefined);
        say(
          <span>
            {texts.linkCopied} <a href={url}>{url}</a>
          </span>,
          { stays: true },
        );
      } else say(texts.linkSentTo(made.to));
      onDone();
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <form
      aria-label={texts.newLink}
      className="mt-2 grid gap-2 rounded-card border bg-surface p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <div className="grid gap-2 sm:grid-cols-2">
        <Choose label={texts.forWhom} value={contact} onChange={setContact}>
          {party.people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
        <Choose label={texts.howItGoes} value={way} onChange={setWay}>
          <option value="mail" disabled={!person.address && !person.reaches.some((r) => r.kind === 'mail')}>
            {texts.byMail}
          </option>
          <option value="text" disabled={!phone}>
            {texts.byText}
          </option>
          <option value="copied">{texts.byCopy}</option>
        </Choose>
      </div>
      {way === 'copied' ? null : (
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.words}</span>
          <textarea
            dir="auto"
            className={inputClass}
            rows={5}
            maxLength={2000}
            value={text}
            onChange={(e) => setWords(e.target.value)}
          />
          <span className="text-[12.5px] text-soft">{texts.linkStandsAt}</span>
        </label>
      )}
      <p className="text-[13px] text-soft">{texts.worksFor(view.days)}</p>
      {older > 0 ? (
        <label className="flex min-h-[28px] items-center gap-2 max-md:min-h-[44px]">
          <input type="checkbox" checked={endOthers} onChange={(e) => setEndOthers(e.target.checked)} />
          {texts.endOlder(older)}
        </label>
      ) : null}
      {wrong ? (
        <p role="alert" className="text-[13px] text-late">
          {wrong}
        </p>
      ) : null}
      <p>
        <Button look="main" type="submit">
          {way === 'copied' ? texts.copyTheLink : texts.sendLinkTo(person.name)}
        </Button>
      </p>
    </form>
  );
}
