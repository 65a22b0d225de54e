import { Button, cx } from '../ui/controls';
import type { useLine } from './line';
import * as texts from './texts';

/** What is understood of a line that is to be a task; a press leaves it as it was typed. */
export function LineRead({ line, className }: { line: ReturnType<typeof useLine>; className?: string }) {
  return (
    <div role="status" className="text-[13px]">
      {line.read ? (
        <p className={cx('flex flex-wrap items-center gap-x-2', className)}>
          <span className="min-w-0 break-words font-semibold">{line.read}</span>
          <Button look="quiet" className="!min-h-6 !py-0 max-md:!min-h-11" onClick={line.leave}>
            {texts.leaveItAsTyped}
          </Button>
        </p>
      ) : null}
    </div>
  );
}
