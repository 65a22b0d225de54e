import { useQuery } from '@tanstack/react-query';
import { type TaskView, api, taken } from '../api/client';
import { shownLength } from '../ui/LengthField';
import { changeTask } from './change';
import * as texts from './texts';

/** What tasks like this one took that are done; a press takes their middle as its estimate. */
export function Usual({ task }: { task: TaskView }) {
  const { title, docket } = task;
  const owners = task.owners.map((o) => o.id!);
  const { data } = useQuery({
    queryKey: ['usual', title, docket, ...owners],
    queryFn: async () =>
      (await taken(
        api.GET('/api/tasks/usual', { params: { query: { title, docket: docket ?? undefined, owners } } }),
      )) ?? null,
    staleTime: 300_000,
  });
  if (!data || task.estimateMinutes === data.middleMinutes) return null;
  return (
    <span className="text-soft">
      {texts.usually(shownLength(data.lowMinutes), shownLength(data.highMinutes), data.like)}{' '}
      <button
        type="button"
        className="min-h-6 text-wren underline underline-offset-2 max-md:min-h-11"
        onClick={() => void changeTask(task, { estimateMinutes: data.middleMinutes })}
      >
        {texts.takeUsual(shownLength(data.middleMinutes))}
      </button>
    </span>
  );
}
