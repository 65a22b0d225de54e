import { useState } from 'react';
import { Link } from 'react-router';
import { type OwedAnswer, type PartyCardView, type PartyFile, Refusal, api, taken } from '../../api/client';
import { useBegun } from '../../api/meanwhile';
import { keys, queries } from '../../api/queries';
import { Choose } from '../../ui/Choose';
import { Clashes } from '../../ui/Clashes';
import { Button, Field, cx, inputClass } from '../../ui/controls';
import { Firsts } from '../../ui/Part';
import { exact, moment } from '../../ui/time';
import { sayWrong } from '../../ui/toasts';
import { Section } from './Section';
import * as texts from './texts';

function Answers({ title, none, answers }: { title: string; none: string; answers: OwedAnswer[] }) {
  return (
    <div className="min-w-0">
      <h4 className="text-[13px] font-semibold">{title}</h4>
      {answers.length === 0 ? <p className="text-[13px] text-soft">{none}</p> : null}
      <Firsts>
        {answers.map((a, i) => (
          <li key={i} className="py-0.5 text-[13px]">
            <Link to={a.path} dir="auto" className="font-semibold hover:underline">
              {a.docket ? `${a.docket} ` : ''}
              {a.words}
            </Link>{' '}
            <span className={a.late ? 'text-late' : 'text-soft'} title={exact(a.since)}>
              {a.due ? (a.late ? texts.late(moment(a.due)) : texts.due(moment(a.due))) : texts.since(moment(a.since))}
            </span>
            {a.from || a.ours ? <span className="text-soft">, {a.from ?? texts.nobodyYet}</span> : null}
          </li>
        ))}
      </Firsts>
    </div>
  );
}

/** What is owed in answers, both ways: the first thing to know before one calls them. */
export function Owed({ card, name }: { card: PartyCardView; name: string }) {
  return (
    <Section title={texts.owed}>
      <div className="grid gap-3 sm:grid-cols-2">
        <Answers title={texts.weOwe} none={texts.nothingFromUs} answers={card.owed.filter((a) => a.ours)} />
        <Answers title={texts.theyOwe(name)} none={texts.nothingFromThem} answers={card.owed.filter((a) => !a.ours)} />
      </div>
    </Section>
  );
}

type AboutProps = { card: PartyCardView; party: PartyFile; mayChange: boolean };

/** Where they are, how they like to be reached, and what colleagues should know. */
export function About({ card, party, mayChange }: AboutProps) {
  const [changing, setChanging] = useState(false);
  const { address, notes, prefers, speaker } = card.card;
  const speaks = party.people.find((p) => p.id === speaker);
  return (
    <Section
      title={texts.about}
      tool={mayChange && !changing ? <Button onClick={() => setChanging(true)}>{texts.edit}</Button> : null}
    >
      {changing ? (
        <AboutForm card={card} party={party} onDone={() => setChanging(false)} />
      ) : address || notes || prefers || speaks ? (
        <dl className="grid gap-x-4 gap-y-1 text-[13px] sm:grid-cols-[130px_1fr]">
          {address ? <Line name={texts.address} value={address} /> : null}
          {prefers ? <Line name={texts.prefers} value={texts.ways[prefers]!} /> : null}
          {speaks ? <Line name={texts.speaker} value={speaks.name} /> : null}
          {notes ? <Line name={texts.notes} value={notes} /> : null}
        </dl>
      ) : (
        <p className="text-[13px] text-soft">{texts.nothingKnown}</p>
      )}
    </Section>
  );
}

const Line = ({ name, value }: { name: string; value: string }) => (
  <>
    <dt className="text-soft">{name}</dt>
    <dd dir="auto" className="whitespace-pre-line">
      {value}
    </dd>
  </>
);

