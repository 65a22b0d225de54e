import { useEffect, useRef, useState } from 'react';
import type { TaskView } from '../api/client';
import { Button } from '../ui/controls';
import { LengthField, shownLength } from '../ui/LengthField';
import { addTime } from './clock';
import * as texts from './texts';

const lasts = 12_000;

/**
 * Says that a task is done and asks how long it took: as estimated by a press, else in words. It goes away by itself, but not
 * while one is at it.
 */
export function HowLong({ task, words, onGone }: { task: TaskView; words: string; onGone: () => void }) {
  const [held, setHeld] = useState(false);
  const gone = useRef(onGone);
  gone.current = onGone;
  useEffect(() => {
    if (held) return;
    const timer = setTimeout(() => gone.current(), lasts);
    return () => clearTimeout(timer);
  }, [held]);
  const add = (minutes: number) => {
    onGone();
    void addTime(task, minutes);
  };
  const { estimateMinutes: estimate } = task;
  return (
    <div
      role="group"
      aria-label={texts.howLong(task.title)}
      onFocus={() => setHeld(true)}
      onBlur={() => setHeld(false)}
      onMouseEnter={() => setHeld(true)}
      onMouseLeave={(e) => setHeld(e.currentTarget.contains(document.activeElement))}
    >
      {words}
      <span className="mt-1 flex flex-wrap items-center gap-1.5 text-[13px]">
        <span className="text-soft">{texts.howLongDidItTake}</span>
        {estimate ? (
          <Button className="!min-h-6 !py-0 max-md:!min-h-11" onClick={() => add(estimate)}>
            {texts.asEstimated(shownLength(estimate))}
          </Button>
        ) : null}
        <LengthField
          label={texts.timeTaken(task.title)}
          placeholder={texts.forExample}
          className="!min-h-6 !w-[132px] !py-0 max-md:!min-h-11"
          minutes={null}
          onChange={(minutes) => minutes && add(minutes)}
        />
      </span>
    </div>
  );
}
