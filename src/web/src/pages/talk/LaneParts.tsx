import { CalendarSearch } from 'lucide-react';
import { Suspense, useState } from 'react';
import { lazy } from '../../ui/lazy';
import type { LaterView, SilenceView } from '../../api/client';
import { type Waiting, withdraw } from '../../api/outbox';
import { MomentField } from '../../ui/MomentField';
import { Button, Panel, cx } from '../../ui/controls';
import * as texts from './texts';

const LaterCards = lazy(() => import('../../conversations/later/LaterCards').then((m) => ({ default: m.LaterCards })));

/** What leaves later from a lane; most have nothing. */
export const LeavesLater = ({ list }: { list: LaterView[] }) =>
  list.length === 0 ? (
    <div />
  ) : (
    <Suspense fallback={<div />}>
      <LaterCards list={list} />
    </Suspense>
  );

/** Goes to what was said on a day. */
export function GoToDate({ onGo }: { onGo: (date: string) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      label={texts.goToADate}
      align="center"
      className="w-56"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          title={texts.goToADate}
          aria-label={texts.goToADate}
          className="grid size-6 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
        >
          <CalendarSearch size={14} />
        </button>
      }
    >
      <MomentField
        inline
        dayOnly
        autoFocus
        label={texts.showFrom}
        sense="past"
        value={null}
        onChange={(date) => {
          if (!date) return;
          setOpen(false);
          onGo(date);
        }}
        onEscape={() => setOpen(false)}
      />
    </Panel>
  );
}

/** How long nothing was heard after a message. */
export function SilenceLabel({ silence }: { silence: SilenceView }) {
  return (
    <p
      className={cx(
        'mx-auto my-1 w-fit rounded-[3px] border border-dashed px-2 text-[12.5px]',
        silence.ours && silence.running ? 'border-soon-line bg-soon-wash text-soon' : 'border-line text-soft',
      )}
    >
      {silence.label}
    </p>
  );
}

/** What was sent and is not acknowledged yet. */
export function Waits({ list }: { list: Waiting[] }) {
  return (
    <div>
      {list.map((w) => (
        <div
          key={w.id}
          className="mx-2.5 my-1 rounded-card border border-dashed border-soft bg-surface px-2.5 py-1.5 text-soft"
        >
          <p className="whitespace-pre-wrap">{w.body}</p>
          <p className="text-[12px]">
            {w.refused ?? (w.tries && w.tries > 1 ? texts.notSentAfterTries(w.tries) : texts.sendingKeptUntilArrives)}
            {w.refused ? (
              <Button look="quiet" onClick={() => withdraw(w.id)}>
                {texts.discard}
              </Button>
            ) : null}
          </p>
        </div>
      ))}
    </div>
  );
}
