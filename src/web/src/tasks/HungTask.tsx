import { Link, useLocation } from 'react-router';
import type { TaskView } from '../api/client';
import { Due, Owners } from '../ui/tags';
import { FinishBox } from './FinishBox';
import * as texts from './texts';

/** A task hanging on the entry it was made of, live. */
export function HungTask({ task }: { task: TaskView }) {
  const { pathname } = useLocation();
  // In its docket it opens beside the talk.
  const beside = task.docket !== null && pathname === `/dockets/${task.docket}`;
  return (
    <div
      className="mt-1.5 flex items-center gap-2 rounded-[3px] border-l-[3px] border-l-wren bg-paper px-1.5 py-0.5 text-[13px]"
      onClick={(e) => e.stopPropagation()}
    >
      <FinishBox task={task} />
      <Link
        to={`${beside ? pathname : '/tasks'}?task=${task.id}`}
        className={task.state === 'done' ? 'min-w-0 text-soft line-through' : 'min-w-0 hover:underline'}
      >
        {task.title}
      </Link>
      <span className="ml-auto flex flex-none items-center gap-2 text-[12.5px]">
        {task.promisedTo ? <span className="text-soft">{texts.promised}</span> : null}
        <Due task={task} />
        <Owners owners={task.owners} />
      </span>
    </div>
  );
}
