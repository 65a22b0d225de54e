import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Wrong } from '../../ui/controls';
import { moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';

/** Work that goes on by itself and failed: why, and when it is tried again. */
export function StuckPart() {
  const { data, error, refetch } = useQuery({
    queryKey: keys.stuck,
    queryFn: () => taken(api.GET('/api/stuck-work')),
    refetchInterval: 15_000,
  });
  const again = async (id: string) => {
    try {
      await taken(api.POST('/api/stuck-work/{id}/tries', { params: { path: { id } } }));
      say('Trying again now.');
    } catch (wrong) {
      sayWrong(wrong);
    }
    void queries.invalidateQueries({ queryKey: keys.stuck });
  };
  if (error && !data) return <Wrong error={error} again={() => void refetch()} />;
  if (!data) return null;
  return (
    <section aria-labelledby="stuck" className="grid gap-2">
      <h2 id="stuck" className="font-bold">
        What could not be done
      </h2>
      <p className="max-w-[70ch] text-soft">
        Mail, reminders and other work that Wrenlet does by itself. What fails is tried again, less and less often;
        after 20 tries its owner is told. Everything behind it goes on.
      </p>
      {data.length === 0 ? <p className="rounded-card border bg-surface p-3">Nothing is stuck.</p> : null}
      <ul>
        {data.map((w) => (
          <li key={w.id} className="flex flex-wrap items-start gap-x-4 gap-y-1 border-b py-2 text-[13px]">
            <div className="min-w-[220px] flex-1">
              <b>{w.kind}</b>
              {w.about ? <span> {w.about}</span> : null}
              {w.owner ? <span className="text-soft">, {w.owner}</span> : null}
              <p dir="auto" className="text-late">
                {w.reason}
              </p>
            </div>
            <div className="w-[250px] text-soft">
              Failed {w.tries === 1 ? 'once' : `${w.tries} times`}, last {moment(w.last)}.
              <br />
              {w.next ? `Next try ${moment(w.next)}.` : 'No more automatic tries.'}
            </div>
            <Button onClick={() => void again(w.id)}>Try again now</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
