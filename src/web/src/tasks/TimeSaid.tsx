import type { Me, TaskDetail } from '../api/client';
import { Button } from '../ui/controls';
import { shownLength } from '../ui/LengthField';
import { moment } from '../ui/time';
import { addTime } from './clock';
import * as texts from './texts';

/** Who is at a task by their clock, and what its talk says that it took: a press counts that. */
export function TimeSaid({ detail, me }: { detail: TaskDetail; me: Me }) {
  const others = detail.clocks.filter((c) => c.person.id !== me.person.id);
  if (others.length + detail.said.length === 0) return null;
  return (
    <ul className="ml-[96px] text-[13px]">
      {others.map((c) => (
        <li key={c.person.id} className="text-soft">
          {texts.atIt(c.person.firstName, moment(c.began))}
        </li>
      ))}
      {detail.said.map((s) => (
        <li key={s.entry} className="flex flex-wrap items-center gap-x-2">
          <span className="min-w-0 truncate">{texts.wrote(s.person.firstName, s.words)}</span>
          <Button
            className="!min-h-6 !py-0 max-md:!min-h-11"
            onClick={() => void addTime(detail.task, s.minutes, s.entry)}
          >
            {texts.countIt(shownLength(s.minutes))}
          </Button>
        </li>
      ))}
    </ul>
  );
}