function AboutForm({ card, party, onDone }: { card: PartyCardView; party: PartyFile; onDone: () => void }) {
  const { value, set, clashes, send } = useBegun(card.card);
  const save = async () => {
    try {
      await send((mine, ifMatch) =>
        taken(
          api.PUT('/api/contacts/{party}/card', {
            params: { path: { party: party.id }, header: { 'If-Match': ifMatch } },
            body: mine,
          }),
        ),
      );
      await queries.invalidateQueries({ queryKey: keys.card(party.id) });
      onDone();
    } catch (wrong) {
      if (!(wrong instanceof Refusal && wrong.status === 412)) sayWrong(wrong);
    }
  };
  return (
    <form
      className="grid gap-2 rounded-card border bg-surface p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Field
        label={texts.address}
        hint={texts.addressHint}
        maxLength={300}
        autoFocus
        value={value.address}
        onChange={(e) => set({ address: e.target.value })}
      />
      <div className="grid gap-2 sm:grid-cols-2">
        <div>
          <Choose label={texts.prefers} value={value.prefers ?? ''} onChange={(v) => set({ prefers: v || null })}>
            <option value="">{texts.nobodySaid}</option>
            {Object.entries(texts.ways).map(([way, words]) => (
              <option key={way} value={way}>
                {words}
              </option>
            ))}
          </Choose>
          <p className="mt-0.5 text-[12.5px] text-soft">{texts.prefersEffect}</p>
        </div>
        <Choose label={texts.speaker} value={value.speaker ?? ''} onChange={(v) => set({ speaker: v || null })}>
          <option value="">{texts.nobodyInParticular}</option>
          {party.people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choose>
      </div>
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.notes}</span>
        <textarea
          dir="auto"
          rows={4}
          maxLength={4000}
          className={inputClass}
          value={value.notes}
          onChange={(e) => set({ notes: e.target.value })}
        />
        <span className="block text-[12.5px] text-soft">{texts.notesHint}</span>
      </label>
      <Clashes
        clashes={clashes}
        labels={{ address: texts.address, prefers: texts.prefers, notes: texts.notes, speaker: texts.speaker }}
        show={(field, theirs) =>
          field === 'speaker'
            ? party.people.find((p) => p.id === theirs)?.name
            : field === 'prefers' && theirs
              ? texts.ways[theirs as string]
              : undefined
        }
        onTheirs={(field, theirs) => set({ [field]: theirs })}
      />
      <p className="flex justify-end gap-2">
        <Button onClick={onDone}>{texts.cancel}</Button>
        <Button look="main" type="submit">
          {texts.save}
        </Button>
      </p>
    </form>
  );
}

/** The history of what was done with them, over all dockets. */
export function Dockets({ card }: { card: PartyCardView }) {
  const open = card.dockets.filter((d) => d.open);
  const closed = card.dockets.filter((d) => !d.open);
  const thing = (id: string) => card.things.find((t) => t.id === id)?.name;
  const row = (d: PartyCardView['dockets'][number]) => (
    <li key={d.ref} className="flex flex-wrap items-baseline gap-x-3 border-b py-1 text-[13px] last:border-0">
      <Link to={`/dockets/${d.ref}`} dir="auto" className="font-semibold hover:underline">
        {d.ref} {d.subject}
      </Link>
      <span className="text-soft">
        {[d.open ? d.stage : texts.closed, ...d.things.map(thing), texts.madeOn(moment(d.made))]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </li>
  );
  return (
    <Section title={texts.dockets}>
      {card.dockets.length === 0 ? <p className="text-[13px] text-soft">{texts.noDockets}</p> : null}
      <Firsts>{open.map(row)}</Firsts>
      {closed.length > 0 ? (
        <details className="text-[13px]" open={open.length === 0}>
          <summary className={cx('min-h-6 cursor-pointer rounded-[3px] text-soft max-md:min-h-[44px]')}>
            {texts.earlier(closed.length)}
          </summary>
          <Firsts>{closed.map(row)}</Firsts>
        </details>
      ) : null}
    </Section>
  );
}
