import { type TaskView, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { say, sayWrong } from '../ui/toasts';
import { HowLong } from './HowLong';
import { reopenTask } from './change';
import * as texts from './texts';

/** Says that a task is done; undone from the toast. Where nobody has said how long it took, it asks. */
export async function finishTask(task: TaskView): Promise<void> {
  try {
    const after = await taken(api.PUT('/api/tasks/{id}/done', { params: { path: { id: task.id } } }));
    showTask(after);
    void queries.invalidateQueries({ queryKey: keys.clock });
    const action = { label: texts.undo, run: () => void reopenTask(task) };
    if (after.state !== 'done') say(texts.yourPartIsDone(task.title), { action });
    else if (after.spentMinutes > 0) say(texts.done(task.title), { action });
    else say((gone) => <HowLong task={after} words={texts.done(task.title)} onGone={gone} />, { action, stays: true });
  } catch (wrong) {
    sayWrong(wrong);
  }
}
