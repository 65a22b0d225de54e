import { type FormEvent, useState } from 'react';
import { type Welcome, api, taken } from '../api/client';
import { Mark } from '../ui/Mark';
import { Button, Field, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { Forgotten } from './Forgotten';
import { LinkWanted } from './LinkWanted';
import * as texts from './texts';

/** Signing in by address and password; in the demo, by choosing whom to be. */
export function SignIn({ welcome, done }: { welcome: Welcome; done: () => void }) {
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  const [forgotten, setForgotten] = useState(false);
  const [wanted, setWanted] = useState(false);
  const attempt = async (call: () => Promise<unknown>) => {
    setBusy(true);
    setWrong('');
    try {
      await call();
      done();
    } catch (refusal) {
      setWrong((refusal as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    void attempt(() =>
      taken(
        api.POST('/api/session', {
          body: { address: String(form.get('address')), password: String(form.get('password')) },
        }),
      ),
    );
  };
  const demo = welcome.people.length > 0;
  return (
    <main className="mx-auto grid min-h-full max-w-[880px] content-center gap-8 px-4 py-8">
      <header>
        <Mark large />
        <h1 className="mt-3 text-[22px] font-bold tracking-tight">{welcome.firm}</h1>
        <p className="text-soft">{texts.whoSaidWhatAbout}</p>
      </header>
      <div className={demo ? 'grid gap-8 md:grid-cols-[1fr_300px]' : 'max-w-[340px]'}>
        {demo ? (
          <section aria-labelledby="be">
            <h2 id="be" className="mb-2 font-bold">
              {texts.tryTheDemoAs}
            </h2>
            <ul className="grid gap-1.5 sm:grid-cols-2">
              {welcome.people.map((p) => (
                <li key={p.person.id}>
                  <button
                    type="button"
                    disabled={busy}
                    className={cx(
                      'flex min-h-[52px] w-full items-center gap-3 rounded-card border',
                      'border-line bg-surface px-3 py-1.5 text-left hover:border-wren',
                    )}
                    onClick={() =>
                      void attempt(() => taken(api.POST('/api/session/demo', { body: { person: p.person.id! } })))
                    }
                  >
                    <NameTag who={p.person} large />
                    <span>
                      <span className="block font-semibold">{p.person.name}</span>
                      <span className="block text-[12.5px] text-soft">{p.purpose}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {wanted ? (
          <LinkWanted onBack={() => setWanted(false)} />
        ) : forgotten ? (
          <Forgotten onBack={() => setForgotten(false)} />
        ) : (
          <form onSubmit={submit} className="grid content-start gap-3" aria-labelledby="in">
            <h2 id="in" className="font-bold">
              {demo ? texts.orSignYourEmail : texts.signIn}
            </h2>
            <Field
              label={texts.emailAddress}
              name="address"
              type="email"
              autoComplete="username"
              required
              autoFocus={!demo}
            />
            <Field
              label={texts.password}
              name="password"
              type="password"
              autoComplete="current-password"
              required
              wrong={wrong}
            />
            <Button look="main" type="submit" disabled={busy} className="w-full">
              {texts.signIn}
            </Button>
            <button
              type="button"
              className="min-h-6 justify-self-start rounded-[3px] text-[13px] text-soft underline underline-offset-2 hover:text-ink max-md:min-h-[44px]"
              onClick={() => setForgotten(true)}
            >
              {texts.forgotYourPassword}
            </button>
            <button
              type="button"
              className="min-h-6 justify-self-start rounded-[3px] text-[13px] text-soft underline underline-offset-2 hover:text-ink max-md:min-h-[44px]"
              onClick={() => setWanted(true)}
            >
              {texts.customerOrPartner}
            </button>
          </form>
        )}
      </div>
    </main>
  );
}
