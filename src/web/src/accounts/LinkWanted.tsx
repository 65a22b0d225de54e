import { type FormEvent, useState } from 'react';
import { api, taken } from '../api/client';
import { Button, Field } from '../ui/controls';
import * as texts from './texts';

/** A customer or partner asks for the link to their page; what it says does not tell whether the address is known. */
export function LinkWanted({ onBack }: { onBack: () => void }) {
  const [sent, setSent] = useState(false);
  const [wrong, setWrong] = useState('');
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const address = String(new FormData(event.currentTarget).get('address'));
    try {
      await taken(api.POST('/api/session/party-link', { body: { address } }));
      setSent(true);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <form onSubmit={(e) => void send(e)} className="grid content-start gap-3" aria-labelledby="wanted">
      <h2 id="wanted" className="font-bold">
        {texts.yourPageWithUs}
      </h2>
      {sent ? (
        <p role="status">{texts.ifWeKnowYou}</p>
      ) : (
        <>
          <p className="text-soft">{texts.weSendYourLink}</p>
          <Field label={texts.emailAddress} name="address" type="email" required autoFocus wrong={wrong} />
          <Button look="main" type="submit">
            {texts.sendMyLink}
          </Button>
        </>
      )}
      <Button look="quiet" className="justify-self-start" onClick={onBack}>
        {texts.backToSignIn}
      </Button>
    </form>
  );
}
