import { useState } from 'react';
import { at } from '../../api/at';
import { type ImportJob, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Panel } from '../../ui/controls';
import { sayWrong } from '../../ui/toasts';
import * as texts from './texts';

type Step = '/api/imports/{id}/run' | '/api/imports/{id}/stop' | '/api/imports/{id}/taking-back';

/** How far an import has come, and what came of it. */
export function Outcome({ job }: { job: ImportJob }) {
  const [asking, setAsking] = useState(false);
  const go = async (step: Step) => {
    try {
      await taken(api.POST(step, { params: { path: { id: job.id } } }));
      setAsking(false);
      await queries.invalidateQueries({ queryKey: keys.imports, exact: true });
    } catch (wrong) {
      sayWrong(wrong);
    }
  };
  const going = job.state === 'running' || job.state === 'taking-back';
  const over = ['done', 'stopped', 'failed'].includes(job.state);
  return (
    <section aria-label={job.file} className="grid gap-3">
      <p>
        <b>{texts.kinds[job.kind]}</b>, {texts.states[job.state]}
      </p>
      {job.state !== 'taken-back' ? (
        <div className="max-w-[560px]">
          <div
            role="progressbar"
            aria-label={texts.states[job.state]}
            aria-valuemin={0}
            aria-valuemax={job.rows}
            aria-valuenow={job.taken}
            className="h-2.5 w-full rounded-card border bg-surface"
          >
            <div className="h-full bg-wren" style={{ width: `${job.rows > 0 ? (100 * job.taken) / job.rows : 0}%` }} />
          </div>
          <p className="text-[13px] text-soft" aria-live="polite">
            {job.state === 'taking-back' ? texts.stillToTakeBack(job.toTakeBack) : texts.progress(job.taken, job.rows)}
          </p>
        </div>
      ) : null}
      {going ? <p className="text-[13px] text-soft">{texts.goesOn}</p> : null}
      {job.problem ? (
        <p role="alert" className="text-late">
          {job.problem}
        </p>
      ) : null}
      {job.state === 'taken-back' ? (
        <div>
          <p>{texts.wasTakenBack(job.keptCount)}</p>
          <ul className="text-[13px]">
            {job.kept.map((k, i) => (
              <li key={i} className="border-b py-1 last:border-0">
                <b dir="auto">{k.name}</b> <span className="text-soft">{k.why}</span>
              </li>
            ))}
            {job.keptCount > job.kept.length ? (
              <li className="text-soft">{texts.andMore(job.keptCount - job.kept.length)}</li>
            ) : null}
          </ul>
        </div>
      ) : (
        <p>{texts.sum(job.added, job.changed, job.same)}</p>
      )}
      {job.left > 0 ? (
        <div className="rounded-card border border-soon bg-soon-wash p-2.5">
          <p className="font-semibold">{texts.wereLeft(job.left)}</p>
          <p className="text-[13px]">
            <a className="underline" href={at(`/api/imports/${job.id}/left`)}>
              {texts.downloadLeft}
            </a>
            . {texts.leftHint}
          </p>
        </div>
      ) : null}
      <p className="flex flex-wrap gap-2">
        {job.state === 'running' ? (
          <Button onClick={() => void go('/api/imports/{id}/stop')}>{texts.stop}</Button>
        ) : null}
        {job.state === 'stopped' || job.state === 'failed' ? (
          <Button look="main" onClick={() => void go('/api/imports/{id}/run')}>
            {texts.goOn}
          </Button>
        ) : null}
        {over ? (
          <Panel
            label={texts.takeBack}
            open={asking}
            onOpenChange={setAsking}
            trigger={<Button>{texts.takeBack}</Button>}
          >
            <p className="mb-2 max-w-[320px] text-[13px]">{texts.takeBackHint}</p>
            <p className="flex justify-end gap-2">
              <Button look="quiet" onClick={() => setAsking(false)}>
                {texts.cancel}
              </Button>
              <Button look="main" onClick={() => void go('/api/imports/{id}/taking-back')}>
                {texts.sureTakeBack}
              </Button>
            </p>
          </Panel>
        ) : null}
      </p>
    </section>
  );
}
