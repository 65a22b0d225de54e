import { useQuery } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, taken } from '../api/client';
import { Mark } from '../ui/Mark';
import { Button, Field } from '../ui/controls';
import * as texts from './texts';

/** A mailed link: its person chooses a password, and is signed in. */
export function ChoosePassword({ done }: { done: () => Promise<unknown> }) {
  const { token = '' } = useParams();
  const [wrong, setWrong] = useState('');
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const { data, error } = useQuery({
    queryKey: ['account-link', token],
    queryFn: () => taken(api.POST('/api/session/account-link', { body: { token } })),
    staleTime: Infinity,
    retry: false,
  });
  const choose = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    // Sent twice, the second would be told that the link was used.
    if (busy) return;
    setBusy(true);
    const password = String(new FormData(event.currentTarget).get('password'));
    try {
      await taken(api.PUT('/api/session/account-link', { body: { token, password } }));
      await done();
      await navigate('/', { replace: true });
    } catch (refusal) {
      setWrong((refusal as Error).message);
      setBusy(false);
    }
  };
  return (
    <main className="mx-auto grid min-h-full max-w-[420px] content-center gap-6 px-4 py-8">
      <header>
        <Mark large />
        <h1 className="mt-3 text-[22px] font-bold tracking-tight">{data?.firm ?? texts.yourAccount}</h1>
      </header>
      {error ? (
        <>
          <p role="alert" className="text-late">
            {error.message}
          </p>
          <Link to="/" className="underline underline-offset-2">
            {texts.toTheSignIn}
          </Link>
        </>
      ) : data ? (
        <form onSubmit={(e) => void choose(e)} className="grid gap-3" aria-label={texts.chooseAPassword}>
          <p>{data.purpose === 'invitation' ? texts.welcomeChoose(data.name) : texts.helloChoose(data.name)}</p>
          {/* So that a password store keeps it under the right name. */}
          <input type="email" autoComplete="username" readOnly hidden value={data.address ?? ''} />
          <Field
            label={texts.newPassword}
            name="password"
            type="password"
            autoComplete="new-password"
            required
            minLength={10}
            maxLength={256}
            autoFocus
            hint={texts.tenCharactersOrMore}
            wrong={wrong}
          />
          <Button look="main" type="submit" disabled={busy}>
            {texts.saveAndSignIn}
          </Button>
        </form>
      ) : null}
    </main>
  );
}
