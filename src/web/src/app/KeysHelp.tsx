import { Dialog } from 'radix-ui';
import { Button, cx } from '../ui/controls';
import { pageKeys } from '../ui/keys';

const groups: [string, [string, string][]][] = [
  [
    'In a docket',
    [
      ['Up, Down', 'entry before, next entry'],
      ['Left, Right', 'to the other lane'],
      ['N', 'add a note (inside)'],
      ['R', 'reply (outside)'],
      ['Q', 'answer the entry, quoting it'],
      ['T', 'turn the entry into a task'],
      ['A', 'ask for an answer about the entry'],
      ['M', 'set up a meeting'],
      ['O', 'take or hand over'],
      ['7, 8, 9', 'inside, both lanes, outside'],
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
      ['X', 'take the next one'],
    ],
  ],
  [
    'Everywhere',
    [
      ['Ctrl K', 'search or do'],
      ['1', 'Today'],
      ['2', 'Queues'],
      ['3', 'Dockets'],
      ['4', 'Tasks'],
      ['5', 'Noticeboard'],
      ['C', 'note a call'],
      ['F1', 'these keys'],
      ['Escape', 'close or go back'],
    ],
  ],
];

/** All keys on one card. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  const on = pageKeys.use();
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
          <div className="mt-4 flex flex-wrap items-center justify-between gap-2">
            <label className="flex min-h-7 items-center gap-1.5">
              <input type="checkbox" checked={on} onChange={(e) => pageKeys.set(e.target.checked)} />
              Use these keys in this browser
            </label>
            <Dialog.Close asChild>
              <Button>Close</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
