import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import type { DocketView } from '../../api/client';
import { Button, cx } from '../../ui/controls';
import { Commitments } from './Commitments';
import * as texts from './texts';

/** What was promised in a docket, over the page where there is no room beside the talk: on a phone, say. */
export function CommitmentsOver({ docket }: { docket: DocketView }) {
  const [open, setOpen] = useState(false);
  const where = useLocation();
  // What is chosen there is looked at on the page.
  useEffect(() => setOpen(false), [where]);
  const due = docket.tasks.filter((t) => t.state !== 'done').length;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button className="lg:hidden">
          {texts.commitments}
          {due > 0 ? <b className="text-wren">{due}</b> : null}
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          className={cx(
            'fixed inset-x-2 bottom-2 top-14 z-50 flex flex-col overflow-hidden',
            'rounded-card border bg-surface shadow-lg md:left-auto md:w-[420px]',
          )}
        >
          <header className="flex flex-none items-center justify-between border-b px-3.5 py-1.5">
            <Dialog.Title className="font-bold">
              {docket.ref} {docket.shortName}
            </Dialog.Title>
            <Dialog.Close asChild>
              <Button look="quiet">{texts.close}</Button>
            </Dialog.Close>
          </header>
          <div className="min-h-0 flex-1">
            <Commitments docket={docket} />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
