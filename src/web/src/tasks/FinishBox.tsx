import { Check } from 'lucide-react';
import type { TaskView } from '../api/client';
import { cx } from '../ui/controls';
import { reopenTask } from './change';
import { finishTask } from './finish';
import * as texts from './texts';

/** The box that finishes a task, and takes that back. */
export function FinishBox({ task }: { task: TaskView }) {
  const done = task.state === 'done';
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={done}
      aria-label={texts.done(task.title)}
      onClick={(e) => {
        e.stopPropagation();
        void (done ? reopenTask(task) : finishTask(task));
      }}
      className="grid size-6 flex-none place-items-center rounded-[3px] max-md:size-11"
    >
      <span
        className={cx(
          'grid size-[15px] place-items-center rounded-[2px] border-[1.5px]',
          done ? 'border-done bg-done text-surface' : 'border-soft bg-surface',
        )}
      >
        {done ? <Check size={12} strokeWidth={3} aria-hidden /> : null}
      </span>
    </button>
  );
}
