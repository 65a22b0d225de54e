import { Dialog } from 'radix-ui';
import { Button, cx } from '../ui/controls';

const groups: [string, [string, string][]][] = [
  [
    'In a docket',
    [
      ['J, K', 'next entry, entry before'],
      ['N', 'note inside'],
      ['R', 'reply outside'],
      ['Q', 'answer the entry, quoting it'],
      ['T', 'turn the entry into a task'],
      ['A', 'ask for an answer about the entry'],
      ['M', 'set a meeting'],
      ['O', 'take or hand over'],
      ['1, 2, 3', 'inside, outside, both lanes'],
      ['Ctrl Enter', 'send what is written'],
      ['; and a letter', 'find a stock reply'],
    ],
  ],
  [
    'On a sheet',
    [
      ['E', 'edit, or a new revision'],
      ['Ctrl S', 'save what is written'],
      ['+, -, 0', 'a drawing larger, smaller, fitted'],
    ],
  ],
  [
    'In the queues',
    [
      ['], [', 'next conversation, the one before'],
      ['G X', 'the next one to answer'],
    ],
  ],
  [
    'Everywhere',
    [
      ['Ctrl K', 'find or do'],
      ['G N', 'Today, what is now'],
      ['G Q', 'Queues'],
      ['G D', 'Dockets'],
      ['G T', 'Tasks'],
      ['G S', 'asks on you, and of yours'],
      ['G B', 'Noticeboard'],
      ['G A', 'Alerts'],
      ['G C', 'Contacts'],
      ['G L', 'all talk'],
      ['C', 'note a call'],
      ['?', 'these keys'],
      ['Escape', 'back out'],
    ],
  ],
];

/** All keys on one card. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          data-over=""
          aria-describedby={undefined}
          className={cx(
            'fixed left-1/2 top-[12vh] z-50 max-h-[76vh] w-[min(560px,calc(100vw-24px))] -translate-x-1/2',
            'overflow-auto rounded-card border border-soft/40 bg-surface p-5 shadow-lg',
          )}
        >
          <Dialog.Title className="mb-3 text-[16px] font-bold">Keys</Dialog.Title>
          <div className="grid gap-6 sm:grid-cols-2">
            {groups.map(([name, rows]) => (
              <section key={name}>
                <h3 className="mb-1 border-b pb-1 text-[13px] font-bold">{name}</h3>
                <dl className="grid grid-cols-[86px_1fr] gap-y-1">
                  {rows.map(([key, does]) => (
                    <div key={key} className="contents">
                      <dt>
                        <kbd className="rounded-[3px] border px-1 font-sans text-[12.5px]">{key}</kbd>
                      </dt>
                      <dd>{does}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
          <div className="mt-4 text-right">
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
