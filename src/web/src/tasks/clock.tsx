import { useQuery } from '@tanstack/react-query';
import { Square, Timer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { type TaskView, api, taken } from '../api/client';
import { showTask } from '../api/live';
import { keys, queries } from '../api/queries';
import { Button, cx } from '../ui/controls';
import { shownLength } from '../ui/LengthField';
import { firmNow } from '../ui/time';
import { say, sayWrong } from '../ui/toasts';
import * as texts from './texts';

const tick = 15_000;

/** One's own clock; null while none runs. */
const useClock = () =>
  useQuery({ queryKey: keys.clock, queryFn: async () => (await taken(api.GET('/api/clock'))) ?? null }).data ?? null;

const readAgain = () =>
  Promise.all([keys.clock, keys.taskDetail].map((queryKey) => queries.invalidateQueries({ queryKey })));

/** Adds time to a task; a press takes it back. With an entry it is the time that this says. */
export async function addTime(task: TaskView, minutes: number, entry: string | null = null) {
  const id = newId();
  try {
    showTask(
      await taken(
        api.POST('/api/tasks/{id}/time', { params: { path: { id: task.id } }, body: { id, minutes, entry } }),
      ),
    );
    sayCounted(task.id, id, texts.timeAdded(shownLength(minutes), task.title));
    await queries.invalidateQueries({ queryKey: keys.taskDetail });
  } catch (wrong) {
    sayWrong(wrong);
  }
}

const sayCounted = (task: string, time: string, words: string) =>
  say(words, { action: { label: texts.undo, run: () => void takeBack(task, time) } });

async function takeBack(id: string, time: string) {
  try {
    showTask(await taken(api.DELETE('/api/tasks/{id}/time/{time}', { params: { path: { id, time } } })));
    await queries.invalidateQueries({ queryKey: keys.taskDetail });
  } catch (wrong) {
    sayWrong(wrong);
  }
}

async function start(id: string) {
  try {
    showTask(await taken(api.PUT('/api/tasks/{id}/clock', { params: { path: { id } } })));
    await readAgain();
  } catch (wrong) {
    sayWrong(wrong);
  }
}

async function stop() {
  try {
    const stopped = await taken(api.DELETE('/api/clock'));
    if (stopped) {
      const { task, time, minutes, overNight } = stopped;
      showTask(task);
      const added = texts.timeAdded(shownLength(minutes), task.title);
      sayCounted(task.id, time, overNight ? `${added} ${texts.ranOverNight}` : added);
    }
    await readAgain();
  } catch (wrong) {
    sayWrong(wrong);
  }
}

/** How long ago something was, as it goes on. */
function useSince(began: string) {
  const [now, setNow] = useState(firmNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(firmNow()), tick);
    return () => clearInterval(timer);
  }, []);
  return shownLength(Math.max(0, Math.floor((now - Date.parse(began)) / 60_000)));
}

/** Starts one's clock on a task, or stops it. */
export function ClockButton({ task }: { task: TaskView }) {
  const clock = useClock();
  if (task.state === 'done' || task.state === 'dropped') return null;
  const mine = clock?.task === task.id;
  return (
    <Button
      look="quiet"
      aria-pressed={mine}
      className="!min-h-6 !py-0 max-md:!min-h-11"
      onClick={() => void (mine ? stop() : start(task.id))}
    >
      {mine ? <Square size={12} aria-hidden /> : <Timer size={13} aria-hidden />}
      {mine ? texts.stopClock : texts.startClock}
    </Button>
  );
}

/** The clock that runs, on every page: at what, for how long, and a press stops it. */
export function RunningClock() {
  const clock = useClock();
  return clock ? <Running clock={clock} /> : null;
}

function Running({ clock }: { clock: NonNullable<ReturnType<typeof useClock>> }) {
  const since = useSince(clock.began);
  const to = clock.docket ? `/dockets/${clock.docket}?task=${clock.task}` : `/tasks?task=${clock.task}`;
  return (
    <div
      role="group"
      aria-label={texts.yourClock}
      className="flex min-h-[30px] flex-none items-center gap-2 border-b bg-wren-wash px-3.5 text-[13px]"
    >
      <Timer size={14} aria-hidden className="text-wren" />
      <b className="tabular-nums">{since}</b>
      <Link to={to} className={cx('min-w-0 truncate hover:underline')}>
        {clock.docket ? `${clock.docket}: ` : ''}
        {clock.title}
      </Link>
      <Button className="ml-auto !min-h-6 flex-none !py-0 max-md:!min-h-11" onClick={() => void stop()}>
        {texts.stopClock}
      </Button>
    </div>
  );
}
