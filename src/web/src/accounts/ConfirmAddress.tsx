import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, taken } from '../api/client';
import { Mark } from '../ui/Mark';
import { Button } from '../ui/controls';
import * as texts from './texts';

/** A mailed link that confirms one of the two addresses of a change. It takes a press: mail programs open links by themselves. */
export function ConfirmAddress() {
  const { token = '' } = useParams();
  const [wrong, setWrong] = useState('');
  const [done, setDone] = useState<{ done: boolean; other?: string | null; address: string } | null>(null);
  const { data, error } = useQuery({
    queryKey: ['address-change', token],
    queryFn: () => taken(api.POST('/api/session/address-change', { body: { token } })),
    staleTime: Infinity,
    retry: false,
  });
  const confirm = async () => {
    try {
      setDone(await taken(api.PUT('/api/session/address-change', { body: { token } })));
    } catch (refusal) {
      setWrong((refusal as Error).message);
    }
  };
  return (
    <main className="mx-auto grid min-h-full max-w-[420px] content-center gap-6 px-4 py-8">
      <header>
        <Mark large />
        <h1 className="mt-3 text-[22px] font-bold tracking-tight">{data?.firm ?? texts.yourAccount}</h1>
      </header>
      {error || wrong ? (
        <p role="alert" className="text-late">
          {wrong || error?.message}
        </p>
      ) : done ? (
        <p role="status">{done.done ? texts.addressChanged(done.address) : texts.oneMore(done.other ?? '')}</p>
      ) : data ? (
        <>
          <p>{texts.confirmChange(data.address)}</p>
          <Button look="main" autoFocus onClick={() => void confirm()}>
            {texts.confirm}
          </Button>
        </>
      ) : null}
      {error || wrong || done ? (
        <Link to="/" className="underline underline-offset-2">
          {texts.toTheFirstPage}
        </Link>
      ) : null}
    </main>
  );
}
