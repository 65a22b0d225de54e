import { type FormEvent, useState } from 'react';
import { api, taken } from '../api/client';
import { Button, Field } from '../ui/controls';
import * as texts from './texts';

/** Asks for a link by which a new password is chosen; what it says does not tell whether the address is known. */
export function Forgotten({ onBack }: { onBack: () => void }) {
  const [sent, setSent] = useState(false);
  const [wrong, setWrong] = useState('');
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const address = String(new FormData(event.currentTarget).get('address'));
    try {
      await taken(api.POST('/api/session/forgotten', { body: { address } }));
      setSent(true);
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <form onSubmit={(e) => void send(e)} className="grid content-start gap-3" aria-labelledby="forgotten">
      <h2 id="forgotten" className="font-bold">
        {texts.forgotYourPassword}
      </h2>
      {sent ? (
        <p role="status">{texts.ifAddressKnown}</p>
      ) : (
        <>
          <p className="text-soft">{texts.weMailALink}</p>
          <Field label={texts.emailAddress} name="address" type="email" required autoFocus wrong={wrong} />
          <Button look="main" type="submit">
            {texts.sendTheLink}
          </Button>
        </>
      )}
      <Button look="quiet" className="justify-self-start" onClick={onBack}>
        {texts.backToSignIn}
      </Button>
    </form>
  );
}
