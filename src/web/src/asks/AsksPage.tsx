import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { AskItem } from '../api/client';
import { moment } from '../ui/time';
import { Empty, Wrong, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { AskCard } from './AskCard';
import { useAsks } from './useAsks';

function Item({ item }: { item: AskItem }) {
  const { ask } = item;
  return (
    <li className="mx-auto w-full max-w-[860px] border-b px-4 py-2.5">
      <p className="flex flex-wrap items-center gap-x-2 text-[12.5px] text-soft">
        <NameTag who={ask.by} />
        <span>
          {ask.mine ? 'you' : ask.by.firstName} asked, {moment(ask.at)}
        </span>
        <Link
          to={item.path}
          className="text-wren underline decoration-wren/40 underline-offset-2 hover:decoration-wren"
        >
          {item.place}
        </Link>
      </p>
      <p className="mt-0.5 font-semibold">{item.words}</p>
      <AskCard ask={ask} staff />
    </li>
  );
}

/** What one is asked and what one has asked, everywhere. */
export function AsksPage() {
  const [params, setParams] = useSearchParams();
  const side = params.get('side') === 'of-mine' ? 'of-mine' : 'on-me';
  const onMe = useAsks('on-me');
  const ofMine = useAsks('of-mine');
  const { data, error, refetch } = side === 'on-me' ? onMe : ofMine;
  const [over, setOver] = useState(false);
  const waiting = (ofMine.data ?? []).filter((i) => i.ask.state === 'open' || i.ask.state === 'returned');
  const shown = side === 'on-me' || over ? (data ?? []) : waiting;
  const done = (ofMine.data ?? []).length - waiting.length;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
        <h1 className="text-[17px] font-bold tracking-tight">Asks</h1>
        <div role="group" aria-label="Which asks" className="flex gap-1">
          {(
            [
              ['on-me', 'For you', onMe.data?.length],
              ['of-mine', 'You asked', ofMine.data ? waiting.length : undefined],
            ] as const
          ).map(([key, word, n]) => (
            <button
              key={key}
              type="button"
              aria-pressed={side === key}
              onClick={() => setParams(key === 'on-me' ? {} : { side: key }, { replace: true })}
              className={cx(
                'min-h-[28px] rounded-card border px-2.5 max-md:min-h-[44px]',
                side === key ? 'border-ask font-semibold text-ask' : 'border-transparent text-soft hover:border-line',
              )}
            >
              {word} {n ? <b>{n}</b> : null}
            </button>
          ))}
        </div>
        {side === 'of-mine' && done > 0 ? (
          <label className="flex min-h-6 items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              className="size-4 accent-wren"
              checked={over}
              onChange={(e) => setOver(e.target.checked)}
            />
            also the {done} that {done === 1 ? 'is' : 'are'} over
          </label>
        ) : null}
        <span className="ml-auto text-[13px] text-soft">
          {side === 'on-me'
            ? 'Answer each one, pass it on, or say it is not for you.'
            : 'Who you are waiting for, and the answers so far.'}
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Asks">
        {error && !data ? (
          <Wrong error={error} again={() => void refetch()} />
        ) : data && shown.length === 0 ? (
          side === 'on-me' ? (
            <Empty title="Nobody is waiting for an answer from you">
              Questions from colleagues stay here until you answer them.
            </Empty>
          ) : (
            <Empty title="You are not waiting for anybody">
              Press A on an entry, or “Ask” under what you write, to ask for an answer by a certain time.
            </Empty>
          )
        ) : (
          <ul>
            {shown.map((i) => (
              <Item key={i.ask.id} item={i} />
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}
