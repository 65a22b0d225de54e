import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { type PlannedView, Refusal, api, taken } from '../../api/client';
import { keys, queries, useDocket } from '../../api/queries';
import { openTab } from '../../dockets/tabs';
import { Button, Empty, Wrong, cx } from '../../ui/controls';
import { DragRoom } from '../../ui/drag';
import { exact, moment } from '../../ui/time';
import { say, sayWrong } from '../../ui/toasts';
import { Aside } from './Aside';
import { Calendar } from './Calendar';
import { PlanPanel } from './PlanPanel';
import { type Change, changeOf, withChange } from './plan';
import { texts } from './texts';

/** When a docket can be done: with what certainty, what decides it, and what would be if. */
export function ForecastPage() {
  const { reference = '' } = useParams();
  const ref = reference.toUpperCase();
  return <Forecast key={ref} reference={ref} />;
}

function Forecast({ reference }: { reference: string }) {
  const [params, setParams] = useSearchParams();
  const stage = params.get('to') ?? undefined;
  const [plan, setPlan] = useState<Change[]>([]);
  const [hovered, setHovered] = useState<Change | null>(null);
  const [opened, setOpened] = useState<PlannedView | null>(null);
  const [busy, setBusy] = useState(false);
  const { data: docket } = useDocket(reference);
  const now = useQuery({
    queryKey: [...keys.forecast, reference, stage],
    queryFn: () =>
      taken(api.GET('/api/dockets/{reference}/forecast', { params: { path: { reference }, query: { stage } } })),
    placeholderData: keepPreviousData,
    // Where making it takes long, the one before is shown meanwhile.
    refetchInterval: (query) => (query.state.data?.beingMade ? 1500 : false),
  });
  const looked = hovered ? withChange(plan, hovered) : plan;
  const whatIf = useQuery({
    queryKey: [...keys.forecast, reference, stage, looked, hovered !== null],
    queryFn: () =>
      taken(
        api.POST('/api/dockets/{reference}/forecast/what-if', {
          params: { path: { reference } },
          body: { changes: looked, stage: stage ?? null, quick: hovered !== null },
        }),
      ),
    enabled: looked.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  useEffect(() => {
    if (docket) openTab({ ref: docket.ref, name: docket.shortName });
  }, [docket]);
  useEffect(() => {
    document.title = texts.tab(reference);
    return () => void (document.title = 'Wrenlet');
  }, [reference]);

  if (now.error && !now.data)
    return now.error instanceof Refusal && now.error.status === 422 ? (
      <Empty title={now.error.message}>
        <Link className="text-wren underline" to={`/dockets/${reference}`}>
          {texts.back}
        </Link>
      </Empty>
    ) : (
      <Wrong error={now.error} again={() => void now.refetch()} />
    );
  if (!now.data) return null;
  const what = looked.length > 0 ? (whatIf.data ?? null) : null;
  const shown = what?.forecast ?? now.data;
  const before = now.data;
  const all = [...before.chain, ...before.beside, ...before.elsewhereWork, ...shown.chain, ...shown.beside];
  const versions = new Map(all.map((p) => [p.task, p.version]));
  const titles = new Map(all.filter((p) => p.task).map((p) => [p.task!, p.title]));
  const change = (task: string, part: Partial<Change>) => {
    setHovered(null);
    setPlan((old) => withChange(old, { ...changeOf(old, task, versions.get(task) ?? null), ...part }));
  };
  const apply = async () => {
    setBusy(true);
    try {
      await taken(
        api.POST('/api/dockets/{reference}/forecast/applied', {
          params: { path: { reference } },
          body: { changes: plan, stage: stage ?? null, quick: false },
        }),
      );
      setPlan([]);
      await queries.invalidateQueries({ queryKey: keys.forecast });
      say(texts.applied);
    } catch (wrong) {
      sayWrong(wrong);
    }
    setBusy(false);
  };
  const chosen = before.moments.find((m) => m.stage === before.to);
  const then = what ? shown.moments.find((m) => m.stage === shown.to) : undefined;
  return (
    <DragRoom onCancel={() => setHovered(null)}>
      <div className="flex min-h-0 flex-1 flex-col max-md:overflow-auto">
        <header className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b bg-surface px-4 py-2">
          <div className="min-w-0 flex-1 basis-[320px]">
            <h1 className="text-[19px] font-bold leading-tight tracking-tight">{texts.title}</h1>
            <p className="flex flex-wrap items-baseline gap-x-4 text-[13px] text-soft">
              <Link
                className="min-h-6 font-bold text-ink underline-offset-2 hover:underline"
                to={`/dockets/${reference}`}
              >
                {reference} {docket?.shortName}
              </Link>
              {chosen?.promised ? (
                <span title={exact(chosen.promised)}>
                  {texts.promised(chosen.name, '')}
                  <b className="text-ink">{moment(chosen.promised)}</b>
                </span>
              ) : null}
              {chosen && chosen.sure !== null ? (
                <b className={cx(chosen.sure < 80 ? 'text-soon' : 'text-done')}>
                  {texts.sure(chosen.sure)}
                  {then && then.sure !== null ? `, ${texts.sureWithPlan(then.sure)}` : ''}
                </b>
              ) : null}
              {chosen && !chosen.clear ? <span>{texts.half(moment((then ?? chosen).kept50))}</span> : null}
            </p>
          </div>
          {plan.length > 0 ? (
            <p className="flex gap-2">
              <Button disabled={busy} onClick={() => setPlan([])}>
                {texts.discard}
              </Button>
              <Button look="main" disabled={busy} onClick={() => void apply()}>
                {texts.apply}
              </Button>
            </p>
          ) : null}
        </header>
        {whatIf.error && looked.length > 0 ? (
          <p role="alert" className="border-b bg-late-wash px-4 py-1 text-[13px] text-late">
            {whatIf.error.message}
          </p>
        ) : null}
        <div className="flex min-h-0 flex-1 max-md:flex-none max-md:flex-col">
          <div className="flex min-h-0 min-w-0 flex-1 flex-col">
            <Calendar
              forecast={shown}
              before={what ? before : null}
              moves={{
                onHover: (task, day) => setHovered({ ...changeOf(plan, task, versions.get(task) ?? null), day }),
                onDay: (task, day) => change(task, { day }),
                onOpen: setOpened,
                onStage: (to) => setParams({ to: to ?? 'end' }, { replace: true }),
              }}
            />
            <p className="flex-none border-t px-4 py-1 text-[12.5px] text-soft max-md:hidden">{texts.legend}</p>
          </div>
          <Aside
            docket={reference}
            forecast={shown}
            whatIf={what}
            plan={plan}
            titles={titles}
            onPerson={(task, owner) => change(task, { owner })}
            onTakeBack={(task) => setPlan((old) => old.filter((c) => c.task !== task))}
          />
        </div>
      </div>
      {opened?.task ? (
        <PlanPanel
          planned={opened}
          docket={reference}
          change={changeOf(plan, opened.task, opened.version)}
          onChange={(c) => setPlan((old) => withChange(old, c))}
          onClose={() => setOpened(null)}
        />
      ) : null}
    </DragRoom>
  );
}
