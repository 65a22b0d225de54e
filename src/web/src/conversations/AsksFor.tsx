import { ListPlus } from 'lucide-react';
import type { AskedTask } from '../api/client';
import { Button, cx } from '../ui/controls';
import * as texts from './texts';

type Props = {
  /** What the words ask for, as the server's core reads them. */
  tasks: AskedTask[];
  /** Which of them are agreed to. */
  agreed: AskedTask[];
  onAgree: (agreed: AskedTask[]) => void;
};

/** A quiet line under what one writes: the tasks that it asks for. Agreed to, they are made when it is sent. */
export function AsksFor({ tasks, agreed, onAgree }: Props) {
  if (tasks.length === 0) return null;
  return (
    <ul aria-label={texts.tasksInTheseWords} className="mt-1 grid grid-cols-[minmax(0,1fr)] gap-0.5 text-[12.5px]">
      {tasks.map((task, i) => {
        const on = agreed.some((a) => a.line === task.line);
        return (
          <li key={i} className="flex min-h-6 items-center gap-2">
            <ListPlus size={13} aria-hidden className={cx('flex-none', on ? 'text-wren' : 'text-soft')} />
            <span className={cx('min-w-0 flex-1 truncate', on ? 'font-semibold' : 'text-soft')} title={task.line}>
              {on ? texts.willBeATask : texts.aTask}
              {task.line}
            </span>
            <Button
              className="!min-h-6 flex-none !py-0 text-[12.5px] max-md:!min-h-[44px]"
              aria-pressed={on}
              onClick={() => onAgree(on ? agreed.filter((a) => a.line !== task.line) : [...agreed, task])}
            >
              {on ? texts.notNow : texts.makeTask}
            </Button>
          </li>
        );
      })}
      {tasks.length > 1 && agreed.length < tasks.length ? (
        <li className="flex justify-end">
          <Button className="!min-h-6 !py-0 text-[12.5px] max-md:!min-h-[44px]" onClick={() => onAgree(tasks)}>
            {texts.makeAll(tasks.length)}
          </Button>
        </li>
      ) : null}
    </ul>
  );
}
