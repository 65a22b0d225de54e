import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type LevelStepView, api, taken } from '../../api/client';
import { keys, queries } from '../../api/queries';
import { Button, Empty, Wrong, cx } from '../../ui/controls';
import { shownLength } from '../../ui/LengthField';
import { NameTag } from '../../ui/tags';
import { moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import { Costs } from './Costs';
import { unchanged } from './plan';
import { texts } from './texts';

/** Who should do what for promises to be kept: a proposal, to be taken whole or in parts. */
export function LevelPage() {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  // A proposal stays as it is while one reads it; what has changed meanwhile is found when it is taken.
  const proposed = useQuery({
    queryKey: ['levelling'],
    queryFn: () => taken(api.GET('/api/forecasts/levelling')),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
  });
  const steps = proposed.data?.steps ?? [];
  const chosen = steps.filter((s) => !left.has(s.task));
  const changes = chosen.map((s) => ({
    ...unchanged(s.task, s.version),
    ...(s.shareMinutes === null ? { owner: s.to.id } : { help: { person: s.to.id!, minutes: s.shareMinutes } }),
  }));
  const whole = chosen.length === steps.length;
  const inParts = useQuery({
    queryKey: [...keys.forecast, 'firm', changes],
    queryFn: () => taken(api.POST('/api/forecasts/what-if', { body: { changes, stage: null, quick: false } })),
    enabled: !whole && chosen.length > 0,
    placeholderData: keepPreviousData,
  });
  useEffect(() => {
    document.title = texts.levelTab;
    return () => void (document.title = 'Wrenlet');
  }, []);
  if (proposed.error && !proposed.data) return <Wrong error={proposed.error} again={() => void proposed.refetch()} />;
  const again = () => {
    setLeft(new Set());
    void proposed.refetch();
  };
  const apply = async () => {
    setBusy(true);
    try {
      await taken(api.POST('/api/forecasts/applied', { body: { changes, stage: null, quick: false } }));
      await queries.invalidateQueries({ queryKey: keys.forecast });
      say(texts.levelled(chosen.length));
      again();
    } catch (wrong) {
      sayWrong(wrong);
    }
    setBusy(false);
  };
  const promises = whole ? proposed.data?.promises : chosen.length > 0 ? inParts.data?.promises : [];
  return (
    <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto">
      <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
        <div className="min-w-0 flex-1 basis-[320px]">
          <h1 className="text-[19px] font-bold leading-tight tracking-tight">{texts.levelTitle}</h1>
          <p className="text-[13px] text-soft">{texts.levelNote}</p>
        </div>
        {steps.length > 0 ? (
          <p className="flex gap-2">
            <Button disabled={busy || proposed.isFetching} onClick={again}>
              {texts.levelAgain}
            </Button>
            <Button look="main" disabled={busy || chosen.length === 0} onClick={() => void apply()}>
              {whole ? texts.takeAll : texts.takeSome(chosen.length)}
            </Button>
          </p>
        ) : null}
      </header>
      {!proposed.data ? (
        <p role="status" className="p-4 text-soft">
          {texts.levelling}
        </p>
      ) : steps.length === 0 ? (
        <Empty title={texts.levelNothing}>
          <Link className="text-wren underline" to="/forecasts">
            {texts.promises}
          </Link>
        </Empty>
      ) : (
        <div className="flex min-h-0 flex-1 max-md:flex-none max-md:flex-col">
          <ul className="min-h-0 min-w-0 flex-1 overflow-auto max-md:flex-none" aria-label={texts.levelSteps}>
            {steps.map((s) => (
              <Step
                key={s.task}
                of={s}
                taken={!left.has(s.task)}
                onTake={(take) =>
                  setLeft((old) => new Set(take ? [...old].filter((t) => t !== s.task) : [...old, s.task]))
                }
              />
            ))}
          </ul>
          <section
            aria-label={texts.levelPromises}
            className="w-[340px] flex-none overflow-auto border-l bg-paper px-4 py-3 text-[13.5px] max-md:w-full max-md:border-l-0 max-md:border-t"
          >
            <h2 className="mb-1.5 border-b pb-1 text-[13px] font-bold">{texts.levelPromises}</h2>
            <p className="mb-2 text-soft">{whole ? texts.withAll : texts.withSome(chosen.length, steps.length)}</p>
            {promises ? <Costs of={promises} nothing={texts.levelNoPromise} /> : <p>{texts.changing}</p>}
          </section>
        </div>
      )}
    </div>
  );
}

type StepProps = { of: LevelStepView; taken: boolean; onTake: (take: boolean) => void };

/** One hand-over: from whom to whom, when it would be done, and why. */
function Step({ of: s, taken: isTaken, onTake }: StepProps) {
  const helps = s.shareMinutes !== null;
  return (
    <li className={cx('border-b px-4 py-2.5 text-[13.5px]', !isTaken && 'opacity-60')}>
      <label className="flex gap-3">
        <input
          type="checkbox"
          className="mt-1 size-4 flex-none max-md:size-6"
          checked={isTaken}
          onChange={(e) => onTake(e.target.checked)}
          aria-label={helps ? texts.takeHelp(s.title, s.to.name) : texts.takeStep(s.title, s.to.name)}
        />
        <span className="min-w-0 flex-1">
          <span className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
            <b className="min-w-0 break-words text-[14.5px]">{s.title}</b>
            {s.docket ? (
              <Link
                className="min-h-6 text-soft underline-offset-2 hover:underline"
                to={`/dockets/${s.docket}/forecast`}
              >
                {s.docket} {s.docketName}
              </Link>
            ) : null}
          </span>
          <span className="mt-0.5 flex flex-wrap items-center gap-x-1.5">
            {s.from ? (
              <>
                <NameTag who={s.from} />
                {helps ? <b>{s.from.firstName}</b> : <s className="text-soft">{s.from.firstName}</s>}
              </>
            ) : (
              <span className="text-soft">{texts.nobody}</span>
            )}
            <span aria-hidden>{helps ? '+' : '→'}</span>
            <span className="sr-only">{helps ? texts.and : texts.goesTo}</span>
            <NameTag who={s.to} /> <b>{s.to.firstName}</b>
            {helps ? <span>{texts.helpsWith(shownLength(s.shareMinutes!))}</span> : null}
            <span className="text-soft">{texts.levelWhen(moment(s.starts), moment(s.ends))}</span>
          </span>
          <span className="mt-0.5 block">{s.why}</span>
        </span>
      </label>
    </li>
  );
}
