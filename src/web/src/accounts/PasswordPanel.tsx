import { Dialog } from 'radix-ui';
import { type FormEvent, useState } from 'react';
import { api, taken } from '../api/client';
import { Button, Field, cx } from '../ui/controls';
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
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          className={cx(
            'fixed left-1/2 top-[14vh] z-50 w-[min(380px,calc(100vw-24px))] -translate-x-1/2',
            'rounded-card border border-soft/40 bg-surface p-4 shadow-lg',
          )}
        >
          <Dialog.Title className="mb-2 text-[16px] font-bold">{texts.changeMyPassword}</Dialog.Title>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
