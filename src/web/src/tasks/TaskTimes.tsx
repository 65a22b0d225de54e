import { type TaskDetail, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { Button } from '../ui/controls';
import { Line, choice } from './panel';
import { sayWrong } from '../ui/toasts';
import * as texts from './texts';

const befores: [number | null, string][] = [
  [null, texts.halfADayBefore],
  [0, texts.notBefore],
  [60, texts.n1HBefore],
  [480, texts.aDayBefore],
  [960, texts.twoDaysBefore],
];
const agains: [number | null, string][] = [
  [null, texts.eachDayWhileLate],
  [0, texts.neverAgain],
  [240, texts.twiceDayWhileLate],
  [960, texts.everyTwoDaysWhile],
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
        <Line name={texts.theNext}>
          <select
            aria-label={texts.whenNextOneComes}
            className={choice}
            value={times.nextByTime ? 'time' : 'done'}
            onChange={(e) => void put({ nextByTime: e.target.value === 'time' })}
          >
            <option value="done">{texts.comesWhenDone}</option>
            <option value="time">{texts.comesOnItsDate}</option>
          </select>
          {task.state === 'done' || task.state === 'dropped' ? null : (
            <Button look="quiet" className="!min-h-6 !py-0" onClick={() => void skip()}>
              {texts.skipThisOne}
            </Button>
          )}
        </Line>
      ) : null}
      {task.due ? (
        <Line name={texts.remind}>
          <select
            aria-label={texts.remindBeforeDue}
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
            aria-label={texts.remindAgain}
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
          {detail.nextUp.length > 0 && times.remindAgainMinutes !== 0 ? (
            <span className="basis-full text-[13px] text-soft">
              {texts.nextUp(detail.nextUp.map((p) => p.firstName))}
            </span>
          ) : null}
        </Line>
      ) : null}
    </>
  );
}
