import { useQuery } from '@tanstack/react-query';
import { api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Wrong } from '../../ui/controls';
import { moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import * as texts from './texts';

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
      say(texts.tryingAgainNow);
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
        {texts.whatCouldNotDone}
      </h2>
      <p className="max-w-[70ch] text-soft">{texts.mailRemindersOtherWork}</p>
      {data.length === 0 ? <p className="rounded-card border bg-surface p-3">{texts.nothingIsStuck}</p> : null}
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
              {texts.failed(w.tries, moment(w.last))}
              <br />
              {w.next ? texts.nextTry(moment(w.next)) : texts.noMoreAutomaticTries}
            </div>
            <Button onClick={() => void again(w.id)}>{texts.tryAgainNow}</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
