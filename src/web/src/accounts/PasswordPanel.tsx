import { type FormEvent, useState } from 'react';
import { api, taken } from '../api/client';
import { Button, Field } from '../ui/controls';
import { AccountDialog } from './AccountDialog';
import * as texts from './texts';

/** Changes one's own password; everywhere else one is signed out by it. */
export function PasswordPanel({ onClose }: { onClose: () => void }) {
  const [now, setNow] = useState('');
  const [next, setNext] = useState('');
  const [wrong, setWrong] = useState('');
  const change = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await taken(api.PUT('/api/me/password', { body: { now, next } }));
      // The session is a new one: the page begins anew with it.
      window.location.reload();
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <AccountDialog title={texts.changeMyPassword} onClose={onClose}>
      <form onSubmit={(e) => void change(e)} className="grid gap-2.5">
        <Field
          label={texts.currentPassword}
          type="password"
          autoComplete="current-password"
          required
          value={now}
          wrong={wrong}
          onChange={(e) => setNow(e.target.value)}
        />
        <Field
          label={texts.newPassword}
          type="password"
          autoComplete="new-password"
          required
          minLength={10}
          maxLength={256}
          hint={texts.atLeast10Characters}
          value={next}
          onChange={(e) => setNext(e.target.value)}
        />
        <p className="flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            {texts.cancel}
          </Button>
          <Button look="main" type="submit" disabled={!now || next.length < 10}>
            {texts.changePassword}
          </Button>
        </p>
      </form>
    </AccountDialog>
  );
}
