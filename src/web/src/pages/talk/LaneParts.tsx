import { CalendarSearch } from 'lucide-react';
import { useState } from 'react';
import type { SilenceView } from '../../api/client';
import { type Waiting, withdraw } from '../../api/outbox';
import { Button, Field, Panel, cx } from '../../ui/controls';

/** Goes to what was said on a day. */
export function GoToDate({ onGo }: { onGo: (date: string) => void }) {
  const [open, setOpen] = useState(false);
  const [date, setDate] = useState('');
  return (
    <Panel
      label="Go to a date"
      align="center"
      className="w-56"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          title="Go to a date"
          aria-label="Go to a date"
          className="grid size-6 place-items-center rounded-[3px] text-soft hover:text-ink max-md:size-11"
        >
          <CalendarSearch size={14} />
        </button>
      }
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!date) return;
          setOpen(false);
          onGo(date);
        }}
      >
        <Field label="What was said from" type="date" value={date} onChange={(e) => setDate(e.target.value)} />
        <Button look="main" type="submit" disabled={!date} className="mt-2 w-full">
          Go there
        </Button>
      </form>
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
            {w.refused ??
              (w.tries && w.tries > 1
                ? `not there yet after ${w.tries} tries; kept, and tried again`
                : 'on its way, kept until it is there')}
            {w.refused ? (
              <Button look="quiet" onClick={() => withdraw(w.id)}>
                Take it out
              </Button>
            ) : null}
          </p>
        </div>
      ))}
    </div>
  );
}
