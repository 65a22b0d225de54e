import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../api/client';
import { shownLength } from '../ui/LengthField';
import * as texts from './texts';

type Props = {
  title: string;
  docket: string | null;
  owners: string[];
  /** The estimate that it has. */
  minutes: number | null;
  onTake: (minutes: number) => void;
};

/** What tasks like this one took that are done; a press takes their middle as its estimate. */
export function Usual({ title, docket, owners, minutes, onTake }: Props) {
  const { data } = useQuery({
    queryKey: ['usual', title, docket, ...owners],
    queryFn: async () =>
      (await taken(
        api.GET('/api/tasks/usual', { params: { query: { title, docket: docket ?? undefined, owners } } }),
      )) ?? null,
    staleTime: 300_000,
  });
  if (!data || minutes === data.middleMinutes) return null;
  return (
    <span className="text-soft">
      {texts.usually(shownLength(data.lowMinutes), shownLength(data.highMinutes), data.like)}{' '}
      <button
        type="button"
        className="min-h-6 text-wren underline underline-offset-2 max-md:min-h-11"
        onClick={() => onTake(data.middleMinutes)}
      >
        {texts.takeUsual(shownLength(data.middleMinutes))}
      </button>
    </span>
  );
}
