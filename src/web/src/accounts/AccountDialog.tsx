import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { cx } from '../ui/controls';

/** A small window of one's own account. */
export const AccountDialog = ({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
}) => (
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
        <Dialog.Title className="mb-2 text-[16px] font-bold">{title}</Dialog.Title>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
