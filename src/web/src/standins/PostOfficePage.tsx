import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { at } from '../api/at';
import { type SentMail, api, taken } from '../api/client';
import { keys, queries } from '../api/queries';
import { moment } from '../ui/time';
import { Button, Empty, Field, Wrong, cx, inputClass } from '../ui/controls';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

const heading = 'mb-1 text-[13px] font-bold';

function Letter({ mail }: { mail: SentMail }) {
  const [text, setText] = useState('');
  const answer = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await taken(api.POST('/api/standins/post-office/answers', { body: { messageId: mail.messageId, text } }));
      setText('');
      say(texts.deliveredArrivesItsConversation);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const to = mail.to.replace(/<.*>/, '').replaceAll('"', '').trim();
  return (
    <article aria-label={mail.subject} className="min-w-0">
      <dl className="grid grid-cols-[90px_1fr] gap-x-2 border-b pb-2 text-[13px]">
        {[
          [texts.from, mail.from],
          [texts.to, mail.to],
          [texts.subject, mail.subject],
          ['Message-ID', mail.messageId],
          ['In-Reply-To', mail.inReplyTo ?? texts.none],
          ['References', mail.references.length > 0 ? `${mail.references.length}` : texts.none],
        ].map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd className="min-w-0 break-words">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="whitespace-pre-wrap py-3">{mail.text}</p>
      <a
        className="inline-block min-h-6 py-0.5 text-[13px] text-wren underline"
        href={at(`/api/standins/post-office/mails/${encodeURIComponent(mail.messageId)}/file`)}
      >
        {texts.theEmlFile}
      </a>
      <form onSubmit={(e) => void answer(e)} className="mt-3 border-t pt-3">
        <label className="block">
          <span className={cx(heading, 'block')}>{texts.answerAs(to)}</span>
          <textarea
            required
            className={cx(inputClass, 'min-h-[84px]')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <Button look="main" type="submit" className="mt-1.5">
          {texts.answerAs(to)}
        </Button>
      </form>
    </article>
  );
}

function Stranger() {
  const write = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const text = (name: string) => String(new FormData(form).get(name));
    try {
      await taken(
        api.POST('/api/standins/post-office/mails', {
          body: { name: text('name'), address: text('address'), subject: text('subject'), text: text('text') },
        }),
      );
      form.reset();
      say(texts.deliveredStrangerSMail);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <form onSubmit={(e) => void write(e)} className="grid gap-2">
      <h2 className={heading}>{texts.writeAsSomebodyNew}</h2>
      <div className="grid gap-2 sm:grid-cols-2">
        <Field label={texts.name} name="name" />
        <Field label={texts.address} name="address" type="email" required />
      </div>
      <Field label={texts.subject} name="subject" />
      <label className="block">
        <span className="mb-0.5 block text-[13px] font-semibold">{texts.words}</span>
        <textarea required name="text" className={cx(inputClass, 'min-h-[70px]')} />
      </label>
      <div>
        <Button type="submit">{texts.deliver}</Button>
      </div>
    </form>
  );
}

function Texts() {
  const { data } = useQuery({
    queryKey: keys.texts,
    queryFn: () => taken(api.GET('/api/standins/text-office/texts')),
    refetchInterval: 5000,
  });
  const [number, setNumber] = useState('');
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState('');
  const deliver = async (event: FormEvent) => {
    event.preventDefault();
    setWrong('');
    try {
      await taken(api.POST('/api/standins/text-office/texts', { body: { number, text } }));
      setText('');
      say(texts.deliveredArrivesItsConversation);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <section aria-labelledby="texts">
      <h2 id="texts" className={heading}>
        {texts.textMessages}
      </h2>
      {data && data.length > 0 ? (
        <ul className="mb-2 grid max-h-56 gap-1 overflow-auto">
          {data.map((t) => (
            <li key={t.id} className="rounded-card border bg-surface px-2.5 py-1.5 text-[13px]">
              <button
                type="button"
                className="min-h-6 font-semibold underline decoration-line"
                onClick={() => setNumber(t.to)}
              >
                {texts.toOfTo(t.to)}
              </button>{' '}
              <span className="text-soft">{moment(t.at)}</span>
              <span className="block whitespace-pre-wrap">{t.text}</span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="mb-2 text-soft">{texts.repliesByTextAppear}</p>
      )}
      <form onSubmit={(e) => void deliver(e)} className="grid gap-2">
        <Field
          label={texts.textFromTheNumber}
          required
          inputMode="tel"
          value={number}
          wrong={wrong || undefined}
          onChange={(e) => setNumber(e.target.value)}
        />
        <label className="block">
          <span className="mb-0.5 block text-[13px] font-semibold">{texts.whatItSays}</span>
          <textarea
            required
            className={cx(inputClass, 'min-h-[50px]')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <div>
          <Button type="submit">{texts.deliverTheText}</Button>
        </div>
      </form>
    </section>
  );
}

function Raw() {
  const [raw, setRaw] = useState('');
  const { data } = useQuery({
    queryKey: keys.asides,
    queryFn: () => taken(api.GET('/api/asides')),
    refetchInterval: 5000,
    retry: false,
  });
  const deliver = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await taken(api.POST('/api/standins/post-office/raw', { body: { raw } }));
      setRaw('');
      say(texts.deliveredAsItIs);
      setTimeout(() => void queries.invalidateQueries({ queryKey: keys.asides }), 800);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <>
      <form onSubmit={(e) => void deliver(e)}>
        <label className="block">
          <span className={cx(heading, 'block')}>{texts.deliverRawTextMail}</span>
          <textarea
            required
            className={cx(inputClass, 'min-h-[70px]')}
            placeholder={texts.chooseFrom}
            value={raw}
            onChange={(e) => setRaw(e.target.value)}
          />
        </label>
        <Button type="submit" className="mt-1">
          {texts.deliver}
        </Button>
      </form>
      <section>
        <h2 className={heading}>{texts.keptAside}</h2>
        {data && data.length > 0 ? (
          <ul className="grid gap-2">
            {data.map((a) => (
              <li key={a.id} className="rounded-card border bg-surface px-2.5 py-1.5 text-[13px]">
                <p>
                  <b>{moment(a.at)}</b> {a.reason}
                </p>
                <details>
                  <summary className="min-h-6 cursor-pointer rounded-[3px] text-soft">{texts.whatArrived}</summary>
                  <pre className="overflow-auto whitespace-pre-wrap text-[12px]">{a.raw}</pre>
                </details>
              </li>
            ))}
          </ul>
        ) : (
          <p className="text-soft">{texts.aMailCannotRead}</p>
        )}
      </section>
    </>
  );
}

/** The post office stand-in: what left as mail, and a way to be the world outside. */
export function PostOfficePage() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.sent,
    queryFn: () => taken(api.GET('/api/standins/post-office/mails')),
    refetchInterval: 5000,
  });
  const [chosen, setChosen] = useState<string | null>(null);
  const mail = data?.find((m) => m.messageId === chosen) ?? data?.[0];
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex-none border-b bg-surface px-4 py-2">
        <h1 className="text-[19px] font-bold tracking-tight">{texts.postOfficeStandIn}</h1>
        <p className="text-[13px] text-soft">{texts.mailSentWayAnswer}</p>
      </header>
      {error && !data ? <Wrong error={error} again={() => void refetch()} /> : null}
      <div className="grid min-h-0 flex-1 content-start overflow-auto md:content-stretch md:grid-cols-[300px_minmax(0,1fr)_360px]">
        <nav aria-label={texts.mailsThatLeft} className="border-r md:min-h-0 md:overflow-auto">
          {data && data.length === 0 ? (
            <Empty title={texts.nothingHasLeftYet}>{texts.repliesByMailAppear}</Empty>
          ) : null}
          <ul>
            {(data ?? []).map((m) => (
              <li key={m.messageId} className="border-b">
                <button
                  type="button"
                  aria-current={m === mail}
                  onClick={() => setChosen(m.messageId)}
                  className={cx(
                    'block w-full px-4 py-2 text-left text-[13px]',
                    m === mail ? 'bg-surface' : 'hover:bg-surface',
                  )}
                >
                  <span className="flex justify-between gap-2">
                    <b className="truncate">{m.to.replace(/<.*>/, '').replaceAll('"', '')}</b>
                    <span className="flex-none text-soft">{moment(m.date)}</span>
                  </span>
                  <span className="line-clamp-2 text-soft">{m.text}</span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div className="p-4 md:min-h-0 md:overflow-auto">
          {mail ? <Letter key={mail.messageId} mail={mail} /> : null}
        </div>
        <div className="grid content-start gap-6 border-l p-4 md:min-h-0 md:overflow-auto">
          <Texts />
          <Stranger />
          <Raw />
        </div>
      </div>
    </div>
  );
}
