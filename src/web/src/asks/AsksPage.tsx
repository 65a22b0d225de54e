import { type ReactNode, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { AskItem } from '../api/client';
import { moment } from '../ui/time';
import { Empty, Wrong, cx } from '../ui/controls';
import { NameTag } from '../ui/tags';
import { AskCard } from './AskCard';
import { useAsks } from './useAsks';
import { useStill } from '../ui/useStill';
import { Fold } from '../ui/fold';
import * as texts from './texts';

function Item({ item }: { item: AskItem }) {
  const { ask } = item;
  return (
    <li className="mx-auto w-full max-w-[860px] border-b px-4 py-2.5">
      <p className="flex flex-wrap items-center gap-x-2 text-[12.5px] text-soft">
        <NameTag who={ask.by} />
        <span>{texts.asked(ask.mine ? texts.you : ask.by.firstName, moment(ask.at))}</span>
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

/** What one is asked and what one has asked, everywhere; beside it what else waits for one. */
export function AsksPage({ beside }: { beside?: ReactNode }) {
  const [params, setParams] = useSearchParams();
  const side = params.get('side') === 'of-mine' ? 'of-mine' : 'on-me';
  const onMe = useAsks('on-me');
  const ofMine = useAsks('of-mine');
  const { data, error, refetch } = side === 'on-me' ? onMe : ofMine;
  const [over, setOver] = useState(false);
  const waiting = (ofMine.data ?? []).filter((i) => i.ask.state === 'open' || i.ask.state === 'returned');
  const shown = side === 'on-me' || over ? (data ?? []) : waiting;
  const [still, holding] = useStill(shown);
  const done = (ofMine.data ?? []).length - waiting.length;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
        <h1 className="text-[17px] font-bold tracking-tight">{texts.asks}</h1>
        <div role="group" aria-label={texts.whichAsks} className="flex gap-1">
          {(
            [
              ['on-me', texts.forYou, onMe.data?.length],
              ['of-mine', texts.youAsked, ofMine.data ? waiting.length : undefined],
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
            {texts.alsoTheOver(done)}
          </label>
        ) : null}
        <span className="ml-auto text-[13px] text-soft">
          {side === 'on-me' ? texts.answerEachOnePass : texts.whoWaitingAnswersSo}
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label={texts.asks}>
        {side === 'on-me' ? beside : null}
        {error && !data ? (
          <Wrong error={error} again={() => void refetch()} />
        ) : data && shown.length === 0 ? (
          side === 'on-me' ? (
            <Empty title={texts.nobodyWaitingAnswerFrom}>{texts.questionsFromColleaguesStay}</Empty>
          ) : (
            <Empty title={texts.youNotWaitingAnybody}>{texts.pressEntryAskUnder}</Empty>
          )
        ) : (
          <Fold
            what="asks"
            all={still}
            over={(i) => (side === 'on-me' || ['open', 'returned'].includes(i.ask.state) ? null : i.ask.at)}
          >
            {(items) => (
              <ul {...holding}>
                {items.map((i) => (
                  <Item key={i.ask.id} item={i} />
                ))}
              </ul>
            )}
          </Fold>
        )}
      </div>
    </div>
  );
}
