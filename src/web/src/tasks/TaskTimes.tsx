import { type TaskDetail, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { Button } from '../ui/controls';
import { Line, choice } from './panel';
import { sayWrong } from '../ui/toasts';

const befores: [number | null, string][] = [
  [null, 'half a day before'],
  [0, 'not before'],
  [60, '1 h before'],
  [480, 'a day before'],
  [960, 'two days before'],
];
const agains: [number | null, string][] = [
  [null, 'each day while late'],
  [0, 'never again'],
  [240, 'twice a day while late'],
  [960, 'every two days while late'],
];

/** When its owners are reminded, in working time; and for one that repeats, when the next is made. */
export function TaskTimes({ detail }: { detail: TaskDetail }) {
  const { task, times } = detail;
  if (!task.due && !task.repeats) return null;
  const put = async (change: Partial<TaskDetail['times']>) => {
    try {
      showTask(
        await taken(
          api.PUT('/api/tasks/{id}/times', { params: { path: { id: task.id } }, body: { ...times, ...change } }),
        ),
      );
      await queries.invalidateQueries({ queryKey: keys.taskDetail });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const skip = async () => {
    try {
      showTask(await taken(api.POST('/api/tasks/{id}/skip', { params: { path: { id: task.id } } })));
      await queries.invalidateQueries({ queryKey: keys.taskTable });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const number = (value: string) => (value === '' ? null : Number(value));
  return (
    <>
      {task.repeats ? (
        <Line name="The next">
          <select
            aria-label="When the next one comes"
            className={choice}
            value={times.nextByTime ? 'time' : 'done'}
            onChange={(e) => void put({ nextByTime: e.target.value === 'time' })}
          >
            <option value="done">comes when this is done</option>
            <option value="time">comes on its date</option>
          </select>
          {task.state === 'done' || task.state === 'dropped' ? null : (
            <Button look="quiet" className="!min-h-6 !py-0" onClick={() => void skip()}>
              Skip this one
            </Button>
          )}
        </Line>
      ) : null}
      {task.due ? (
        <Line name="Remind">
          <select
            aria-label="Remind before it is due"
            className={choice}
            value={times.remindBeforeMinutes ?? ''}
            onChange={(e) => void put({ remindBeforeMinutes: number(e.target.value) })}
          >
            {befores.map(([n, words]) => (
              <option key={words} value={n ?? ''}>
                {words}
              </option>
            ))}
          </select>
          <select
            aria-label="Remind again"
            className={choice}
            value={times.remindAgainMinutes ?? ''}
            onChange={(e) => void put({ remindAgainMinutes: number(e.target.value) })}
          >
            {agains.map(([n, words]) => (
              <option key={words} value={n ?? ''}>
                {words}
              </option>
            ))}
          </select>
        </Line>
      ) : null}
    </>
  );
}
