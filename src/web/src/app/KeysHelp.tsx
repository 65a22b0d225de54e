import { Dialog } from 'radix-ui';
import { Button, cx } from '../ui/controls';
import { pageKeys } from '../ui/keys';
import * as texts from './texts';

const groups: [string, [string, string][]][] = [
  [
    texts.inADocket,
    [
      [texts.upDown, texts.entryBeforeNextEntry],
      [texts.leftRight, texts.toTheOtherLane],
      ['N', texts.addANoteInside],
      ['R', texts.replyOutside],
      ['Q', texts.answerEntryQuoting],
      ['T', texts.turnEntryIntoTask],
      ['A', texts.askAnswerAboutEntry],
      ['M', texts.setUpAMeeting],
      ['O', texts.takeOrHandOver],
      ['S', texts.moveToTheNextStage],
      ['7, 8, 9', texts.insideBothLanesOutside],
      [texts.ctrlEnter, texts.sendWhatIsWritten],
      [texts.andALetter, texts.findAStockReply],
    ],
  ],
  [
    texts.onASheet,
    [
      ['E', texts.editNewRevision],
      [texts.ctrlS, texts.saveWhatIsWritten],
      ['+, -, 0', texts.aDrawingLargerSmaller],
      ['], [', texts.nextDiscussionOneBefore],
      ['D', texts.discussWhatIsSelected],
    ],
  ],
  [
    texts.inTheQueues,
    [
      ['], [', texts.nextConversationOneBefore],
      ['X', texts.takeTheNextOne],
    ],
  ],
  [
    texts.everywhere,
    [
      [texts.ctrlK, texts.searchOrDo],
      ['1', texts.today],
      ['2', texts.queues],
      ['3', texts.dockets],
      ['4', texts.tasks],
      ['5', texts.noticeboard],
      ['C', texts.noteACall],
      ['F1', texts.theseKeys],
      ['Escape', texts.closeOrGoBack],
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
          <Dialog.Title className="mb-3 text-[16px] font-bold">{texts.keys}</Dialog.Title>
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
              {texts.useTheseKeysBrowser}
            </label>
            <Dialog.Close asChild>
              <Button>{texts.close}</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
