import { useQuery } from '@tanstack/react-query';
import { Check } from 'lucide-react';
import { Link } from 'react-router';
import { api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button } from '../../ui/controls';
import { say, sayWrong } from '../../ui/toasts';
import * as texts from './texts';

const places: Record<string, string> = {
  colleagues: '/begin',
  crews: '/begin',
  queues: '/set-up',
  customer: '/contacts',
  docket: '/dockets',
  note: '/dockets',
};

/** What a new firm does first; each step is ticked by itself as it is done. Nothing once all are, or they were hidden. */
export function FirstSteps({ whole = false }: { whole?: boolean }) {
  const { data } = useQuery({ queryKey: keys.firstSteps, queryFn: () => taken(api.GET('/api/first-steps')) });
  if (!data || (!whole && (data.hidden || data.steps.every((s) => s.done)))) return null;
  const hide = async () => {
    try {
      await taken(api.PUT('/api/first-steps/hidden'));
      queries.setQueryData(keys.firstSteps, { ...data, hidden: true });
      say(texts.hidden);
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  return (
    <section aria-label={texts.firstSteps} className="rounded-card border bg-surface p-3">
      {whole ? null : (
        <p className="mb-1 flex items-center gap-2">
          <b className="flex-1">{texts.firstSteps}</b>
          <Button look="quiet" onClick={() => void hide()}>
            {texts.hideSteps}
          </Button>
        </p>
      )}
      <ol className="grid">
        {data.steps.map((s) => (
          <li key={s.step} className="flex min-h-[28px] items-center gap-2 max-md:min-h-[44px]">
            <span className="grid size-5 flex-none place-items-center rounded-[3px] border" aria-hidden>
              {s.done ? <Check size={14} className="text-done" /> : null}
            </span>
            {s.done ? (
              <span className="text-soft">
                {texts.steps[s.step]} <span className="sr-only">{texts.done}</span>
              </span>
            ) : (
              <Link className="underline underline-offset-2" to={places[s.step] ?? '/'}>
                {texts.steps[s.step]}
              </Link>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
