import { type FormEvent, useState } from 'react';
import { Refusal, api, taken } from '../api/client';
import { Button, Field } from '../ui/controls';
import { AccountDialog } from './AccountDialog';
import * as texts from './texts';

/** Asks for another address to sign in with; the old one and the new one confirm it by mail. */
export function AddressPanel({ onClose }: { onClose: () => void }) {
  const [sent, setSent] = useState(false);
  const [wrong, setWrong] = useState<Refusal | null>(null);
  const send = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    try {
      await taken(
        api.PUT('/api/me/address', {
          body: { address: String(form.get('address')), password: String(form.get('password')) },
        }),
      );
      setSent(true);
    } catch (refusal) {
      setWrong(refusal instanceof Refusal ? refusal : new Refusal(0, (refusal as Error).message));
    }
  };
  const of = (field: string) => wrong?.fields[field]?.[0];
  return (
    <AccountDialog title={texts.changeMyAddress} onClose={onClose}>
      {sent ? (
        <>
          <p role="status">{texts.bothSent}</p>
          <p className="mt-3 flex justify-end">
            <Button look="main" onClick={onClose}>
              {texts.allRight}
            </Button>
          </p>
        </>
      ) : (
        <form onSubmit={(e) => void send(e)} className="grid gap-2.5">
          <p className="text-soft">{texts.bothConfirm}</p>
          <Field
            label={texts.newAddress}
            name="address"
            type="email"
            required
            maxLength={254}
            autoFocus
            wrong={of('address') ?? (wrong && !of('password') ? wrong.message : '')}
          />
          <Field
            label={texts.currentPassword}
            name="password"
            type="password"
            autoComplete="current-password"
            required
            wrong={of('password')}
          />
          <p className="flex justify-end gap-2">
            <Button look="quiet" onClick={onClose}>
              {texts.cancel}
            </Button>
            <Button look="main" type="submit">
              {texts.sendBothLinks}
            </Button>
          </p>
        </form>
      )}
    </AccountDialog>
  );
}
